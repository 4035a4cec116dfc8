import { contours } from 'd3-contour';
import { nodesAround, type RoomGrid } from './grid';

/** The part of a room where a layer is at least `level`, as rings in building coordinates, m. */
export interface Isoband {
  level: number;
  /** Outer rings and holes one after the other, x, y each; drawn with the even–odd rule and clipped by the room. */
  points: Float32Array;
  /** Where each ring starts in `points`, counted in points; one more at the end. */
  starts: Int32Array;
  /** The whole room is at or above the level. */
  whole: boolean;
}

/** Packs rings of [column, row] of a lattice as a band, in building coordinates. */
function bandOf(
  level: number,
  rings: readonly (readonly number[][])[],
  { x0, y0, stepM }: RoomGrid,
  whole = false,
): Isoband {
  const starts = new Int32Array(rings.length + 1);
  rings.forEach((ring, i) => (starts[i + 1] = (starts[i] as number) + ring.length));
  const points = new Float32Array(2 * (starts[rings.length] as number));
  let n = 0;
  for (const ring of rings)
    for (const [column = 0, row = 0] of ring) {
      points[n++] = x0 + (column - 0.5) * stepM;
      points[n++] = y0 + (row - 0.5) * stepM;
    }
  return { level, points, starts, whole };
}

/** Where the nodes of a lattice outside its room take their values from; kept with the grid. */
interface Sources {
  /** Nodes outside in the order in which they are filled, and the nodes each takes the mean of: from[start[i]] … */
  outside: Int32Array;
  start: Int32Array;
  from: Int32Array;
}

const kept = new WeakMap<RoomGrid, Sources>();

function sourcesOf(grid: RoomGrid): Sources {
  const known = kept.get(grid);
  if (known) return known;
  const { columns, rows, inside } = grid;
  const filled = new Uint8Array(columns * rows);
  for (const node of inside) filled[node] = 1;
  const beside = (node: number): number[] => {
    const column = node % columns;
    return [-1, 0, 1].flatMap((dy) =>
      [-1, 0, 1].flatMap((dx) => {
        const k = node + dy * columns + dx;
        const on = column + dx >= 0 && column + dx < columns && k >= 0 && k < filled.length;
        return on && k !== node ? [k] : [];
      }),
    );
  };
  const outside: number[] = [];
  const start = [0];
  const from: number[] = [];
  for (let before = -1; before !== outside.length;) {
    before = outside.length;
    for (let node = 0; node < filled.length; node++) {
      if (filled[node]) continue;
      const sources = beside(node).filter((k) => filled[k]);
      if (sources.length === 0) continue;
      outside.push(node);
      from.push(...sources);
      start.push(from.length);
    }
    // what was filled in this round is a source only for the next
    for (let i = before; i < outside.length; i++) filled[outside[i] as number] = 1;
  }
  const sources = {
    outside: Int32Array.from(outside),
    start: Int32Array.from(start),
    from: Int32Array.from(from),
  };
  kept.set(grid, sources);
  return sources;
}

/**
 * The mean over the nodes beside and around each node of the room: a device is never at a point, so
 * what is drawn is the mean over about two steps each way. Does not reach through walls.
 */
function localMean(around: Int32Array, values: Float32Array): Float32Array {
  const out = new Float32Array(values.length);
  for (let i = 0; i < values.length; i++) {
    let sum = 2 * (values[i] as number);
    let weight = 2;
    for (let s = i * 8; s < i * 8 + 8; s++) {
      const k = around[s] as number;
      if (k < 0) continue;
      sum += values[k] as number;
      weight++;
    }
    out[i] = sum / weight;
  }
  return out;
}

/**
 * Regions at or above each level. Nodes outside the room take the mean of the nearest nodes inside,
 * so that a region meets the wall instead of bending before it.
 * @param values one per node inside the room.
 */
export function isobands(grid: RoomGrid, values: Float32Array, levels: readonly number[]): Isoband[] {
  const { columns, rows } = grid;
  if (values.length === 0) return levels.map((level) => bandOf(level, [], grid));
  const around = nodesAround(grid);
  const full = spread(grid, sourcesOf(grid), localMean(around, localMean(around, values)));
  const most = full.reduce((a, b) => Math.max(a, b));
  const least = full.reduce((a, b) => Math.min(a, b));
  const shapes = contours().size([columns, rows]).smooth(true);
  const all = [
    [0, 0],
    [columns, 0],
    [columns, rows],
    [0, rows],
    [0, 0],
  ];
  return levels.map((level) => {
    if (level > most) return bandOf(level, [], grid);
    if (level < least) return bandOf(level, [all], grid, true);
    return bandOf(level, shapes.contour(full, level).coordinates.flat(), grid);
  });
}

/** Values on the whole lattice: inside as given, outside grown from the nearest ones inside. */
function spread(
  { columns, rows, inside }: RoomGrid,
  { outside, start, from }: Sources,
  values: Float32Array,
) {
  const full = new Array<number>(columns * rows).fill(0);
  for (let i = 0; i < values.length; i++) full[inside[i] as number] = values[i] as number;
  for (let i = 0; i < outside.length; i++) {
    let sum = 0;
    const end = start[i + 1] as number;
    for (let s = start[i] as number; s < end; s++) sum += full[from[s] as number] as number;
    full[outside[i] as number] = sum / (end - (start[i] as number));
  }
  return full;
}
