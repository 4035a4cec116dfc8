/**
 * A grid of cells over a plan, in typed arrays, for asking which things lie where a path goes: each
 * cell lists the things whose bounds reach into it. The path itself is walked by who asks.
 */
export interface CellGrid {
  /** Corner of the first cell, m. */
  x0: number;
  y0: number;
  cellM: number;
  columns: number;
  rows: number;
  /** Things of cell i: items[start[i]] … items[start[i + 1] − 1]. */
  start: Int32Array;
  items: Int32Array;
}

/** Usual size of a cell, m: about a wall or two in each, in a house. */
const usualCellM = 1.5;
/** Most cells; on a wider site they grow. */
const mostCells = 200_000;
/** Bounds are taken this much wider, m, so that rounding loses nothing on a cell's border. */
const marginM = 1e-6;

/**
 * Builds the grid over all boxes.
 * @param boxes 6 numbers per item: least x, y, z, greatest x, y, z; heights are not used.
 * @param lines 4 numbers per item: the ends of its middle line in plan, or NaN for a thing that fills
 *   its box. A slanting wall is listed only in the cells that it passes.
 */
export function buildCellGrid(boxes: Float64Array, lines: Float64Array): CellGrid {
  const n = boxes.length / 6;
  const box = (i: number, k: number) => boxes[i * 6 + k] as number;
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let i = 0; i < n; i++) {
    x0 = Math.min(x0, box(i, 0));
    y0 = Math.min(y0, box(i, 1));
    x1 = Math.max(x1, box(i, 3));
    y1 = Math.max(y1, box(i, 4));
  }
  if (n === 0) [x0, y0, x1, y1] = [0, 0, 0, 0];
  x0 -= 0.01;
  y0 -= 0.01;
  const cellM = Math.max(usualCellM, Math.sqrt(((x1 - x0) * (y1 - y0)) / mostCells));
  const columns = Math.floor((x1 - x0 + 0.01) / cellM) + 1;
  const rows = Math.floor((y1 - y0 + 0.01) / cellM) + 1;
  const cells: number[][] = Array.from({ length: columns * rows }, () => []);
  for (let i = 0; i < n; i++) {
    const c1 = Math.floor((box(i, 3) + marginM - x0) / cellM);
    const r1 = Math.floor((box(i, 4) + marginM - y0) / cellM);
    for (let r = Math.floor((box(i, 1) - marginM - y0) / cellM); r <= r1; r++)
      for (let c = Math.floor((box(i, 0) - marginM - x0) / cellM); c <= c1; c++)
        if (reaches(lines, i, x0 + c * cellM, y0 + r * cellM, cellM)) cells[r * columns + c]?.push(i);
  }
  const start = new Int32Array(cells.length + 1);
  cells.forEach((list, i) => (start[i + 1] = (start[i] as number) + list.length));
  return { x0, y0, cellM, columns, rows, start, items: Int32Array.from(cells.flat()) };
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
