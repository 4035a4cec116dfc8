import { boundsOf } from '../geometry/place';
import { areaOf } from '../geometry/polygon';
import type { Point } from '../job/records';
import type { Block, Panel, Slab } from './sceneParts';

/**
 * The parts of a scene packed into typed arrays for the inner loop. Every part and every opening has
 * an item number: panels, blocks, slabs, then openings, then holes.
 */
export interface Shapes {
  /** Upright panels; they come first. */
  walls: number;
  panels: number;
  blocks: number;
  slabs: number;
  /** 12 per panel: normal, its offset from the origin, along, its offset, up, its offset. */
  plane: Float64Array;
  /** 8 per panel and block: its corners in plan, x and y each; of a wall its two ends, twice. */
  outline: Float64Array;
  /** 2 per panel and block: its least and greatest height, m. */
  rise: Float64Array;
  /** 2 per panel: length, height. */
  side: Float64Array;
  /** Per panel: first opening, and one past the last panel. */
  openStart: Int32Array;
  /** 4 per opening: a0, a1, b0, b1. */
  open: Float64Array;
  /** Per slab: z. */
  level: Float64Array;
  /** Per slab and hole: where its corners start in `corner`; one more at the end. Slabs first. */
  ringStart: Int32Array;
  /** x, y of each corner. */
  corner: Float64Array;
  /** 4 per ring: its bounds, least x, y, greatest x, y; and whether it fills them. */
  ringBox: Float64Array;
  isBox: Uint8Array;
  /** Per slab: first hole, and one more. */
  holeStart: Int32Array;
  /** 8 per block: x, y, cos, sin, half width, half depth, z0, z1. */
  block: Float64Array;
  /** Key of each item. */
  lossId: Int32Array;
  /** Item of the first opening, and of the first hole. */
  firstOpening: number;
  firstHole: number;
  /** Record of each item. */
  ids: string[];
}

const dot = (a: readonly number[], b: readonly number[]) =>
  (a[0] ?? 0) * (b[0] ?? 0) + (a[1] ?? 0) * (b[1] ?? 0) + (a[2] ?? 0) * (b[2] ?? 0);

/** A rectangle along the axes. */
function fillsBounds(ring: readonly Point[]): boolean {
  const [x0, y0, x1, y1] = boundsOf(ring);
  return Math.abs((x1 - x0) * (y1 - y0) - areaOf(ring)) < 1e-9;
}

/** The corners of a wall (its ends, there and back) or a roof's slope in plan. */
function panelCorners({ origin: o, along: a, up: u, lengthM, heightM }: Panel): Point[] {
  const at = (s: number, t: number): Point => [
    o[0] + s * lengthM * a[0] + t * heightM * u[0],
    o[1] + s * lengthM * a[1] + t * heightM * u[1],
  ];
  return [at(0, 0), at(1, 0), at(1, 1), at(0, 1)];
}

const blockCorners = (b: Block): Point[] =>
  [
    [-1, -1],
    [1, -1],
    [1, 1],
    [-1, 1],
  ].map(([u = 0, v = 0]): Point => [
    b.x + u * b.halfWidth * b.cos - v * b.halfDepth * b.sin,
    b.y + u * b.halfWidth * b.sin + v * b.halfDepth * b.cos,
  ]);

/** Packs a scene's parts. Walls come before roofs. */
export function packShapes(panels: Panel[], slabs: Slab[], blocks: Block[]): Shapes {
  const openings = panels.flatMap((p) => p.openings);
  const holes = slabs.flatMap((s) => s.holes);
  const rings = [...slabs.map((s) => s.outline), ...holes.map((h) => h.outline)];
  const starts = (counts: number[]) => {
    let sum = 0;
    return Int32Array.from([0, ...counts.map((c) => (sum += c))]);
  };
  const items = [...panels, ...blocks, ...slabs, ...openings, ...holes];
  return {
    panels: panels.length,
    blocks: blocks.length,
    slabs: slabs.length,
    walls: panels.filter((p) => p.kind === 'wall').length,
    plane: Float64Array.from(
      panels.flatMap(({ normal, along, up, origin }) => [
        ...normal,
        dot(normal, origin),
        ...along,
        dot(along, origin),
        ...up,
        dot(up, origin),
      ]),
    ),
    outline: Float64Array.from([...panels.map(panelCorners), ...blocks.map(blockCorners)].flat(2)),
    rise: Float64Array.from([
      ...panels.flatMap((p) => [p.origin[2], p.origin[2] + p.heightM * p.up[2]]),
      ...blocks.flatMap((b) => [b.z0, b.z1]),
    ]),
    side: Float64Array.from(panels.flatMap((p) => [p.lengthM, p.heightM])),
    openStart: starts(panels.map((p) => p.openings.length)),
    open: Float64Array.from(openings.flatMap((o) => [o.a0, o.a1, o.b0, o.b1])),
    level: Float64Array.from(slabs, (s) => s.z),
    ringStart: starts(rings.map((r) => r.length)),
    corner: Float64Array.from(rings.flat(2)),
    ringBox: Float64Array.from(rings.flatMap(boundsOf)),
    isBox: Uint8Array.from(rings, (r) => (fillsBounds(r) ? 1 : 0)),
    holeStart: starts(slabs.map((s) => s.holes.length)),
    block: Float64Array.from(
      blocks.flatMap((b) => [b.x, b.y, b.cos, b.sin, b.halfWidth, b.halfDepth, b.z0, b.z1]),
    ),
    lossId: Int32Array.from(items, (i) => i.lossId),
    firstOpening: panels.length + slabs.length + blocks.length,
    firstHole: panels.length + slabs.length + blocks.length + openings.length,
    ids: items.map((i) => i.id),
  };
}
