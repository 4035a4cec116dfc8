/** Adding and removing storeys and buildings. */
import { boundsOf, toSite } from '../geometry/place';
import { freshId } from '../job/fresh';
import { find, type Job } from '../job/job';
import { makeRecord } from '../job/make';
import { withDependants } from '../job/references';
import type { AnyRecord, Building, Id, Storey } from '../job/records';
import { outerWalls } from './paint';
import { withRooms } from './rooms';
import { storeyWalls } from './storeyGraph';
import type { Made } from './wallEdits';

const names: Record<number, string> = {
  [-2]: 'Lower cellar',
  [-1]: 'Cellar',
  0: 'Ground floor',
  1: 'First floor',
  2: 'Second floor',
  3: 'Third floor',
};
/** Room for the floor itself between two storeys, m (planning). */
const floorDepthM = 0.3;

/**
 * Adds a storey on top of a building or under it, beginning with walls of the storey next to it.
 * @param copy outer walls with their make; all walls; or none.
 */
export function addStorey(
  job: Job,
  buildingId: Id,
  where: 'above' | 'below',
  copy: 'outer' | 'all' | 'none',
): Made {
  const building = find(job, 'building', buildingId);
  if (!building || building.kind === 'outdoors') return { ok: false, why: 'Storeys belong to a building.' };
  const own = job.storeys.filter((s) => s.buildingId === buildingId).sort((a, b) => a.level - b.level);
  const next = where === 'above' ? own.at(-1) : own[0];
  const heightM = next?.heightM ?? 2.5;
  const level = next ? next.level + (where === 'above' ? 1 : -1) : 0;
  const floorZM = next
    ? where === 'above'
      ? next.floorZM + next.heightM + floorDepthM
      : next.floorZM - floorDepthM - heightM
    : 0.1;
  const floor = where === 'above' ? 'asm-oak-floor' : 'asm-concrete-floor';
  const storey = makeRecord({
    type: 'storey',
    id: freshId(job, 'storey'),
    buildingId,
    name: own.some((s) => s.name === names[level]) ? `Storey ${level}` : (names[level] ?? `Storey ${level}`),
    level,
    floorZM: Math.round(floorZM * 1000) / 1000,
    heightM,
    floorAssemblyId: find(job, 'assembly', floor)?.id ?? null,
  });
  const put: AnyRecord[] = [storey];
  const ids = new Set<Id>();
  const from =
    !next || copy === 'none' ? [] : copy === 'all' ? storeyWalls(job, next.id) : outerWalls(job, next.id);
  for (const w of from) {
    const id = freshId(job, 'wall', ids);
    ids.add(id);
    put.push({ ...w, id, storeyId: storey.id });
  }
  if (building.roof && where === 'above') {
    const lift = storey.floorZM + heightM - building.roof.eavesZM;
    if (lift > 0)
      put.push({
        ...building,
        roof: {
          ...building.roof,
          eavesZM: building.roof.eavesZM + lift,
          ridgeZM: building.roof.ridgeZM + lift,
        },
      });
  }
  return {
    ok: true,
    edit: withRooms(job, { label: `Add ${storey.name.toLowerCase()}`, put, remove: [] }),
    select: storey.id,
  };
}

export interface NewBuilding {
  name: string;
  widthM: number;
  depthM: number;
  wallAssemblyId: Id;
}

/** Adds an outbuilding with one storey and one room, beside what is on the site already. */
export function addBuilding(job: Job, { name, widthM, depthM, wallAssemblyId }: NewBuilding): Made {
  if (Math.min(widthM, depthM) < 1 || Math.max(widthM, depthM) > 100)
    return { ok: false, why: 'A building is from 1 to 100 m each way.' };
  const solid = job.buildings.filter((b) => b.kind !== 'outdoors');
  const corners = solid.flatMap((b) => b.outline.map(([x, y]) => toSite(b, x, y)));
  const right = corners.length ? boundsOf(corners)[2] : 0;
  const kind: Building['kind'] = solid.some((b) => b.kind === 'house') ? 'outbuilding' : 'house';
  const id = freshId(job, 'building');
  const storeyId = freshId(job, 'storey');
  const half = (find(job, 'assembly', wallAssemblyId)?.thicknessM ?? 0.2) / 2;
  const heightM = 2.4;
  const building = makeRecord({
    type: 'building',
    id,
    name,
    kind,
    xM: corners.length ? Math.round((right + 8) * 100) / 100 : 0,
    yM: 0,
    turnDeg: 0,
    outline: [
      [0, 0],
      [widthM, 0],
      [widthM, depthM],
      [0, depthM],
    ],
    roof: {
      kind: 'pitched',
      eavesZM: heightM + 0.2,
      ridgeZM: heightM + 0.2 + Math.min(widthM, depthM) * 0.3,
      ridgeAlong: widthM >= depthM ? 'x' : 'y',
      assemblyId: find(job, 'assembly', 'asm-slate-roof')?.id ?? wallAssemblyId,
    },
  });
  const storey: Storey = {
    type: 'storey',
    id: storeyId,
    buildingId: id,
    name: 'Ground',
    level: 0,
    floorZM: 0.1,
    heightM,
    floorAssemblyId: find(job, 'assembly', 'asm-concrete-floor')?.id ?? null,
    guessed: false,
  };
  const [w, d] = [widthM - half, depthM - half];
  const ids = new Set<Id>();
  const walls = [
    [half, half, w, half],
    [w, half, w, d],
    [w, d, half, d],
    [half, d, half, half],
  ].map(([ax = 0, ay = 0, bx = 0, by = 0]) => {
    const wallId = freshId(job, 'wall', ids);
    ids.add(wallId);
    return makeRecord({ type: 'wall', id: wallId, storeyId, ax, ay, bx, by, assemblyId: wallAssemblyId });
  });
  const edit = withRooms(job, { label: `Add ${name}`, put: [building, storey, ...walls], remove: [] });
  // its one room is called what the building is called
  const put = edit.put.map((r) => (r.type === 'room' ? { ...r, name } : r));
  return { ok: true, edit: { ...edit, put }, select: storeyId };
}

/** Adds the outdoors of a site that has none: a storey under the open sky for yards and gardens. */
export function addOutdoors(job: Job): Made {
  if (job.buildings.some((b) => b.kind === 'outdoors'))
    return { ok: false, why: 'The outdoors is there already.' };
  const corners = job.buildings.flatMap((b) => b.outline.map(([x, y]) => toSite(b, x, y)));
  const [x0, y0, x1, y1] = corners.length ? boundsOf(corners) : [0, 0, 10, 10];
  const id = freshId(job, 'building');
  const storeyId = freshId(job, 'storey');
  return {
    ok: true,
    edit: {
      label: 'Add the outdoors',
      put: [
        makeRecord({
          type: 'building',
          id,
          name: 'Outdoors',
          kind: 'outdoors',
          xM: 0,
          yM: 0,
          turnDeg: 0,
          outline: [
            [x0 - 12, y0 - 12],
            [x1 + 12, y0 - 12],
            [x1 + 12, y1 + 12],
            [x0 - 12, y1 + 12],
          ],
          roof: null,
        }),
        makeRecord({
          type: 'storey',
          id: storeyId,
          buildingId: id,
          name: 'Outdoors',
          level: 0,
          floorZM: 0,
          heightM: 6,
          floorAssemblyId: find(job, 'assembly', 'asm-ground')?.id ?? null,
        }),
      ],
      remove: [],
    },
    select: storeyId,
  };
}

/** Removes a storey with all that is drawn on it, and its building with its last storey; refused while units stand on it. */
export function removeStorey(job: Job, storeyId: Id): Made {
  const storey = find(job, 'storey', storeyId);
  if (!storey) return { ok: false, why: 'There is no such storey.' };
  const units = job.units.filter((u) => u.storeyId === storeyId);
  if (units.length)
    return {
      ok: false,
      why: `${units.map((u) => `Unit ${u.letter}`).join(' and ')} stand${units.length === 1 ? 's' : ''} on ${storey.name}. Move or remove ${units.length === 1 ? 'it' : 'them'} first.`,
    };
  const left = job.storeys.filter((s) => s.id !== storeyId);
  if (left.length === 0) return { ok: false, why: 'A job keeps at least one storey.' };
  const last = !left.some((s) => s.buildingId === storey.buildingId);
  const remove = withDependants(job, last ? [storey.buildingId] : [storeyId]);
  return { ok: true, edit: { label: `Remove ${storey.name}`, put: [], remove }, select: left[0]?.id ?? '' };
}
