/** Where a point being drawn wants to be: ends, crossings and middles of walls, right angles, equal lengths, the grid. */
import { crossing, nearestOn } from '../geometry/segment';
import { find, type Job } from '../job/job';
import type { Id, Point, Wall } from '../job/records';
import { halfOf, storeyWalls } from './storeyGraph';
import { wallLength } from './wallEdits';
import { toMillimetre } from '../geometry/round';

export type SnapKind =
  'end' | 'crossing' | 'middle' | 'wall' | 'square' | 'below' | 'same-length' | 'in-line' | 'grid' | 'free';

export interface Snap {
  x: number;
  y: number;
  kind: SnapKind;
  /** What it caught, in words; empty for the grid. */
  words: string;
  /** The direction is held at a right angle to the building or the wall before. */
  square: boolean;
  wallId: Id | null;
}

export interface SnapFrom {
  x: number;
  y: number;
  /** Direction of the wall before in the chain, degrees; null at its start. */
  beforeDeg: number | null;
}

/** Directions nearer than this to square are square, degrees. */
const squareDeg = 7;
const gridM = 0.05;

const nameOf = (job: Job, w: Wall) => (find(job, 'assembly', w.assemblyId)?.name ?? 'wall').toLowerCase();

/** The storey right below, in the same building. */
export function storeyBelow(job: Job, storeyId: Id): Id | null {
  const own = find(job, 'storey', storeyId);
  const below = job.storeys
    .filter((s) => s.buildingId === own?.buildingId && s.level < (own?.level ?? 0))
    .sort((a, b) => b.level - a.level)[0];
  return below?.id ?? null;
}

/** A point of a wall (end, crossing, middle) within reach, the nearest first kind that there is. */
function pointOfWall(job: Job, walls: readonly Wall[], p: Point, reachM: number): Snap | null {
  const near = walls.filter((w) => nearestOn(w, ...p).distance <= reachM + halfOf(job, w));
  const candidates: (Snap & { rank: number })[] = [];
  const add = (rank: number, kind: SnapKind, x: number, y: number, words: string, wallId: Id) => {
    if (Math.hypot(x - p[0], y - p[1]) <= reachM)
      candidates.push({ rank, kind, x: toMillimetre(x), y: toMillimetre(y), words, square: false, wallId });
  };
  near.forEach((w, i) => {
    add(0, 'end', w.ax, w.ay, 'end of a wall', w.id);
    add(0, 'end', w.bx, w.by, 'end of a wall', w.id);
    add(2, 'middle', (w.ax + w.bx) / 2, (w.ay + w.by) / 2, 'middle of a wall', w.id);
    for (const o of near.slice(i + 1)) {
      const at = crossing(w, o);
      if (at && at.t > 0 && at.t < 1 && at.u > 0 && at.u < 1)
        add(
          1,
          'crossing',
          w.ax + at.t * (w.bx - w.ax),
          w.ay + at.t * (w.by - w.ay),
          'crossing of two walls',
          w.id,
        );
    }
  });
  const best = candidates.sort(
    (a, b) => a.rank - b.rank || Math.hypot(a.x - p[0], a.y - p[1]) - Math.hypot(b.x - p[0], b.y - p[1]),
  )[0];
  if (!best) return null;
  const { rank: _rank, ...snap } = best;
  return snap;
}

/** Direction from a to b, degrees clockwise from east, 0 … 360. */
export const directionDeg = (ax: number, ay: number, bx: number, by: number): number =>
  ((Math.atan2(by - ay, bx - ax) * 180) / Math.PI + 360) % 360;

/** The square direction near to a pointer: along the building, or along or across the wall before. */
function squareDirection(from: SnapFrom, p: Point): number | null {
  const deg = directionDeg(from.x, from.y, ...p);
  const bases = [0, ...(from.beforeDeg === null ? [] : [from.beforeDeg])];
  for (const base of bases) {
    const turn = (((deg - base) % 90) + 90) % 90;
    if (turn < squareDeg || turn > 90 - squareDeg)
      return (((base + Math.round((deg - base) / 90) * 90) % 360) + 360) % 360;
  }
  return null;
}

/**
 * Snaps a pointer.
 * @param reachM how near counts as meant, m (some 10 px on the screen).
 * @param from where the wall being drawn begins; null before its first click.
 */
export function snapPoint(job: Job, storeyId: Id, p: Point, reachM: number, from: SnapFrom | null): Snap {
  const walls = storeyWalls(job, storeyId);
  const own = pointOfWall(job, walls, p, reachM);
  if (own) {
    const deg = from && directionDeg(from.x, from.y, own.x, own.y);
    return { ...own, square: deg !== null && Math.abs(((deg + 45) % 90) - 45) < 0.5 };
  }
  const onWall = (at: Point): Wall | undefined =>
    walls.find((w) => nearestOn(w, ...at).distance <= Math.max(reachM, halfOf(job, w)));
  const deg = from && squareDirection(from, p);
  if (from && deg !== null) {
    const [ux, uy] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
    const along = (x: number, y: number) => (x - from.x) * ux + (y - from.y) * uy;
    const made = (length: number, kind: SnapKind, words: string, wallId: Id | null = null): Snap => ({
      x: toMillimetre(from.x + ux * length),
      y: toMillimetre(from.y + uy * length),
      kind,
      words: words ? `square, ${words}` : 'square',
      square: true,
      wallId,
    });
    const length = along(...p);
    const end: Point = [from.x + ux * length, from.y + uy * length];
    // meets a wall in this direction
    const met = onWall(end);
    const at = met && crossing({ ax: from.x, ay: from.y, bx: from.x + ux, by: from.y + uy }, met);
    if (met && at && at.t > 0.05 && at.u > -0.02 && at.u < 1.02)
      return made(at.t, 'square', `meets ${nameOf(job, met)}`, met.id);
    const below = storeyBelow(job, storeyId);
    for (const w of below ? storeyWalls(job, below) : []) {
      const over = crossing({ ax: from.x, ay: from.y, bx: from.x + ux, by: from.y + uy }, w);
      if (over && over.u > -0.02 && over.u < 1.02 && Math.abs(over.t - length) < reachM)
        return made(over.t, 'below', `over the ${nameOf(job, w)} below`, w.id);
    }
    for (const w of walls)
      for (const [x, y] of [
        [w.ax, w.ay],
        [w.bx, w.by],
      ] as const)
        if (Math.abs(along(x, y) - length) < reachM && along(x, y) > 0.05)
          return made(along(x, y), 'in-line', 'in line with the end of a wall', w.id);
    const same = walls.find((w) => Math.abs(wallLength(w) - length) < reachM);
    if (same) return made(wallLength(same), 'same-length', 'as long as another wall', same.id);
    return made(Math.max(gridM, Math.round(length / gridM) * gridM), 'grid', '');
  }
  const wall = onWall(p);
  if (wall) {
    const foot = nearestOn(wall, ...p);
    // square to the wall from where the drawing began
    if (from) {
      const drop = nearestOn(wall, from.x, from.y);
      if (Math.hypot(drop.x - foot.x, drop.y - foot.y) < reachM)
        return {
          x: toMillimetre(drop.x),
          y: toMillimetre(drop.y),
          kind: 'square',
          words: `square to ${nameOf(job, wall)}`,
          square: true,
          wallId: wall.id,
        };
    }
    const length = wallLength(wall);
    const t = Math.round((foot.t * length) / gridM) * (gridM / length);
    return {
      x: toMillimetre(wall.ax + t * (wall.bx - wall.ax)),
      y: toMillimetre(wall.ay + t * (wall.by - wall.ay)),
      kind: 'wall',
      words: `on ${nameOf(job, wall)}`,
      square: false,
      wallId: wall.id,
    };
  }
  const below = storeyBelow(job, storeyId);
  const under = below ? pointOfWall(job, storeyWalls(job, below), p, reachM) : null;
  if (under) return { ...under, kind: 'below', words: `over the ${under.words} below` };
  return {
    x: toMillimetre(Math.round(p[0] / gridM) * gridM),
    y: toMillimetre(Math.round(p[1] / gridM) * gridM),
    kind: 'grid',
    words: '',
    square: false,
    wallId: null,
  };
}

/**
 * The clear part of a wall between the faces that it runs to: its length less the half thickness of
 * what it meets at either end (of itself where it ends free, as if it turned a corner there).
 */
export function clearEnds(
  job: Job,
  storeyId: Id,
  a: Point,
  b: Point,
  ownHalf: number,
): { atA: number; atB: number } {
  const halfAt = ([x, y]: Point) => {
    const met = storeyWalls(job, storeyId).filter((w) => nearestOn(w, x, y).distance < 0.03);
    const acrossIt = met.filter((w) => {
      const sine =
        ((w.bx - w.ax) * (b[1] - a[1]) - (w.by - w.ay) * (b[0] - a[0])) /
        (wallLength(w) * (Math.hypot(b[0] - a[0], b[1] - a[1]) || 1));
      return Math.abs(sine) > 0.3;
    });
    return acrossIt.length ? Math.max(...acrossIt.map((w) => halfOf(job, w))) : ownHalf;
  };
  return { atA: halfAt(a), atB: halfAt(b) };
}
