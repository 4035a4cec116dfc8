/**
 * A box tree over everything that stands: finds what a path between any two places crosses. For a place that
 * many paths start from, its angular index is faster; see `angularIndex.ts`.
 */
import { add, crossBlock, crossSlabs, epsilon, openingAt } from './crossings';
import type { Boxes, BoxTree, Crossings } from './model';
import type { Shapes } from './shapes';

/**
 * Boxes with at most so many things in them are not cut further: to try a wall costs less than to look into a box.
 */
const fewestPanels = 6;
const fewestBlocks = 1;
/** Boxes are this much larger than what they hold, so that rounding hides nothing, m. */
const slackM = 1e-6;
/** Less than this counts as nothing, m. */
const tiny = 1e-12;

/** Boxes over some items, each an axis-parallel box of 6 numbers. */
function boxesOver(
  boxOf: (item: number) => readonly number[],
  from: number,
  to: number,
  fewest: number,
): Boxes {
  const boxes = new Map<number, readonly number[]>();
  for (let item = from; item < to; item++) boxes.set(item, boxOf(item));
  const of = (item: number) => boxes.get(item) ?? [];
  const middle = (item: number, axis: number) => (of(item)[axis] as number) + (of(item)[axis + 3] as number);
  const bounds: number[] = [];
  const next: number[] = [];
  const first: number[] = [];
  const items: number[] = [];
  const put = (held: number[]) => {
    const node = next.length;
    for (let k = 0; k < 6; k++) {
      const values = held.map((item) => of(item)[k] as number);
      bounds.push(k < 3 ? Math.min(...values) - slackM : Math.max(...values) + slackM);
    }
    first.push(items.length);
    next.push(0);
    if (held.length <= fewest) items.push(...held);
    else {
      const span = [0, 1, 2].map((axis) => {
        const at = held.map((item) => middle(item, axis));
        return Math.max(...at) - Math.min(...at);
      });
      const axis = span.indexOf(Math.max(...span));
      const order = [...held].sort((a, b) => middle(a, axis) - middle(b, axis));
      put(order.slice(0, order.length >> 1));
      put(order.slice(order.length >> 1));
    }
    next[node] = next.length;
  };
  if (to > from) put(Array.from({ length: to - from }, (_, i) => from + i));
  return {
    bounds: Float64Array.from(bounds),
    next: Int32Array.from(next),
    first: Int32Array.from([...first, items.length]),
    items: Int32Array.from(items),
  };
}

/** Makes the box tree of a scene. Some tens of µs for a house. */
export function boxTreeOf(
  shapes: Pick<Shapes, 'panels' | 'blocks' | 'outline' | 'rise' | 'plane' | 'side'>,
): BoxTree {
  const { outline, rise, plane, side } = shapes;
  const boxOf = (item: number): number[] => {
    const corners = outline.subarray(item * 8, item * 8 + 8);
    const [x, y] = [0, 1].map((odd) => corners.filter((_, i) => i % 2 === odd));
    const [z0, z1] = [rise[item * 2] as number, rise[item * 2 + 1] as number];
    return [
      Math.min(...(x ?? [])),
      Math.min(...(y ?? [])),
      z0,
      Math.max(...(x ?? [])),
      Math.max(...(y ?? [])),
      z1,
    ];
  };
  const panels = boxesOver(boxOf, 0, shapes.panels, fewestPanels);
  return {
    panels,
    rectangle: Float64Array.from(
      [...panels.items].flatMap((item) => [
        ...plane.subarray(item * 12, item * 12 + 12),
        side[item * 2] as number,
        side[item * 2 + 1] as number,
      ]),
    ),
    blocks: boxesOver(boxOf, shapes.panels, shapes.panels + shapes.blocks, fewestBlocks),
  };
}

/** Does a path meet the box of a node? @param per 1 over its rise along each axis. */
function meets(
  bounds: Float64Array,
  node: number,
  px: number,
  py: number,
  pz: number,
  perX: number,
  perY: number,
  perZ: number,
): boolean {
  const o = node * 6;
  const x0 = ((bounds[o] as number) - px) * perX;
  const x1 = ((bounds[o + 3] as number) - px) * perX;
  const y0 = ((bounds[o + 1] as number) - py) * perY;
  const y1 = ((bounds[o + 4] as number) - py) * perY;
  const z0 = ((bounds[o + 2] as number) - pz) * perZ;
  const z1 = ((bounds[o + 5] as number) - pz) * perZ;
  const enter = Math.max(0, Math.min(x0, x1), Math.min(y0, y1), Math.min(z0, z1));
  const leave = Math.min(1, Math.max(x0, x1), Math.max(y0, y1), Math.max(z0, z1));
  return enter <= leave;
}

/**
 * Fills `out` with everything that the straight path from p to q crosses, in no set order. Openings count
 * instead of their wall; open ones not at all. A path that runs within a wall's plane does not cross
 * that wall, nor does one that starts or ends on it. Site coordinates, m. Allocates nothing.
 */
export function crossingsBetween(
  { shapes, boxTree: tree }: { shapes: Shapes; boxTree: BoxTree },
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
  const perLength = 1 / length;
  crossSlabs(shapes, px, py, pz, dx, dy, dz, perLength, out);
  // a path that runs along an axis is taken to be a hair's breadth off it, so that nothing is divided by nought
  const perX = 1 / (dx < tiny && dx > -tiny ? tiny : dx);
  const perY = 1 / (dy < tiny && dy > -tiny ? tiny : dy);
  const perZ = 1 / (dz < tiny && dz > -tiny ? tiny : dz);
  const { rectangle } = tree;
  const { bounds, next, first, items } = tree.panels;
  for (let node = 0; node < next.length;) {
    if (!meets(bounds, node, px, py, pz, perX, perY, perZ)) {
      node = next[node] as number;
      continue;
    }
    const end = first[++node] as number;
    for (let i = first[node - 1] as number; i < end; i++) {
      const o = i * 14;
      const nx = rectangle[o] as number;
      const ny = rectangle[o + 1] as number;
      const nz = rectangle[o + 2] as number;
      let slope = nx * dx + ny * dy + nz * dz;
      let ahead = (rectangle[o + 3] as number) - nx * px - ny * py - nz * pz;
      if (slope < 0) {
        slope = -slope;
        ahead = -ahead;
      }
      if (ahead <= epsilon * slope || ahead >= (1 - epsilon) * slope || slope < epsilon) continue;
      const t = ahead / slope;
      const x = px + t * dx;
      const y = py + t * dy;
      const a =
        (rectangle[o + 4] as number) * x + (rectangle[o + 5] as number) * y - (rectangle[o + 7] as number);
      if (a < 0 || a > (rectangle[o + 12] as number)) continue;
      const b =
        (rectangle[o + 8] as number) * x +
        (rectangle[o + 9] as number) * y +
        (rectangle[o + 10] as number) * (pz + t * dz) -
        (rectangle[o + 11] as number);
      if (b < 0 || b > (rectangle[o + 13] as number)) continue;
      const item = items[i] as number;
      add(shapes, openingAt(shapes, item, a, b), slope * perLength, t, out);
    }
  }
  const boxes = tree.blocks;
  for (let node = 0; node < boxes.next.length;) {
    if (!meets(boxes.bounds, node, px, py, pz, perX, perY, perZ)) {
      node = boxes.next[node] as number;
      continue;
    }
    const end = boxes.first[++node] as number;
    for (let i = boxes.first[node - 1] as number; i < end; i++)
      crossBlock(shapes, boxes.items[i] as number, px, py, pz, dx, dy, dz, out);
  }
}
