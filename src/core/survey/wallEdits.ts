/**
 * Changes of walls: each returns the edit, or says in words why not. Walls that meet the changed
 * one stay joined to it, and openings stay where they are in the house.
 */
import type { Result } from '../job/result';
import { crossing, nearestOn } from '../geometry/segment';
import { joinM } from '../geometry/wallGraph';
import type { Edit } from '../job/edits';
import { freshId } from '../job/fresh';
import { find, type Job } from '../job/job';
import type { AnyRecord, Id, Opening, Point, Wall } from '../job/records';
import { halfOf, storeyWalls } from './storeyGraph';

export type Made = Result<{ edit: Edit; select: Id }>;

/** The least length of a wall, m. */
export const leastWallM = 0.05;

export const wallLength = (w: Pick<Wall, 'ax' | 'ay' | 'bx' | 'by'>): number =>
  Math.hypot(w.bx - w.ax, w.by - w.ay);

const round = (v: number) => Math.round(v * 1e4) / 1e4;
const ends = (w: Wall) => [
  { end: 'a' as const, x: w.ax, y: w.ay },
  { end: 'b' as const, x: w.bx, y: w.by },
];
const withEnd = (w: Wall, end: 'a' | 'b', [x, y]: Point): Wall =>
  end === 'a' ? { ...w, ax: round(x), ay: round(y) } : { ...w, bx: round(x), by: round(y) };
const pointAt = (w: Wall, t: number): Point => [w.ax + t * (w.bx - w.ax), w.ay + t * (w.by - w.ay)];

/** Where the lines of two walls cross, m; null when they run nearly parallel. */
function lineCrossing(p: Wall, q: Wall): Point | null {
  const [px, py, qx, qy] = [p.bx - p.ax, p.by - p.ay, q.bx - q.ax, q.by - q.ay];
  const sine = (px * qy - py * qx) / (Math.hypot(px, py) * Math.hypot(qx, qy));
  const at = Math.abs(sine) > 0.05 ? crossing(p, q) : null;
  return at ? pointAt(p, at.t) : null;
}

/** Openings of changed walls, kept at their place in the house; why not, when one no longer fits. */
function openingsOf(job: Job, before: Wall, after: Wall): Opening[] | string {
  const length = wallLength(after);
  const kept: Opening[] = [];
  for (const o of job.openings) {
    if (o.wallId !== before.id) continue;
    if (o.widthM > length)
      return `The ${o.kind} of ${o.widthM.toFixed(2)} m no longer fits in a wall of ${length.toFixed(2)} m.`;
    const [x, y] = pointAt(before, o.offsetM / wallLength(before));
    const offset = nearestOn(after, x, y).t * length;
    const fitted = round(Math.min(length - o.widthM / 2, Math.max(o.widthM / 2, offset)));
    if (fitted !== o.offsetM) kept.push({ ...o, offsetM: fitted });
  }
  return kept;
}

/** The edit that puts changed walls with their openings. A wall that was moved by hand lets go of its taped lengths. */
function reshape(job: Job, label: string, changed: ReadonlyMap<Id, Wall>, select: Id): Made {
  const put: AnyRecord[] = [];
  for (const wall of changed.values()) {
    if (wallLength(wall) < leastWallM)
      return { ok: false, why: 'A wall cannot have zero length. It was not moved.' };
    const before = find(job, 'wall', wall.id);
    if (!before || JSON.stringify(before) === JSON.stringify(wall)) continue;
    const openings = openingsOf(job, before, wall);
    if (typeof openings === 'string') return { ok: false, why: openings };
    put.push(wall, ...openings);
  }
  const remove = job.tapes.filter((t) => t.wallAId === select || t.wallBId === select).map((t) => t.id);
  return { ok: true, edit: { label, put, remove }, select };
}

/** Ends of other walls that stand at a wall's end or in its body, with the one they stand at. */
function standingOn(job: Job, wall: Wall): { wall: Wall; end: 'a' | 'b'; corner: 'a' | 'b' | null }[] {
  const half = halfOf(job, wall);
  return storeyWalls(job, wall.storeyId).flatMap((other) =>
    other.id === wall.id
      ? []
      : ends(other).flatMap(({ end, x, y }) => {
          const corner = ends(wall).find((e) => Math.hypot(e.x - x, e.y - y) < joinM)?.end ?? null;
          return corner || nearestOn(wall, x, y).distance <= half + joinM
            ? [{ wall: other, end, corner }]
            : [];
        }),
  );
}

/** The wall whose body an end stands in (not at that wall's own end). */
function restsOn(job: Job, wall: Wall, [x, y]: Point): Wall | undefined {
  return storeyWalls(job, wall.storeyId).find(
    (other) => other.id !== wall.id && nearestOn(other, x, y).distance <= halfOf(job, other) + joinM,
  );
}

/**
 * Moves a wall sideways (and along, where its ends are free). Walls that meet it are made longer
 * or shorter along their own line, so that corners stay corners.
 */
export function moveWall(job: Job, wall: Wall, dx: number, dy: number, label = 'Move a wall'): Made {
  const moved: Wall = { ...wall, ax: wall.ax + dx, ay: wall.ay + dy, bx: wall.bx + dx, by: wall.by + dy };
  const attached = standingOn(job, wall);
  const changed = new Map<Id, Wall>();
  const now = (w: Wall) => changed.get(w.id) ?? w;
  let result = moved;
  for (const { end, x, y } of ends(wall)) {
    const neighbour =
      attached.find((n) => n.corner === end && lineCrossing(n.wall, moved))?.wall ??
      restsOn(job, wall, [x, y]);
    const at = neighbour ? lineCrossing(neighbour, moved) : null;
    result = withEnd(result, end, at ?? (end === 'a' ? [moved.ax, moved.ay] : [moved.bx, moved.by]));
  }
  changed.set(wall.id, result);
  for (const n of attached) {
    const [ox, oy]: Point = n.end === 'a' ? [n.wall.ax, n.wall.ay] : [n.wall.bx, n.wall.by];
    const corner: Point | null =
      n.corner && (n.corner === 'a' ? [result.ax, result.ay] : [result.bx, result.by]);
    const to = corner ?? lineCrossing(n.wall, moved) ?? [ox + dx, oy + dy];
    changed.set(n.wall.id, withEnd(now(n.wall), n.end, to));
  }
  return reshape(job, label, changed, wall.id);
}

/** Moves an end of a wall; every wall that ends at the same place comes along, and walls that stand on it follow. */
export function moveEnd(
  job: Job,
  wall: Wall,
  end: 'a' | 'b',
  to: Point,
  label = 'Move the end of a wall',
): Made {
  const at: Point = end === 'a' ? [wall.ax, wall.ay] : [wall.bx, wall.by];
  const changed = new Map<Id, Wall>();
  for (const w of storeyWalls(job, wall.storeyId))
    for (const e of ends(w))
      if (Math.hypot(e.x - at[0], e.y - at[1]) < joinM)
        changed.set(w.id, withEnd(changed.get(w.id) ?? w, e.end, to));
  for (const turned of [...changed.values()]) {
    const before = find(job, 'wall', turned.id);
    if (!before) continue;
    for (const n of standingOn(job, before)) {
      if (n.corner || changed.has(n.wall.id)) continue;
      const [x, y]: Point = n.end === 'a' ? [n.wall.ax, n.wall.ay] : [n.wall.bx, n.wall.by];
      const foot = nearestOn(turned, x, y);
      changed.set(n.wall.id, withEnd(n.wall, n.end, lineCrossing(n.wall, turned) ?? [foot.x, foot.y]));
    }
  }
  return reshape(job, label, changed, wall.id);
}

/** Makes a wall this long from its first end on, its neighbours with it. */
export function setWallLength(job: Job, wall: Wall, lengthM: number): Made {
  const factor = lengthM / wallLength(wall);
  return moveEnd(
    job,
    wall,
    'b',
    [wall.ax + (wall.bx - wall.ax) * factor, wall.ay + (wall.by - wall.ay) * factor],
    'Length of a wall',
  );
}

/** Cuts a wall in two at a distance from its first end; openings go with their part. */
export function splitWall(job: Job, wall: Wall, atM: number): Made {
  const length = wallLength(wall);
  if (atM < leastWallM || atM > length - leastWallM)
    return { ok: false, why: 'Click nearer to the middle of the wall to split it.' };
  const openings = job.openings.filter((o) => o.wallId === wall.id);
  const across = openings.find((o) => Math.abs(o.offsetM - atM) < o.widthM / 2);
  if (across) return { ok: false, why: `There is a ${across.kind} just there: split beside it.` };
  const [x, y] = pointAt(wall, atM / length).map(round);
  const second: Wall = { ...wall, id: freshId(job, 'wall'), ax: x ?? 0, ay: y ?? 0 };
  const put: AnyRecord[] = [{ ...wall, bx: second.ax, by: second.ay }, second];
  for (const o of openings)
    if (o.offsetM > atM) put.push({ ...o, wallId: second.id, offsetM: round(o.offsetM - atM) });
  return { ok: true, edit: { label: 'Split a wall', put, remove: [] }, select: second.id };
}

/** Joins a wall with the one that goes on from it in a line, of the same construction. */
export function joinWall(job: Job, wall: Wall): Made {
  for (const { end, x, y } of ends(wall))
    for (const other of storeyWalls(job, wall.storeyId)) {
      const shared = ends(other).find((e) => Math.hypot(e.x - x, e.y - y) < joinM);
      if (other.id === wall.id || !shared || other.assemblyId !== wall.assemblyId) continue;
      const far: Point = shared.end === 'a' ? [other.bx, other.by] : [other.ax, other.ay];
      const whole = withEnd(wall, end, far);
      if (
        nearestOn(whole, x, y).distance > joinM ||
        wallLength(whole) < Math.max(wallLength(wall), wallLength(other))
      )
        continue;
      const own = openingsOf(job, wall, whole);
      if (typeof own === 'string') return { ok: false, why: own };
      const taken = job.openings.flatMap((o): Opening[] => {
        if (o.wallId !== other.id) return [];
        const [ox, oy] = pointAt(other, o.offsetM / wallLength(other));
        return [{ ...o, wallId: wall.id, offsetM: round(nearestOn(whole, ox, oy).t * wallLength(whole)) }];
      });
      const tapes = job.tapes.flatMap((t) => {
        if (t.wallAId !== other.id && t.wallBId !== other.id) return [];
        const next = {
          ...t,
          wallAId: t.wallAId === other.id ? wall.id : t.wallAId,
          wallBId: t.wallBId === other.id ? wall.id : t.wallBId,
        };
        return next.wallAId === next.wallBId ? [] : [next];
      });
      const lost = job.tapes.filter((t) =>
        [t.wallAId, t.wallBId].every((id) => id === other.id || id === wall.id),
      );
      return {
        ok: true,
        edit: {
          label: 'Join two walls',
          put: [whole, ...own, ...taken, ...tapes],
          remove: [other.id, ...lost.map((t) => t.id)],
        },
        select: wall.id,
      };
    }
  return { ok: false, why: 'No wall of the same construction goes on from this one in a line.' };
}

/** Slides an opening along its wall, as far as it fits beside its neighbours. */
export function slideOpening(job: Job, opening: Opening, offsetM: number): Opening {
  const wall = find(job, 'wall', opening.wallId);
  if (!wall) return opening;
  let [low, high] = [opening.widthM / 2, wallLength(wall) - opening.widthM / 2];
  for (const o of job.openings) {
    if (o.wallId !== wall.id || o.id === opening.id) continue;
    const spacingM = (o.widthM + opening.widthM) / 2;
    if (o.offsetM <= opening.offsetM) low = Math.max(low, o.offsetM + spacingM);
    else high = Math.min(high, o.offsetM - spacingM);
  }
  return high < low ? opening : { ...opening, offsetM: round(Math.min(high, Math.max(low, offsetM))) };
}
