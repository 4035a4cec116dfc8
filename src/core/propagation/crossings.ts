import type { Shapes } from './shapes';
import type { Crossings } from './model';

/** Most crossings of one path; a path through more is not one that anybody measures. */
const most = 512;

export const makeCrossings = (): Crossings => ({
  count: 0,
  item: new Int32Array(most),
  lossId: new Int32Array(most),
  cosine: new Float64Array(most),
  at: new Float64Array(most),
});

/** A path that only touches a plane with an end does not cross it. */
export const epsilon = 1e-9;

/** Notes a crossing, unless what is crossed is open. */
export function add(shapes: Shapes, item: number, cosine: number, at: number, out: Crossings) {
  const lossId = shapes.lossId[item] as number;
  if (lossId < 0 || out.count >= most) return;
  const i = out.count++;
  out.item[i] = item;
  out.lossId[i] = lossId;
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

/** A level plate at (x, y): its item, or that of the hole in it there, or −1 beside it. */
export function plateItemAt(shapes: Shapes, slab: number, x: number, y: number): number {
  if (!inRing(shapes, slab, x, y)) return -1;
  const end = shapes.holeStart[slab + 1] as number;
  for (let h = shapes.holeStart[slab] as number; h < end; h++)
    if (inRing(shapes, shapes.slabs + h, x, y)) return shapes.firstHole + h;
  return shapes.panels + shapes.blocks + slab;
}

/** A level plate met at (x, y): itself, or the hole in it there, or nothing beside it. */
function crossSlab(
  shapes: Shapes,
  slab: number,
  x: number,
  y: number,
  cosine: number,
  at: number,
  out: Crossings,
) {
  const item = plateItemAt(shapes, slab, x, y);
  if (item >= 0) add(shapes, item, cosine, at, out);
}

/** All level plates that a path from p over d meets. @param perLength 1 over its length. */
export function crossSlabs(
  shapes: Shapes,
  px: number,
  py: number,
  pz: number,
  dx: number,
  dy: number,
  dz: number,
  perLength: number,
  out: Crossings,
): void {
  if (dz <= epsilon && dz >= -epsilon) return;
  const { slabs, level } = shapes;
  const perRise = 1 / dz;
  for (let slab = 0; slab < slabs; slab++) {
    const t = ((level[slab] as number) - pz) * perRise;
    if (t > epsilon && t < 1 - epsilon)
      crossSlab(shapes, slab, px + t * dx, py + t * dy, (dz < 0 ? -dz : dz) * perLength, t, out);
  }
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

/** A box: into its own directions, then the part of the path between each pair of faces. */
export function crossBlock(
  shapes: Shapes,
  item: number,
  px: number,
  py: number,
  pz: number,
  dx: number,
  dy: number,
  dz: number,
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
    if (step < epsilon && step > -epsilon) {
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
  if (leave - enter > epsilon) add(shapes, item, 1, enter, out);
}
