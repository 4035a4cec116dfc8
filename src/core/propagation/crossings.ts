import type { Shapes } from './shapes';
import type { Crossings, Scene } from './model';

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
 * Fills `out` with everything that the straight path from p to q crosses (site coordinates, m), from
 * cell to cell but in no set order within one. The cells of the scene's grid under the path are
 * walked in order; a thing listed in many cells counts in the one where the path meets it. Openings count instead of their wall; open ones not at all. A path that runs within
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
  const { x0, y0, z0, cellM, cellHeightM, columns, rows, layers, start, items } = scene.cells;
  const { walls, panels, slabs, level, plane, side } = shapes;
  const perLength = 1 / length;
  const gx = px - x0;
  const gy = py - y0;
  const gz = pz - z0;
  let enter = 0;
  let last = 1;
  const perX = dx > edge || dx < -edge ? 1 / dx : 0;
  const perY = dy > edge || dy < -edge ? 1 / dy : 0;
  const perZ = dz > edge || dz < -edge ? 1 / dz : 0;
  if (perZ !== 0)
    for (let slab = 0; slab < slabs; slab++) {
      const t = ((level[slab] as number) - pz) * perZ;
      if (t > edge && t < 1 - edge)
        crossSlab(shapes, slab, px + t * dx, py + t * dy, (dz < 0 ? -dz : dz) * perLength, t, out);
    }
  // the part of the path within the grid
  const wide = columns * cellM;
  const deep = rows * cellM;
  const high = layers * cellHeightM;
  if (perX !== 0) {
    const s = -gx * perX;
    const e = (wide - gx) * perX;
    if (s < e) {
      if (s > enter) enter = s;
      if (e < last) last = e;
    } else {
      if (e > enter) enter = e;
      if (s < last) last = s;
    }
  } else if (gx < 0 || gx >= wide) return;
  if (perY !== 0) {
    const s = -gy * perY;
    const e = (deep - gy) * perY;
    if (s < e) {
      if (s > enter) enter = s;
      if (e < last) last = e;
    } else {
      if (e > enter) enter = e;
      if (s < last) last = s;
    }
  } else if (gy < 0 || gy >= deep) return;
  if (perZ !== 0) {
    const s = -gz * perZ;
    const e = (high - gz) * perZ;
    if (s < e) {
      if (s > enter) enter = s;
      if (e < last) last = e;
    } else {
      if (e > enter) enter = e;
      if (s < last) last = s;
    }
  } else if (gz < 0 || gz >= high) return;
  if (enter >= last) return;
  // the first cell, and where on the path each of its far sides is left
  let column = within((gx + enter * dx) / cellM, columns);
  let row = within((gy + enter * dy) / cellM, rows);
  let layer = within((gz + enter * dz) / cellHeightM, layers);
  const stepX = dx > 0 ? 1 : -1;
  const stepY = dy > 0 ? 1 : -1;
  const stepZ = dz > 0 ? 1 : -1;
  const lengthX = perX === 0 ? 0 : cellM * (dx > 0 ? perX : -perX);
  const lengthY = perY === 0 ? 0 : cellM * (dy > 0 ? perY : -perY);
  const lengthZ = perZ === 0 ? 0 : cellHeightM * (dz > 0 ? perZ : -perZ);
  let nextX = perX === 0 ? Infinity : ((column + (dx > 0 ? 1 : 0)) * cellM - gx) * perX;
  let nextY = perY === 0 ? Infinity : ((row + (dy > 0 ? 1 : 0)) * cellM - gy) * perY;
  let nextZ = perZ === 0 ? Infinity : ((layer + (dz > 0 ? 1 : 0)) * cellHeightM - gz) * perZ;
  for (;;) {
    let leave = nextX < nextY ? nextX : nextY;
    if (nextZ < leave) leave = nextZ;
    const end = leave >= last;
    if (end) leave = last + edge;
    const cell = (layer * rows + row) * columns + column;
    const stop = start[cell + 1] as number;
    for (let i = start[cell] as number; i < stop; i++) {
      const item = items[i] as number;
      if (item >= panels) {
        crossBlock(shapes, item, px, py, pz, dx, dy, dz, enter, leave, out);
        continue;
      }
      // a panel: where the path meets its plane, and whether that is within this cell and its sides
      const o = item * 12;
      const nx = plane[o] as number;
      const ny = plane[o + 1] as number;
      let slope = nx * dx + ny * dy;
      let away = (plane[o + 3] as number) - nx * px - ny * py;
      if (item >= walls) {
        // a roof leans
        const nz = plane[o + 2] as number;
        slope += nz * dz;
        away -= nz * pz;
      }
      if (slope < 0) {
        slope = -slope;
        away = -away;
      }
      if (away < enter * slope || away >= leave * slope || slope < edge) continue;
      const t = away / slope;
      if (t <= edge || t >= 1 - edge) continue;
      const x = px + t * dx;
      const y = py + t * dy;
      const z = pz + t * dz;
      const a = (plane[o + 4] as number) * x + (plane[o + 5] as number) * y - (plane[o + 7] as number);
      if (a < 0 || a > (side[item * 2] as number)) continue;
      let b = (plane[o + 10] as number) * z - (plane[o + 11] as number);
      if (item >= walls) b += (plane[o + 8] as number) * x + (plane[o + 9] as number) * y;
      if (b < 0 || b > (side[item * 2 + 1] as number)) continue;
      add(shapes, openingAt(shapes, item, a, b), slope * perLength, t, out);
    }
    if (end) return;
    enter = leave;
    if (nextX <= leave) {
      column += stepX;
      nextX += lengthX;
      if (column < 0 || column >= columns) return;
    } else if (nextY <= leave) {
      row += stepY;
      nextY += lengthY;
      if (row < 0 || row >= rows) return;
    } else {
      layer += stepZ;
      nextZ += lengthZ;
      if (layer < 0 || layer >= layers) return;
    }
  }
}

/** The whole part of a place counted in cells, kept within them. */
function within(place: number, count: number): number {
  const whole = place | 0;
  return whole < 0 ? 0 : whole >= count ? count - 1 : whole;
}

/** Notes a crossing, unless what is crossed is open. */
export function add(shapes: Shapes, item: number, cosine: number, at: number, out: Crossings) {
  const key = shapes.key[item] as number;
  if (key < 0 || out.count >= most) return;
  const i = out.count++;
  out.item[i] = item;
  out.key[i] = key;
  out.cosine[i] = cosine > 1 ? 1 : cosine;
  out.at[i] = at;
}

/** The opening of a panel that holds a place on it, else the panel itself. */
export function openingAt(shapes: Shapes, item: number, a: number, b: number): number {
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

/** A level plate met at (x, y): itself, or the hole in it there, or nothing beside it. */
export function crossSlab(
  shapes: Shapes,
  slab: number,
  x: number,
  y: number,
  cosine: number,
  at: number,
  out: Crossings,
) {
  if (!inRing(shapes, slab, x, y)) return;
  const end = shapes.holeStart[slab + 1] as number;
  let crossed = shapes.panels + shapes.blocks + slab;
  for (let h = shapes.holeStart[slab] as number; h < end; h++)
    if (inRing(shapes, shapes.slabs + h, x, y)) {
      crossed = shapes.firstHole + h;
      break;
    }
  add(shapes, crossed, cosine, at, out);
}

/** Even–odd rule on packed corners, as `inPolygon`; bounds first, and they are all for a rectangle. */
function inRing({ ringStart, corner, ringBox, isBox }: Shapes, ring: number, x: number, y: number): boolean {
  const o = ring * 4;
  if (
    x < (ringBox[o] as number) ||
    y < (ringBox[o + 1] as number) ||
    x > (ringBox[o + 2] as number) ||
    y > (ringBox[o + 3] as number)
  )
    return false;
  if (isBox[ring]) return true;
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

/**
 * A box: into its own directions, then the part of the path between each pair of faces. It counts where
 * the path enters it from `cellEnter` on and before `cellLeave`.
 */
export function crossBlock(
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
    const per = 1 / step;
    const s = (low - start) * per;
    const e = (high - start) * per;
    if (s < e) {
      if (s > enter) enter = s;
      if (e < leave) leave = e;
    } else {
      if (e > enter) enter = e;
      if (s < leave) leave = s;
    }
    if (enter > leave) return;
  }
  if (enter < cellEnter || enter >= cellLeave) return;
  if (leave - enter > edge) add(shapes, item, 1, enter, out);
}
