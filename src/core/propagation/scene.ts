import { toSite } from '../geometry/place';
import { find, get, type Job } from '../job/job';
import { bands, type Id, type Opening, type PerBand, type Point } from '../job/records';
import { lossTable, type LossTable, spreadOfLoss } from '../materials/assemblyLoss';
import { boxTreeOf } from './boxTree';
import { diffractionEdges } from './diffractionEdges';
import { facetsOf } from './facets';
import { transmittanceSteps } from './transmittance';
import { checkPlaces, floorSlabs, obstacleBlock, roofPanels, wallPanel } from './sceneParts';
import { packShapes } from './shapes';
import type { Scene, SceneRoom, Source } from './model';

/** Most units that a scene keeps ready; a house needs some tens, a drag makes one a move. */
const usualSources = 64;

export interface SceneOptions {
  /** dB added to each crossing of an assembly or obstacle (by id), for a hidden truth or what was learned. */
  correctionDb?: ReadonlyMap<Id, PerBand>;
}

const degrees = 90;

/** From here on a box is taken to be of metal, dB (planning). */
const metalFromDb = 15;
/** Share that the side of a box of metal reflects (planning: it is not one flat plate). */
const metalReflectance = 0.7;
const boxReflectance = (lossDb: number) => (lossDb >= metalFromDb ? metalReflectance : 0);

/** Values by whole degree, band-major → by cosine, band-minor. @param share makes a share of a value. */
function byCosine(byDegree: Float64Array, share: (value: number) => number): Float64Array {
  const table = new Float64Array(transmittanceSteps * 3);
  for (let step = 0; step < transmittanceSteps; step++) {
    const deg = Math.min(89, (Math.acos(step / (transmittanceSteps - 1)) * 180) / Math.PI);
    const low = Math.min(88, Math.floor(deg));
    for (let b = 0; b < 3; b++) {
      const at = byDegree[b * degrees + low] as number;
      const next = byDegree[b * degrees + low + 1] as number;
      table[step * 3 + b] = share(at + (next - at) * (deg - low));
    }
  }
  return table;
}

/**
 * Puts a job's walls, floors, roofs and obstacles into space, ready for `crossingsBetween` and `sourceOf`.
 * Pure; some milliseconds for a house.
 * @throws RangeError when a place or height is not a number, naming its record.
 */
export function buildScene(job: Job, options: SceneOptions = {}): Scene {
  const lossNames: string[] = [];
  const lossRecordIds: Id[] = [];
  const transmittanceParts: Float64Array[] = [];
  const reflectanceParts: Float64Array[] = [];
  const spreadParts: Float64Array[] = [];
  const known = new Map<Id, number>();
  const addLoss = (id: Id, name: string, { byDegree, reflected, spread }: LossTable) => {
    const correction = options.correctionDb?.get(id);
    const corrected = correction
      ? byDegree.map((v, i) => Math.max(0, v + correction[bands[Math.floor(i / degrees)] ?? '5']))
      : byDegree;
    known.set(id, lossNames.length);
    lossNames.push(name);
    lossRecordIds.push(id);
    transmittanceParts.push(byCosine(corrected, (db) => 10 ** (-db / 10)));
    reflectanceParts.push(byCosine(reflected, (share) => share));
    spreadParts.push(spread);
  };
  const used = new Set<Id | null>([
    ...[...job.walls, ...job.openings, ...job.floorOpenings].map((r) => r.assemblyId),
    ...job.storeys.map((s) => s.floorAssemblyId),
    ...job.buildings.map((b) => b.roof?.assemblyId ?? null),
  ]);
  for (const a of job.assemblies) {
    if (!used.has(a.id)) continue;
    addLoss(a.id, a.name, lossTable(a));
  }
  const obstacles = job.obstacles.filter((o) => bands.some((b) => o.lossDb[b] > 0));
  for (const o of obstacles) {
    const values = bands.map((b) => o.lossDb[b]);
    const all = (of: (db: number) => number) =>
      Float64Array.from({ length: 3 * degrees }, (_, i) => of(values[Math.floor(i / degrees)] ?? 0));
    addLoss(o.id, o.name, {
      byDegree: all((db) => db),
      reflected: all(boxReflectance),
      spread: Float64Array.from(values, spreadOfLoss),
    });
  }
  const lossIdOf = (id: Id | null) => (id === null ? -1 : (known.get(id) ?? -1));

  const openingsOf = new Map<Id, Opening[]>(job.walls.map((w) => [w.id, []]));
  for (const o of job.openings) openingsOf.get(o.wallId)?.push(o);
  const panels = [
    ...job.walls.map((w) => wallPanel(job, w, openingsOf.get(w.id) ?? [], lossIdOf)),
    ...job.buildings.flatMap((b) => roofPanels(b, lossIdOf)),
  ];
  const slabs = job.buildings.flatMap((b) => floorSlabs(job, b, lossIdOf));
  const blocks = obstacles.map((o) => obstacleBlock(job, o, lossIdOf));
  const flatten = (parts: Float64Array[], each: number) => {
    const all = new Float64Array(parts.length * each);
    parts.forEach((p, i) => all.set(p, i * each));
    return all;
  };
  checkPlaces(panels, blocks, slabs);
  const shapes = packShapes(panels, slabs, blocks);
  const reflectance = flatten(reflectanceParts, 3 * transmittanceSteps);
  const facets = facetsOf(
    panels,
    slabs,
    blocks,
    (lossId) => (reflectance[lossId * 3 * transmittanceSteps] ?? 0) > 0,
  );
  const bare = {
    panels,
    slabs,
    blocks,
    shapes,
    boxTree: boxTreeOf(shapes),
    lossNames,
    lossRecordIds,
    transmittance: flatten(transmittanceParts, 3 * transmittanceSteps),
    reflectance,
    spread: flatten(spreadParts, 3),
    facets,
    passBetween: [],
    posterior: null,
    rooms: roomsOf(job),
    moving: new Map(),
    sources: new Map<string, Source>(),
    mostSources: usualSources,
  };
  return { ...bare, edges: diffractionEdges(bare) };
}

/** The rooms of a job in space. */
function roomsOf(job: Job): SceneRoom[] {
  return job.rooms.flatMap((room) => {
    const storey = find(job, 'storey', room.storeyId);
    const building = storey && find(job, 'building', storey.buildingId);
    if (!building) return [];
    const inSite = (ring: readonly Point[]) => ring.map(([x, y]): Point => toSite(building, x, y));
    return [
      {
        name: room.name,
        outline: inSite(room.outline),
        holes: room.holes.map(inSite),
        z0: storey.floorZM,
        z1: storey.floorZM + storey.heightM,
      },
    ];
  });
}

/** A place in space, site coordinates, from a storey's coordinates and a height above its floor. */
export function placeInSpace(
  job: Job,
  at: { storeyId: Id; xM: number; yM: number; heightM: number },
): [number, number, number] {
  const storey = get(job, 'storey', at.storeyId);
  const building = find(job, 'building', storey.buildingId);
  if (!building) throw new Error(`no building with the id ${storey.buildingId}`);
  return [...toSite(building, at.xM, at.yM), storey.floorZM + at.heightM];
}
