/** What the drawing tools make: each returns the edit, or says in words why not. Pure. */
import { boundsOf } from '@/core/geometry/place';
import { inPolygon } from '@/core/geometry/polygon';
import type { Edit } from '@/core/job/edits';
import { freshId } from '@/core/job/fresh';
import { find, type Job } from '@/core/job/job';
import type { AnyRecord, Id, Point, Room, Wall } from '@/core/job/records';

export type Made = { edit: Edit; select: Id } | { why: string };

const round = (v: number) => Math.round(v * 100) / 100;
const made = (label: string, record: AnyRecord): Made => ({
  edit: { label, put: [record], remove: [] },
  select: record.id,
});

/** A spot in the room under the pointer. */
export function makeSpot(job: Job, storeyId: Id, [x, y]: Point): Made {
  const room = job.rooms.find((r) => r.storeyId === storeyId && inPolygon(r.outline, x, y));
  if (!room) return { why: 'A spot belongs to a room: click inside one.' };
  const number = job.spots.reduce((most, s) => Math.max(most, s.number), 0) + 1;
  return made(`Add spot ${number}, ${room.name}`, {
    type: 'spot',
    id: freshId(job, 'spot'),
    number,
    storeyId,
    roomId: room.id,
    name: 'New spot',
    xM: round(x),
    yM: round(y),
    heightM: 0.9,
    activityIds: null,
  });
}

export function makeWall(job: Job, storeyId: Id, [ax, ay]: Point, [bx, by]: Point, assemblyId: Id): Made {
  if (Math.hypot(bx - ax, by - ay) < 0.05) return { why: 'A wall must be at least 5 cm long.' };
  const name = find(job, 'assembly', assemblyId)?.name ?? 'wall';
  return made(`Draw a wall: ${name.toLowerCase()}`, {
    type: 'wall',
    id: freshId(job, 'wall'),
    storeyId,
    ax: round(ax),
    ay: round(ay),
    bx: round(bx),
    by: round(by),
    assemblyId,
  });
}

/** A drawn side nearer than this to the side of the room it cuts is meant to be that side, m. */
const sameSideM = 0.5;
/** Left between two rooms for the wall, m. */
const partitionM = 0.1;

interface Rect {
  left: number;
  top: number;
  right: number;
  bottom: number;
}
const outlineOf = ({ left, top, right, bottom }: Rect): [number, number][] => [
  [left, top],
  [right, top],
  [right, bottom],
  [left, bottom],
];

/** The rectangle that an outline is, or null. */
function rectOf(outline: readonly Point[]): Rect | null {
  const [left, top, right, bottom] = boundsOf(outline);
  const corner = ([x, y]: Point) => (x === left || x === right) && (y === top || y === bottom);
  return outline.length === 4 && outline.every(corner) ? { left, top, right, bottom } : null;
}

/** A room cut in two by a drawn rectangle that takes one end of it: what was drawn, and the rest; null if it does not. */
function cutOff(room: Rect, drawn: Rect): { cut: Rect; rest: Rect } | null {
  const side = (key: keyof Rect) => (Math.abs(room[key] - drawn[key]) < sameSideM ? room[key] : drawn[key]);
  const cut = { left: side('left'), top: side('top'), right: side('right'), bottom: side('bottom') };
  const same = (...keys: (keyof Rect)[]) => keys.every((key) => cut[key] === room[key]);
  if (same('left', 'top', 'bottom') && cut.right < room.right)
    return { cut, rest: { ...room, left: round(cut.right + partitionM) } };
  if (same('right', 'top', 'bottom') && cut.left > room.left)
    return { cut, rest: { ...room, right: round(cut.left - partitionM) } };
  if (same('left', 'right', 'top') && cut.bottom < room.bottom)
    return { cut, rest: { ...room, top: round(cut.bottom + partitionM) } };
  if (same('left', 'right', 'bottom') && cut.top > room.top)
    return { cut, rest: { ...room, bottom: round(cut.top - partitionM) } };
  return null;
}

/** A room between two corners. Where it takes one end of a room that is there, that room keeps the rest. */
export function makeRoom(job: Job, storeyId: Id, [ax, ay]: Point, [bx, by]: Point): Made {
  const drawn: Rect = {
    left: round(Math.min(ax, bx)),
    top: round(Math.min(ay, by)),
    right: round(Math.max(ax, bx)),
    bottom: round(Math.max(ay, by)),
  };
  if (drawn.right - drawn.left < 0.3 || drawn.bottom - drawn.top < 0.3)
    return { why: 'A room must be at least 30 cm each way.' };
  const here = job.rooms.filter((r) => r.storeyId === storeyId);
  const split = here.flatMap((old) => {
    const rect = rectOf(old.outline);
    const parts = rect && cutOff(rect, drawn);
    return parts ? [{ old, ...parts }] : [];
  })[0];
  const n = job.rooms.length + 1;
  const room: Room = {
    type: 'room',
    id: freshId(job, 'room'),
    storeyId,
    name: `Room ${n}`,
    outline: outlineOf(split?.cut ?? drawn),
    holes: [],
    activityIds: [],
  };
  const put: AnyRecord[] = [room];
  if (split) {
    put.push({ ...split.old, outline: outlineOf(split.rest) });
    // spots of the old room that now stand in the new one go with it
    for (const spot of job.spots)
      if (spot.roomId === split.old.id && inPolygon(room.outline, spot.xM, spot.yM))
        put.push({ ...spot, roomId: room.id });
  }
  return { edit: { label: `Add room ${n}`, put, remove: [] }, select: room.id };
}

const doorM = 0.85;

/** A door where a wall was clicked, moved along so that it fits. */
export function makeDoor(job: Job, wall: Wall, [x, y]: Point): Made {
  const length = Math.hypot(wall.bx - wall.ax, wall.by - wall.ay);
  if (length < doorM) return { why: 'This wall is too short for a door.' };
  const along = ((x - wall.ax) * (wall.bx - wall.ax) + (y - wall.ay) * (wall.by - wall.ay)) / length;
  const leaf = job.assemblies.find((a) => a.use === 'opening' && a.hatch === 'timber');
  return made('Add a door', {
    type: 'opening',
    id: freshId(job, 'opening'),
    wallId: wall.id,
    kind: 'door',
    offsetM: round(Math.min(length - doorM / 2, Math.max(doorM / 2, along))),
    widthM: doorM,
    sillM: 0,
    headM: 2,
    assemblyId: leaf?.id ?? null,
    hinge: 'start',
    swing: 'left',
  });
}

/** Draws towards right angles and existing wall ends: within 25 cm an end wins, else 5 cm steps, near-straight made straight. */
export function snapped(job: Job, storeyId: Id, [x, y]: Point, from: Point | null): Point {
  let best: Point | null = null;
  for (const w of job.walls) {
    if (w.storeyId !== storeyId) continue;
    for (const end of [
      [w.ax, w.ay],
      [w.bx, w.by],
    ] as const)
      if (
        Math.hypot(end[0] - x, end[1] - y) < 0.25 &&
        (!best || Math.hypot(end[0] - x, end[1] - y) < Math.hypot(best[0] - x, best[1] - y))
      )
        best = end;
  }
  if (best) return best;
  const grid = (v: number) => Math.round(v * 20) / 20;
  let [sx, sy] = [grid(x), grid(y)];
  if (from && Math.abs(sx - from[0]) < 0.3 && Math.abs(sy - from[1]) > 0.3) sx = from[0];
  if (from && Math.abs(sy - from[1]) < 0.3 && Math.abs(sx - from[0]) > 0.3) sy = from[1];
  return [sx, sy];
}
