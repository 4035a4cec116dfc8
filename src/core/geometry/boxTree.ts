/**
 * A tree of boxes over things in space (bounding volume hierarchy), in typed arrays, for asking
 * which things a straight path may touch.
 */
export interface BoxTree {
  /** 6 per node: least x, y, z, greatest x, y, z. */
  box: Float64Array;
  /** Per node: index of its second child (the first follows it), or −1 − first item for a leaf. */
  next: Int32Array;
  /** Per node: items in a leaf, 0 for an inner node. */
  count: Int32Array;
  /** Item numbers in leaf order. */
  items: Int32Array;
}

const leafSize = 4;

/**
 * Builds the tree by splitting at the median along the longest side.
 * @param boxes 6 numbers per item, as in `BoxTree.box`.
 * @throws RangeError when the length is no multiple of 6 or a number is not finite.
 */
export function buildBoxTree(boxes: Float64Array): BoxTree {
  if (boxes.length % 6) throw new RangeError('boxes: six numbers an item are needed');
  if (!boxes.every(Number.isFinite)) throw new RangeError('boxes: every number must be finite');
  const n = boxes.length / 6;
  const items = Int32Array.from({ length: n }, (_, i) => i);
  const box: number[] = [];
  const next: number[] = [];
  const count: number[] = [];
  const at = (item: number, k: number) => boxes[item * 6 + k] ?? 0;

  const build = (start: number, end: number) => {
    const node = next.length;
    next.push(0);
    count.push(0);
    const part = items.subarray(start, end);
    const bounds = [Infinity, Infinity, Infinity, -Infinity, -Infinity, -Infinity];
    for (const item of part)
      for (let k = 0; k < 3; k++) {
        bounds[k] = Math.min(bounds[k] ?? 0, at(item, k));
        bounds[k + 3] = Math.max(bounds[k + 3] ?? 0, at(item, k + 3));
      }
    box.push(...bounds);
    if (end - start <= leafSize) {
      next[node] = -1 - start;
      count[node] = end - start;
      return;
    }
    const sides = [0, 1, 2].map((k) => (bounds[k + 3] ?? 0) - (bounds[k] ?? 0));
    const axis = sides.indexOf(Math.max(...sides));
    part.sort((i, j) => at(i, axis) + at(i, axis + 3) - at(j, axis) - at(j, axis + 3));
    const middle = (start + end) >> 1;
    build(start, middle);
    next[node] = next.length;
    build(middle, end);
  };
  if (n > 0) build(0, n);
  return { box: Float64Array.from(box), next: Int32Array.from(next), count: Int32Array.from(count), items };
}

const stack = new Int32Array(128);

/**
 * Writes into `out` the items whose boxes the path from p to q touches. Allocates nothing.
 * @returns how many; items beyond the length of `out` are an error.
 * @throws RangeError when `out` is too short.
 */
export function touched(
  tree: BoxTree,
  px: number,
  py: number,
  pz: number,
  qx: number,
  qy: number,
  qz: number,
  out: Int32Array,
): number {
  const { box, next, count, items } = tree;
  if (next.length === 0) return 0;
  // a path along an axis would divide by nothing; 1e-12 m off it, it does not
  const ix = 1 / (qx - px || 1e-12);
  const iy = 1 / (qy - py || 1e-12);
  const iz = 1 / (qz - pz || 1e-12);
  let found = 0;
  let depth = 0;
  let node = 0;
  for (;;) {
    // the part of the path, 0 … 1, that lies in the box
    const o = node * 6;
    const x0 = ((box[o] as number) - px) * ix;
    const x1 = ((box[o + 3] as number) - px) * ix;
    const y0 = ((box[o + 1] as number) - py) * iy;
    const y1 = ((box[o + 4] as number) - py) * iy;
    const z0 = ((box[o + 2] as number) - pz) * iz;
    const z1 = ((box[o + 5] as number) - pz) * iz;
    let enter = x0 < x1 ? x0 : x1;
    let leave = x0 < x1 ? x1 : x0;
    const nearY = y0 < y1 ? y0 : y1;
    const farY = y0 < y1 ? y1 : y0;
    const nearZ = z0 < z1 ? z0 : z1;
    const farZ = z0 < z1 ? z1 : z0;
    if (nearY > enter) enter = nearY;
    if (nearZ > enter) enter = nearZ;
    if (farY < leave) leave = farY;
    if (farZ < leave) leave = farZ;
    if (enter <= leave + 1e-9 && enter <= 1 + 1e-9 && leave >= -1e-9) {
      const inLeaf = count[node] as number;
      if (inLeaf === 0) {
        stack[depth++] = next[node] as number;
        node++;
        continue;
      }
      const start = -1 - (next[node] as number);
      if (found + inLeaf > out.length) throw new RangeError('out: too short for the items on this path');
      for (let i = 0; i < inLeaf; i++) out[found++] = items[start + i] as number;
    }
    if (depth === 0) return found;
    node = stack[--depth] as number;
  }
}
