/**
 * A grid of cells in space, in typed arrays, for asking which things lie where a path goes: each
 * cell lists the things whose bounds reach into it. The path itself is walked by who asks.
 */
export interface CellGrid {
  /** Corner of the first cell, m. */
  x0: number;
  y0: number;
  z0: number;
  /** Size of a cell in plan, and its height, m. */
  cellM: number;
  cellHeightM: number;
  columns: number;
  rows: number;
  layers: number;
  /** Things of cell i = (layer × rows + row) × columns + column: items[start[i]] … items[start[i + 1] − 1]. */
  start: Int32Array;
  items: Int32Array;
}

/** Usual size of a cell, m: about a wall or two in each, in a house; two cells to a storey. */
const usualCellM = 3;
const usualHeightM = 2.6;
/** Most cells; on a wider site they grow. */
const mostCells = 200_000;
/** Bounds are taken this much wider, m, so that rounding loses nothing on a cell's border. */
const marginM = 1e-6;

/**
 * Builds the grid over all boxes.
 * @param boxes 6 numbers per item: least x, y, z, greatest x, y, z.
 * @param lines 4 numbers per item: the ends of its middle line in plan, or NaN for a thing that fills
 *   its box. A slanting wall is listed only in the cells that it passes.
 */
export function buildCellGrid(boxes: Float64Array, lines: Float64Array): CellGrid {
  const n = boxes.length / 6;
  const box = (i: number, k: number) => boxes[i * 6 + k] as number;
  const least = [Infinity, Infinity, Infinity];
  const most = [-Infinity, -Infinity, -Infinity];
  for (let i = 0; i < n; i++)
    for (let d = 0; d < 3; d++) {
      least[d] = Math.min(least[d] as number, box(i, d));
      most[d] = Math.max(most[d] as number, box(i, d + 3));
    }
  const origin = least.map((v) => (n === 0 ? 0 : v - 0.01));
  const extent = most.map((v, d) => (n === 0 ? 0.01 : v - (origin[d] as number) + 0.01));
  const [x0 = 0, y0 = 0, z0 = 0] = origin;
  const [width = 0, depth = 0, height = 0] = extent;
  const layers = Math.floor(height / usualHeightM) + 1;
  const cellM = Math.max(usualCellM, Math.sqrt((width * depth * layers) / mostCells));
  const columns = Math.floor(width / cellM) + 1;
  const rows = Math.floor(depth / cellM) + 1;
  const size = [cellM, cellM, usualHeightM];
  const counts = [columns, rows, layers];
  const cells: number[][] = Array.from({ length: columns * rows * layers }, () => []);
  for (let i = 0; i < n; i++) {
    const cellAt = (d: number, v: number) =>
      Math.min(
        (counts[d] as number) - 1,
        Math.max(0, Math.floor((v - (origin[d] as number)) / (size[d] as number))),
      );
    const [c0, r0, l0] = [0, 1, 2].map((d) => cellAt(d, box(i, d) - marginM)) as [number, number, number];
    const [c1, r1, l1] = [0, 1, 2].map((d) => cellAt(d, box(i, d + 3) + marginM)) as [number, number, number];
    for (let r = r0; r <= r1; r++)
      for (let c = c0; c <= c1; c++) {
        if (!reaches(lines, i, x0 + c * cellM, y0 + r * cellM, cellM)) continue;
        for (let l = l0; l <= l1; l++) cells[(l * rows + r) * columns + c]?.push(i);
      }
  }
  const start = new Int32Array(cells.length + 1);
  cells.forEach((list, i) => (start[i + 1] = (start[i] as number) + list.length));
  return {
    x0,
    y0,
    z0,
    cellM,
    cellHeightM: usualHeightM,
    columns,
    rows,
    layers,
    start,
    items: Int32Array.from(cells.flat()),
  };
}

/** Does an item's middle line come into a cell? Its line separates the cell's corners, or it fills its box. */
function reaches(lines: Float64Array, i: number, x: number, y: number, cell: number): boolean {
  const ax = lines[i * 4] as number;
  if (Number.isNaN(ax)) return true;
  const ay = lines[i * 4 + 1] as number;
  const dx = (lines[i * 4 + 2] as number) - ax;
  const dy = (lines[i * 4 + 3] as number) - ay;
  // distance of the cell's middle from the line against the cell's own half width across it
  const away = Math.abs(dx * (y + cell / 2 - ay) - dy * (x + cell / 2 - ax));
  return away <= ((Math.abs(dx) + Math.abs(dy)) * (cell + marginM)) / 2 + marginM * Math.hypot(dx, dy);
}
