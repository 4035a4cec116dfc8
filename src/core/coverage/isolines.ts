import { contours } from 'd3-contour';
import type { RoomGrid } from './grid';

/** The part of a room where a layer is at least `level`, as rings in building coordinates, m. */
export interface Isoband {
  level: number;
  /** Outer rings and holes one after the other, x, y each; drawn with the even–odd rule and clipped by the room. */
  points: Float32Array;
  /** Where each ring starts in `points`, counted in points; one more at the end. */
  starts: Int32Array;
}

/** Packs rings of [column, row] of a lattice as a band, in building coordinates. */
function bandOf(
  level: number,
  rings: readonly (readonly number[][])[],
  { x0, y0, stepM }: RoomGrid,
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
  return { level, points, starts };
}

/**
 * The mean over the nodes beside and around each node of the room: a device is never at a point, so
 * what is drawn is the mean over about two steps each way. Does not reach through walls.
 */
function localMean({ columns, inside }: RoomGrid, values: Float32Array): Float32Array {
  const at = new Map(Array.from(inside, (node, i) => [node, i]));
  return values.map((own, i) => {
    const node = inside[i] as number;
    let sum = 2 * own;
    let weight = 2;
    for (const step of [-1, 1, -columns, columns, -columns - 1, -columns + 1, columns - 1, columns + 1]) {
      const k = at.get(node + step);
      if (k === undefined) continue;
      sum += values[k] as number;
      weight++;
    }
    return sum / weight;
  });
}

/**
 * Regions at or above each level. Nodes outside the room take the mean of the nearest nodes inside,
 * so that a region meets the wall instead of bending before it.
 * @param values one per node inside the room.
 */
export function isobands(grid: RoomGrid, values: Float32Array, levels: readonly number[]): Isoband[] {
  const { columns, rows } = grid;
  if (values.length === 0) return levels.map((level) => bandOf(level, [], grid));
  const full = Array.from(spread(grid, localMean(grid, localMean(grid, values))));
  const shapes = contours().size([columns, rows]).smooth(true);
  return levels.map((level) => bandOf(level, shapes.contour(full, level).coordinates.flat(), grid));
}

/** Values on the whole lattice: inside as given, outside grown from the nearest ones inside. */
function spread({ columns, rows, inside }: RoomGrid, values: Float32Array): Float32Array {
  const full = new Float32Array(columns * rows).fill(NaN);
  inside.forEach((node, i) => (full[node] = values[i] as number));
  for (let pass = 0; pass < columns + rows; pass++) {
    const grown: [number, number][] = [];
    for (let node = 0; node < full.length; node++) {
      if (!Number.isNaN(full[node])) continue;
      const column = node % columns;
      let sum = 0;
      let count = 0;
      for (let dy = -1; dy <= 1; dy++)
        for (let dx = -1; dx <= 1; dx++) {
          if (column + dx < 0 || column + dx >= columns) continue;
          const v = full[node + dy * columns + dx];
          if (v === undefined || Number.isNaN(v)) continue;
          sum += v;
          count++;
        }
      if (count) grown.push([node, sum / count]);
    }
    if (grown.length === 0) break;
    for (const [node, v] of grown) full[node] = v;
  }
  return full;
}
