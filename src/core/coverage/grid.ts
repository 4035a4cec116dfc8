import { boundsOf, toSite } from '../geometry/place';
import { inRegion } from '../geometry/region';
import { get, type Job } from '../job/job';
import type { Id, Room } from '../job/records';

/** Height above the floor at which coverage is computed, m: a device on a table. */
export const coverageHeightM = 1;

/** A lattice over one room. Nodes outside the room take part in no computing. */
export interface RoomGrid {
  room: Room;
  /** First node, building coordinates, m; nodes lie on multiples of the step. */
  x0: number;
  y0: number;
  stepM: number;
  columns: number;
  rows: number;
  /** Nodes inside the room: index in the lattice, row by row. */
  inside: Int32Array;
  /** Something is dragged: fewer nodes are worked out in full; see `latticeOf`. */
  coarse: boolean;
  /** Site coordinates of those nodes: x, y, z each. */
  at: Float64Array;
}

/** Most nodes of a storey's lattices, those outside its rooms included (planning: some 10 s of computing on a slow machine). */
export const mostNodes = 60_000;

/** The step, or the smallest whole multiple of it with which the rooms of a storey have at most `mostNodes`. */
export function affordableStep(rooms: readonly Pick<Room, 'outline'>[], stepM: number): number {
  const area = rooms.reduce((sum, { outline }) => {
    const [left, top, right, bottom] = boundsOf(outline);
    return sum + (right - left) * (bottom - top);
  }, 0);
  return stepM * Math.max(1, Math.ceil(Math.sqrt(area / mostNodes) / stepM));
}

/** Lattices over all rooms of a storey, one cell of margin around each; wider than asked where the storey is very large. */
export function gridsOf(job: Job, storeyId: Id, wantedM: number, coarse = false): RoomGrid[] {
  if (!(wantedM >= 0.05)) throw new RangeError('wantedM: at least 0.05 m');
  const stepM = affordableStep(
    job.rooms.filter((r) => r.storeyId === storeyId),
    wantedM,
  );
  const storey = get(job, 'storey', storeyId);
  const building = get(job, 'building', storey.buildingId);
  return job.rooms
    .filter((r) => r.storeyId === storeyId)
    .map((room) => {
      const [left, top, right, bottom] = boundsOf(room.outline);
      const x0 = (Math.floor(left / stepM) - 1) * stepM;
      const y0 = (Math.floor(top / stepM) - 1) * stepM;
      const columns = Math.ceil(right / stepM) + 2 - Math.round(x0 / stepM);
      const rows = Math.ceil(bottom / stepM) + 2 - Math.round(y0 / stepM);
      const inside: number[] = [];
      const at: number[] = [];
      for (let i = 0; i < columns * rows; i++) {
        const [x, y] = [x0 + (i % columns) * stepM, y0 + Math.floor(i / columns) * stepM];
        if (!inRegion(room, x, y)) continue;
        inside.push(i);
        at.push(...toSite(building, x, y), storey.floorZM + coverageHeightM);
      }
      return {
        room,
        x0,
        y0,
        stepM,
        columns,
        rows,
        inside: Int32Array.from(inside),
        coarse,
        at: Float64Array.from(at),
      };
    });
}

const keptAround = new WeakMap<RoomGrid, Int32Array>();

/**
 * Eight per node inside: the nodes around it, as places in `inside`, −1 where there is none inside the
 * room. First the four beside it, then those across its corners. Kept with the grid.
 */
export function nodesAround(grid: RoomGrid): Int32Array {
  const known = keptAround.get(grid);
  if (known) return known;
  const { columns, rows, inside } = grid;
  const at = new Int32Array(columns * rows).fill(-1);
  inside.forEach((node, i) => (at[node] = i));
  const around = new Int32Array(8 * inside.length).fill(-1);
  // a cell of margin lies round every room, so no step leaves the lattice
  const steps = [-1, 1, -columns, columns, -columns - 1, -columns + 1, columns - 1, columns + 1];
  inside.forEach((node, i) => steps.forEach((step, k) => (around[i * 8 + k] = at[node + step] ?? -1)));
  keptAround.set(grid, around);
  return around;
}

/** Where a grid is worked out in full, and what the nodes between take over. */
export interface Lattice {
  /** 1 for the nodes that are worked out in full. */
  isFull: Uint8Array;
  /** 4 per other node: full nodes round it, as places in `inside`, −1 = none; and their weights, together 1. */
  from: Int32Array;
  weight: Float32Array;
}

/** Nodes from one that is worked out in full to the next: while something is dragged, and at rest (1.5 m and 1 m indoors). */
const latticeSteps = { dragged: 3, atRest: 4 };
const keptLattices = new WeakMap<RoomGrid, Lattice>();

/** The lattice of a grid: its nodes weigh linearly along both axes. Nodes with none of them round are full too. Kept with the grid. */
export function latticeOf(grid: RoomGrid): Lattice {
  const known = keptLattices.get(grid);
  if (known) return known;
  const { columns, inside } = grid;
  const every = grid.coarse ? latticeSteps.dragged : latticeSteps.atRest;
  const at = new Map<number, number>();
  inside.forEach((node, i) => at.set(node, i));
  const isFull = new Uint8Array(inside.length);
  const from = new Int32Array(4 * inside.length).fill(-1);
  const weight = new Float32Array(4 * inside.length);
  inside.forEach((node, i) => {
    const [column, row] = [node % columns, Math.floor(node / columns)];
    const [u, v] = [(column % every) / every, (row % every) / every];
    const corner = (row - (row % every)) * columns + column - (column % every);
    if (u === 0 && v === 0) {
      isFull[i] = 1;
      return;
    }
    const round: [number, number][] = [
      [corner, (1 - u) * (1 - v)],
      [corner + every, u * (1 - v)],
      [corner + every * columns, (1 - u) * v],
      [corner + every * columns + every, u * v],
    ];
    const there = round.filter(([n, w]) => w > 0 && at.has(n));
    const all = there.reduce((sum, [, w]) => sum + w, 0);
    if (all === 0) isFull[i] = 1;
    there.forEach(([n, w], k) => {
      from[i * 4 + k] = at.get(n) ?? -1;
      weight[i * 4 + k] = w / all;
    });
  });
  const lattice = { isFull, from, weight };
  keptLattices.set(grid, lattice);
  return lattice;
}
