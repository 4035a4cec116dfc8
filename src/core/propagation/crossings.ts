import type { Scene } from './scene';
import type { Shapes } from './shapes';

/** What one straight path crosses; made once and filled again and again. */
export interface Crossings {
  count: number;
  /** Item of each crossing: a wall, floor, box, door, hole; see Shapes. */
  item: Int32Array;
  /** Key of each crossing, see Scene. */
  key: Int32Array;
  /** Cosine of the angle of incidence, 0 … 1; 1 = at right angles. */
  cosine: Float64Array;
  /** Where on the path, 0 … 1. */
  at: Float64Array;
}

/** Most crossings of one path; a path through more is not one that anybody measures. */
const most = 512;

export const makeCrossings = (): Crossings => ({
  count: 0,
  item: new Int32Array(most),
  key: new Int32Array(most),
  cosine: new Float64Array(most),
  at: new Float64Array(most),
});

/** A path that only touches a plane with an end does not cross it. */
const edge = 1e-9;

/**
 * Fills `out` with everything that the straight path from p to q crosses (site coordinates, m), in
 * no set order. Openings count instead of their wall; open ones not at all. A path that runs within
 * a wall's plane does not cross that wall. Allocates nothing.
 */
export function crossings(
  scene: Scene,
  px: number,
  py: number,
  pz: number,
  qx: number,
  qy: number,
  qz: number,
  out: Crossings,
): void {
  out.count = 0;
  const dx = qx - px;
  const dy = qy - py;
  const dz = qz - pz;
  const length = Math.sqrt(dx * dx + dy * dy + dz * dz);
  if (!(length > 1e-6)) return;
  const { shapes } = scene;
  const { slabs } = shapes;
  if (dz > edge || dz < -edge)
    for (let slab = 0; slab < slabs; slab++) crossSlab(shapes, slab, px, py, pz, dx, dy, dz, length, out);
  walkCells(scene, px, py, pz, dx, dy, dz, length, out);
}

/**
 * Walks the cells under the path in order and tests what stands in each. A thing listed in many
 * cells counts in the one where the path meets it.
 */
function walkCells(
  scene: Scene,
  px: number,
  py: number,
  pz: number,
  dx: number,
  dy: number,
  dz: number,
  length: number,
  out: Crossings,
) {
  const { x0, y0, cellM, columns, rows, start, items } = scene.cells;
  const { shapes } = scene;
  const { panels, plane, side, reach } = shapes;
  // the part of the path over the grid
  let enter = 0;
  let last = 1;
  const gx = px - x0;
  const gy = py - y0;
  if (dx > edge || dx < -edge) {
    const s = -gx / dx;
    const e = (columns * cellM - gx) / dx;
    enter = Math.max(enter, s < e ? s : e);
    last = Math.min(last, s < e ? e : s);
  } else if (gx < 0 || gx >= columns * cellM) return;
  if (dy > edge || dy < -edge) {
    const s = -gy / dy;
    const e = (rows * cellM - gy) / dy;
    enter = Math.max(enter, s < e ? s : e);
    last = Math.min(last, s < e ? e : s);
  } else if (gy < 0 || gy >= rows * cellM) return;
  if (enter >= last) return;
  let column = Math.floor((gx + enter * dx) / cellM);
  let row = Math.floor((gy + enter * dy) / cellM);
  column = column < 0 ? 0 : column >= columns ? columns - 1 : column;
  row = row < 0 ? 0 : row >= rows ? rows - 1 : row;
  const stepX = dx > 0 ? 1 : -1;
  const stepY = dy > 0 ? 1 : -1;
  const perX = dx > edge || dx < -edge ? Math.abs(cellM / dx) : Infinity;
  const perY = dy > edge || dy < -edge ? Math.abs(cellM / dy) : Infinity;
  let nextX = perX === Infinity ? Infinity : ((column + (stepX > 0 ? 1 : 0)) * cellM - gx) / dx;
  let nextY = perY === Infinity ? Infinity : ((row + (stepY > 0 ? 1 : 0)) * cellM - gy) / dy;
  for (;;) {
    let leave = nextX < nextY ? nextX : nextY;
    const end = leave >= last;
    if (end) leave = last + edge;
    const za = pz + enter * dz;
    const zb = pz + leave * dz;
    const low = (za < zb ? za : zb) - edge;
    const high = (za < zb ? zb : za) + edge;
    const cell = row * columns + column;
    const stop = start[cell + 1] as number;
    for (let i = start[cell] as number; i < stop; i++) {
      const item = items[i] as number;
      if ((reach[item * 2 + 1] as number) < low || (reach[item * 2] as number) > high) continue;
      if (item >= panels) {
        crossBlock(shapes, item, px, py, pz, dx, dy, dz, enter, leave, out);
        continue;
      }
      // a panel: where the path meets its plane, and whether that is within this cell and its sides
      const o = item * 12;
      const nx = plane[o] as number;
      const ny = plane[o + 1] as number;
      const nz = plane[o + 2] as number;
      const slope = nx * dx + ny * dy + nz * dz;
      const away = (plane[o + 3] as number) - nx * px - ny * py - nz * pz;
      if (
        slope > 0
          ? away < enter * slope || away >= leave * slope
          : away > enter * slope || away <= leave * slope
      )
        continue;
      if (slope < edge && slope > -edge) continue;
      const t = away / slope;
      if (t <= edge || t >= 1 - edge) continue;
      const x = px + t * dx;
      const y = py + t * dy;
      const z = pz + t * dz;
      const a =
        (plane[o + 4] as number) * x +
        (plane[o + 5] as number) * y +
        (plane[o + 6] as number) * z -
        (plane[o + 7] as number);
      if (a < 0 || a > (side[item * 2] as number)) continue;
      const b =
        (plane[o + 8] as number) * x +
        (plane[o + 9] as number) * y +
        (plane[o + 10] as number) * z -
        (plane[o + 11] as number);
      if (b < 0 || b > (side[item * 2 + 1] as number)) continue;
      add(shapes, openingAt(shapes, item, a, b), (slope < 0 ? -slope : slope) / length, t, out);
    }
    if (end) return;
    enter = leave;
    if (nextX < nextY) {
      column += stepX;
      nextX += perX;
    } else {
      row += stepY;
      nextY += perY;
    }
    if (column < 0 || column >= columns || row < 0 || row >= rows) return;
  }
}

function add(shapes: Shapes, item: number, cosine: number, at: number, out: Crossings) {
  const key = shapes.key[item] as number;
  if (key < 0 || out.count >= most) return;
  const i = out.count++;
  out.item[i] = item;
  out.key[i] = key;
  out.cosine[i] = cosine > 1 ? 1 : cosine;
  out.at[i] = at;
}

/** The opening of a panel that holds a place on it, else the panel itself. */
function openingAt(shapes: Shapes, item: number, a: number, b: number): number {
  const { open, openStart } = shapes;
  const end = openStart[item + 1] as number;
  for (let i = openStart[item] as number; i < end; i++)
    if (
      a > (open[i * 4] as number) &&
      a < (open[i * 4 + 1] as number) &&
      b > (open[i * 4 + 2] as number) &&
      b < (open[i * 4 + 3] as number)
    )
      return shapes.firstOpening + i;
  return item;
}

function crossSlab(
  shapes: Shapes,
  slab: number,
  px: number,
  py: number,
  pz: number,
  dx: number,
  dy: number,
  dz: number,
  length: number,
  out: Crossings,
) {
  const t = ((shapes.level[slab] as number) - pz) / dz;
  if (t <= edge || t >= 1 - edge) return;
  const x = px + t * dx;
  const y = py + t * dy;
  if (!inRing(shapes, slab, x, y)) return;
  const end = shapes.holeStart[slab + 1] as number;
  let crossed = shapes.panels + shapes.blocks + slab;
  for (let h = shapes.holeStart[slab] as number; h < end; h++)
    if (inRing(shapes, shapes.slabs + h, x, y)) {
      crossed = shapes.firstHole + h;
      break;
    }
  add(shapes, crossed, Math.abs(dz) / length, t, out);
}

/** Even–odd rule on packed corners, as `inPolygon`. */
function inRing({ ringStart, corner }: Shapes, ring: number, x: number, y: number): boolean {
  const start = ringStart[ring] as number;
  const end = ringStart[ring + 1] as number;
  let inside = false;
  for (let i = start, k = end - 1; i < end; k = i++) {
    const xi = corner[i * 2] as number;
    const yi = corner[i * 2 + 1] as number;
    const xk = corner[k * 2] as number;
    const yk = corner[k * 2 + 1] as number;
    if (yi > y !== yk > y && x < ((xk - xi) * (y - yi)) / (yk - yi) + xi) inside = !inside;
  }
  return inside;
}

function crossBlock(
  shapes: Shapes,
  item: number,
  px: number,
  py: number,
  pz: number,
  dx: number,
  dy: number,
  dz: number,
  cellEnter: number,
  cellLeave: number,
  out: Crossings,
) {
  // into the box's own directions, then the part of the path between each pair of faces
  const { block } = shapes;
  const o = (item - shapes.panels) * 8;
  const x = px - (block[o] as number);
  const y = py - (block[o + 1] as number);
  const cos = block[o + 2] as number;
  const sin = block[o + 3] as number;
  let enter = 0;
  let leave = 1;
  for (let side = 0; side < 3; side++) {
    const start = side === 0 ? x * cos + y * sin : side === 1 ? y * cos - x * sin : pz;
    const step = side === 0 ? dx * cos + dy * sin : side === 1 ? dy * cos - dx * sin : dz;
    const high = block[o + (side === 2 ? 7 : 4 + side)] as number;
    const low = side === 2 ? (block[o + 6] as number) : -high;
    if (step < edge && step > -edge) {
      if (start < low || start > high) return;
      continue;
    }
    const s = (low - start) / step;
    const e = (high - start) / step;
    enter = Math.max(enter, Math.min(s, e));
    leave = Math.min(leave, Math.max(s, e));
  }
  if (enter < cellEnter || enter >= cellLeave) return;
  if (leave - enter > edge) add(shapes, item, 1, enter, out);
}
