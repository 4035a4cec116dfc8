/** What the drawing tools put down: each returns the edit, or says in words why not. */
import { boundsOf } from '../geometry/place';
import { inRegion } from '../geometry/region';
import { nearestOn } from '../geometry/segment';
import { freshId } from '../job/fresh';
import { find, type Job } from '../job/job';
import { type InputOf, makeRecord } from '../job/make';
import type { AnyRecord, Id, Point, RecordType, Wall } from '../job/records';
import { roomAt } from './buildRoom';
import { type OpeningPreset, servicePointKinds, type ServicePointKind, type ThingPreset } from './presets';
import { halfOf, isOutdoors, storeyWalls } from './storeyGraph';
import { leastWallM, type Made, wallLength } from './wallEdits';
import { toCentimetre } from '../geometry/round';

function made<T extends RecordType>(label: string, input: InputOf<T> & { type: T }): Made {
  const record = makeRecord<T>(input);
  return { ok: true, edit: { label, put: [record], remove: [] }, select: record.id };
}
const roomUnder = (job: Job, storeyId: Id, [x, y]: Point) =>
  job.rooms.find((r) => r.storeyId === storeyId && inRegion(r, x, y));

/** A spot in the room at a point. */
export function makeSpot(job: Job, storeyId: Id, [x, y]: Point): Made {
  const room = roomUnder(job, storeyId, [x, y]);
  if (!room) return { ok: false, why: 'A spot belongs to a room: click inside one.' };
  const number = job.spots.reduce((most, s) => Math.max(most, s.number), 0) + 1;
  return made(`Add spot ${number}, ${room.name}`, {
    type: 'spot',
    id: freshId(job, 'spot'),
    number,
    storeyId,
    roomId: room.id,
    name: 'New spot',
    xM: toCentimetre(x),
    yM: toCentimetre(y),
    heightM: 0.9,
    activityIds: null,
  });
}

/** A wall between two points; refused when it has no length or lies on a wall that is there. */
export function makeWall(job: Job, storeyId: Id, [ax, ay]: Point, [bx, by]: Point, assemblyId: Id): Made {
  const tenth = (v: number) => Math.round(v * 1e4) / 1e4;
  const line = { ax: tenth(ax), ay: tenth(ay), bx: tenth(bx), by: tenth(by) };
  if (wallLength(line) < leastWallM) return { ok: false, why: 'A wall must be at least 5 cm long.' };
  const double = storeyWalls(job, storeyId).some(
    (w) => nearestOn(w, line.ax, line.ay).distance < 0.02 && nearestOn(w, line.bx, line.by).distance < 0.02,
  );
  if (double) return { ok: false, why: 'There is a wall just there already. Click on it to change it.' };
  const name = find(job, 'assembly', assemblyId)?.name ?? 'wall';
  return made(`Draw a wall: ${name.toLowerCase()}`, {
    type: 'wall',
    id: freshId(job, 'wall'),
    storeyId,
    ...line,
    assemblyId,
  });
}

/** An opening where a wall was clicked, moved along so that it fits between its neighbours. */
export function makeOpening(job: Job, wall: Wall, [x, y]: Point, preset: OpeningPreset): Made {
  const length = wallLength(wall);
  if (length < preset.widthM)
    return {
      ok: false,
      why: `This wall of ${length.toFixed(2)} m is too short for ${preset.widthM.toFixed(2)} m. Make the wall longer, or choose something narrower.`,
    };
  const clear = (offset: number) =>
    job.openings.every(
      (o) => o.wallId !== wall.id || Math.abs(o.offsetM - offset) >= (o.widthM + preset.widthM) / 2 - 1e-6,
    );
  const wanted = nearestOn(wall, x, y).t * length;
  const fits = Array.from(
    { length: Math.floor((length - preset.widthM) / 0.01) + 1 },
    (_, i) => preset.widthM / 2 + i * 0.01,
  )
    .filter(clear)
    .sort((a, b) => Math.abs(a - wanted) - Math.abs(b - wanted))[0];
  if (fits === undefined)
    return { ok: false, why: 'There is no space for it beside the other openings of this wall.' };
  const assemblyId = find(job, 'assembly', preset.assemblyId)?.id ?? null;
  return made(`Add a ${preset.kind}`, {
    type: 'opening',
    id: freshId(job, 'opening'),
    wallId: wall.id,
    kind: preset.kind,
    offsetM: toCentimetre(fits),
    widthM: preset.widthM,
    sillM: preset.sillM,
    headM: preset.headM,
    assemblyId,
    hinge: 'start',
    swing: 'left',
  });
}

/** The angle that sets a thing with its back to the nearest wall, and the point just off its face; null away from walls. */
function againstWall(
  job: Job,
  storeyId: Id,
  [x, y]: Point,
  depthM: number,
): { at: Point; turnDeg: number } | null {
  const near = storeyWalls(job, storeyId)
    .map((w) => ({ w, foot: nearestOn(w, x, y), half: halfOf(job, w) }))
    .filter(({ foot, half }) => foot.distance <= half + depthM / 2 + 0.25 && foot.distance >= 1e-6)
    .sort((a, b) => a.foot.distance - a.half - (b.foot.distance - b.half));
  const [nearest] = near;
  if (!nearest) return null;
  const { w, foot, half } = nearest;
  const [nx, ny] = [(x - foot.x) / foot.distance, (y - foot.y) / foot.distance];
  const off = half + depthM / 2 + 0.02;
  const turnDeg = Math.round((Math.atan2(w.by - w.ay, w.bx - w.ax) * 180) / Math.PI);
  return { at: [foot.x + nx * off, foot.y + ny * off], turnDeg: ((turnDeg % 180) + 180) % 180 };
}

/** A thing of a preset; set against a wall when put near to one. Stairs open the floor above, a hatch this one. */
export function makeThing(job: Job, storeyId: Id, point: Point, preset: ThingPreset): Made {
  const place =
    preset.group === 'Outdoors' || preset.opensFloor !== 'none'
      ? null
      : againstWall(job, storeyId, point, preset.depthM);
  const [x, y] = (place?.at ?? point).map(toCentimetre);
  const [xM, yM] = [x ?? 0, y ?? 0];
  const [w, d] = [preset.widthM / 2, preset.depthM / 2];
  const outline: [number, number][] = [
    [xM - w, yM - d],
    [xM + w, yM - d],
    [xM + w, yM + d],
    [xM - w, yM + d],
  ];
  const storey = find(job, 'storey', storeyId);
  const above = job.storeys
    .filter((s) => s.buildingId === storey?.buildingId && s.level > (storey?.level ?? 0))
    .sort((a, b) => a.level - b.level)[0];
  const floorId =
    preset.opensFloor === 'hatch'
      ? storeyId
      : preset.opensFloor === 'stairwell-above'
        ? above?.id
        : undefined;
  const put: AnyRecord[] = [];
  if (floorId)
    put.push(
      makeRecord({
        type: 'floorOpening',
        id: freshId(job, 'floor-opening'),
        storeyId: floorId,
        kind: preset.opensFloor === 'hatch' ? 'hatch' : 'stairwell',
        outline,
        assemblyId: preset.opensFloor === 'hatch' ? (find(job, 'assembly', 'asm-door')?.id ?? null) : null,
      }),
    );
  if (preset.opensFloor === 'hatch')
    return {
      ok: true,
      edit: { label: 'Add a hatch in the floor', put, remove: [] },
      select: put[0]?.id ?? '',
    };
  const id = freshId(job, 'thing');
  put.push(
    makeRecord({
      type: 'obstacle',
      id,
      storeyId,
      name: preset.name,
      symbol: preset.symbol,
      xM,
      yM,
      widthM: preset.widthM,
      depthM: preset.depthM,
      turnDeg: place?.turnDeg ?? 0,
      bottomM: preset.bottomM,
      topM: preset.topM,
      lossDb: preset.lossDb,
      disturbs: preset.disturbs,
    }),
  );
  return { ok: true, edit: { label: `Add ${preset.name.toLowerCase()}`, put, remove: [] }, select: id };
}

/** A socket, outlet or another service; on the face of the wall when put near to one. */
export function makeServicePoint(job: Job, storeyId: Id, point: Point, kind: ServicePointKind): Made {
  const { name, heightM } = servicePointKinds[kind];
  const at = againstWall(job, storeyId, point, 0.08)?.at ?? point;
  const like = [...job.services].reverse().find((s) => s.kind === kind && s.storeyId === storeyId);
  return made(`Add a ${name.toLowerCase()}`, {
    type: 'service',
    id: freshId(job, kind),
    storeyId,
    kind,
    name,
    xM: toCentimetre(at[0]),
    yM: toCentimetre(at[1]),
    heightM: like?.heightM ?? heightM,
    circuit: kind === 'socket' ? (like?.circuit ?? '') : '',
    phase: kind === 'socket' ? (like?.phase ?? '') : '',
    breaker: kind === 'socket' ? (like?.breaker ?? 'unknown') : 'unknown',
    ways: kind === 'splitter' ? 4 : null,
    note: '',
  });
}

/** A device that stays where it is. */
export function makeFixedDevice(job: Job, storeyId: Id, [x, y]: Point): Made {
  return made('Add a fixed device', {
    type: 'fixedDevice',
    id: freshId(job, 'device'),
    name: 'Television',
    storeyId,
    xM: toCentimetre(x),
    yM: toCentimetre(y),
    heightM: 0.8,
    portMbps: 100,
    standard: 'vht',
    streams: 2,
    only24: false,
    poe: 'none',
    poeW: 0,
    activityIds: job.activities.filter((a) => a.id === 'act-film-4k').map((a) => a.id),
  });
}

/** «Room 3» or «Area 2», the first that is free. */
function freshName(job: Job, word: string): string {
  let n = 1;
  while (job.rooms.some((r) => r.name === `${word} ${n}`)) n++;
  return `${word} ${n}`;
}

/** A room between two corners: with walls indoors, an area under the open sky outdoors. */
export function makeRoom(
  job: Job,
  storeyId: Id,
  [ax, ay]: Point,
  [bx, by]: Point,
  assemblies: { innerId: Id; outerId: Id },
): Made {
  const [west = 0, north = 0, east = 0, south = 0] = boundsOf([
    [ax, ay],
    [bx, by],
  ]).map(toCentimetre);
  if (east - west < 0.3 || south - north < 0.3)
    return { ok: false, why: 'A room must be at least 30 cm each way.' };
  if (isOutdoors(job, storeyId)) {
    const name = freshName(job, 'Area');
    const outline: [number, number][] = [
      [west, north],
      [east, north],
      [east, south],
      [west, south],
    ];
    return made(`Add ${name.toLowerCase()}`, {
      type: 'room',
      id: freshId(job, 'room'),
      storeyId,
      name,
      outline,
      activityIds: [],
    });
  }
  const built = roomAt(job, storeyId, freshName(job, 'Room'), { west, north, east, south }, assemblies, null);
  return !built.ok ? built : { ok: true, edit: built.edit, select: built.roomId };
}
