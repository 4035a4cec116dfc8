/** A room that lies square in its building, and the walls and rooms that it meets. */
import { shareIn } from '../geometry/region';
import type { Job } from '../job/job';
import type { Id, Room, Wall } from '../job/records';
import type { Side } from './roomLine';
import { halfOf } from './storeyGraph';

/** Clear bounds of a room that lies square in its building, m. */
export interface Bounds {
  west: number;
  north: number;
  east: number;
  south: number;
}

/** A side nearer than this to a wall that is there is meant to be that wall, m: no room fits between. */
export const sameWallM = 0.5;

/** A wall that ends where a side begins is meant to go on along it when it is this near, m. */
const inLineM = 0.25;

export const opposite: Record<Side, Side> = { north: 'south', south: 'north', east: 'west', west: 'east' };
export const isAcross = (side: Side) => side === 'east' || side === 'west';
/** +1 where the outside of the room lies to greater x or y. */
export const outward: Record<Side, 1 | -1> = { north: -1, west: -1, south: 1, east: 1 };
export const allSides: Side[] = ['west', 'north', 'east', 'south'];

export interface Lying {
  wall: Wall;
  /** Middle line: x of a wall that runs north–south, else y. */
  at: number;
  from: number;
  to: number;
  half: number;
}

/** Walls of a storey that run along a side of a square room. */
export function alongSide(job: Job, walls: readonly Wall[], side: Side): Lying[] {
  return walls.flatMap((wall) => {
    const [dx, dy] = [Math.abs(wall.bx - wall.ax), Math.abs(wall.by - wall.ay)];
    const [run, off] = isAcross(side) ? [dy, dx] : [dx, dy];
    if (off > 0.02 * run) return [];
    const [p, q] = isAcross(side) ? [wall.ay, wall.by] : [wall.ax, wall.bx];
    const at = isAcross(side) ? (wall.ax + wall.bx) / 2 : (wall.ay + wall.by) / 2;
    return [{ wall, at, from: Math.min(p, q), to: Math.max(p, q), half: halfOf(job, wall) }];
  });
}

export const spanOf = (b: Bounds, side: Side): [number, number] =>
  isAcross(side) ? [b.north, b.south] : [b.west, b.east];
export const overlap = (l: Lying, [from, to]: readonly [number, number]) =>
  Math.min(l.to, to) - Math.max(l.from, from);

/** The wall that a side falls together with: the one that covers most of it within reach. */
export function wallAt(
  job: Job,
  walls: readonly Wall[],
  b: Bounds,
  side: Side,
  reachM: number,
): { lying: Lying; face: number } | null {
  const span = spanOf(b, side);
  const candidates = alongSide(job, walls, side)
    .map((lying) => ({ lying, face: lying.at - outward[side] * lying.half }))
    .filter(({ lying, face }) => {
      const off = Math.abs(face - b[side]);
      if (overlap(lying, span) > Math.min(0.3, (span[1] - span[0]) / 2)) return off <= reachM;
      // in line with the side, and ending where the side begins
      return off <= Math.min(reachM, inLineM) && overlap(lying, span) > -2 * lying.half - 0.05;
    });
  return candidates.sort((p, q) => Math.abs(p.face - b[side]) - Math.abs(q.face - b[side]))[0] ?? null;
}

export const outlineOf = (b: Bounds): [number, number][] => [
  [b.west, b.north],
  [b.east, b.north],
  [b.east, b.south],
  [b.west, b.south],
];
const grown = (b: Bounds, by: number): Bounds => ({
  west: b.west - by,
  north: b.north - by,
  east: b.east + by,
  south: b.south + by,
});
export const regionOf = (b: Bounds) => ({ outline: outlineOf(b), holes: [] });

/** Where a room lies in relation to those there: free of them, inside one of them, or on top of one. */
export function standing(job: Job, storeyId: Id, b: Bounds): { inside: Room | null; clash: Room | null } {
  const tight = regionOf(grown(b, -Math.min(0.25, (b.east - b.west) / 4, (b.south - b.north) / 4)));
  const rooms = job.rooms.filter((r) => r.storeyId === storeyId);
  const inside = rooms.find((r) => shareIn(tight, r) > 0.97) ?? null;
  const clash = inside
    ? null
    : (rooms.find((r) => shareIn(tight, r) > 0.02 || shareIn(r, tight) > 0.02) ?? null);
  return { inside, clash };
}
