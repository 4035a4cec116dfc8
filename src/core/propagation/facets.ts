/** The flat faces that reflect: walls and slopes of roofs, floors and the ground, the sides of metal boxes. */
import { openingAt, plateItemAt } from './crossings';
import type { Facets } from './model';
import type { Block, Panel, Slab } from './sceneParts';
import type { Shapes } from './shapes';

/** Places that stand for a face are so far apart at most, m. */
const sampleStepM = 2.5;

type Vector = readonly [number, number, number];

/** Places spread over a rectangle, m. */
function samplesOf(origin: Vector, along: Vector, up: Vector, lengthM: number, heightM: number): number[] {
  const n = Math.max(2, Math.ceil(lengthM / sampleStepM));
  return Array.from({ length: n }, (_, i) => ((i + 0.5) * lengthM) / n).flatMap((a) =>
    [0.3, 0.7].flatMap((share) =>
      origin.map((o, k) => o + a * (along[k] as number) + share * heightM * (up[k] as number)),
    ),
  );
}

/** The four upright sides of a box, each with its outward normal. */
function sidesOf(b: Block) {
  return [
    [1, 0],
    [-1, 0],
    [0, 1],
    [0, -1],
  ].map(([u = 0, v = 0]) => {
    const normal: Vector = [u * b.cos - v * b.sin, u * b.sin + v * b.cos, 0];
    const along: Vector = [-normal[1], normal[0], 0];
    const [out, half] = u === 0 ? [b.halfDepth, b.halfWidth] : [b.halfWidth, b.halfDepth];
    const origin: Vector = [
      b.x + out * normal[0] - half * along[0],
      b.y + out * normal[1] - half * along[1],
      b.z0,
    ];
    return { normal, along, origin, lengthM: 2 * half };
  });
}

/** Lists the faces of a scene. @param reflects whether a box of this loss id reflects. */
export function facetsOf(
  panels: readonly Panel[],
  slabs: readonly Slab[],
  blocks: readonly Block[],
  reflects: (lossId: number) => boolean,
): Facets {
  const boxes = blocks.flatMap((b, i) =>
    reflects(b.lossId) ? sidesOf(b).map((s) => ({ ...s, block: i, heightM: b.z1 - b.z0 })) : [],
  );
  const up: Vector = [0, 0, 1];
  const offset = (n: Vector, o: Vector) => n[0] * o[0] + n[1] * o[1] + n[2] * o[2];
  const samples = [
    ...panels.map((p) => samplesOf(p.origin, p.along, p.up, p.lengthM, p.heightM)),
    ...slabs.map((): number[] => []),
    ...boxes.map((s) => samplesOf(s.origin, s.along, up, s.lengthM, s.heightM)),
  ];
  let sum = 0;
  return {
    n: samples.length,
    plane: Float64Array.from(
      [
        ...panels.map((p) => [...p.normal, offset(p.normal, p.origin)]),
        ...slabs.map((s) => [0, 0, 1, s.z]),
        ...boxes.map((s) => [...s.normal, offset(s.normal, s.origin)]),
      ].flat(),
    ),
    sampleStart: Int32Array.from([0, ...samples.map((s) => (sum += s.length / 3))]),
    sample: Float64Array.from(samples.flat()),
    side: Float64Array.from(boxes.flatMap((s) => [...s.origin, ...s.along, ...up, s.lengthM])),
    block: Int32Array.from(boxes, (s) => s.block),
  };
}

/**
 * What a face is made of at a place in its plane: the item of the wall, opening, floor or box there; −1 where
 * the face does not reach, or nothing is there.
 */
export function facetItemAt(
  shapes: Shapes,
  facets: Facets,
  facet: number,
  x: number,
  y: number,
  z: number,
): number {
  const { panels, slabs, plane, side } = shapes;
  let item = -1;
  if (facet < panels) {
    const p = facet * 12;
    const a =
      (plane[p + 4] as number) * x +
      (plane[p + 5] as number) * y +
      (plane[p + 6] as number) * z -
      (plane[p + 7] as number);
    if (a < 0 || a > (side[facet * 2] as number)) return -1;
    const b =
      (plane[p + 8] as number) * x +
      (plane[p + 9] as number) * y +
      (plane[p + 10] as number) * z -
      (plane[p + 11] as number);
    if (b < 0 || b > (side[facet * 2 + 1] as number)) return -1;
    item = openingAt(shapes, facet, a, b);
  } else if (facet < panels + slabs) item = plateItemAt(shapes, facet - panels, x, y);
  else {
    const k = facet - panels - slabs;
    const s = facets.side;
    const o = k * 10;
    const block = facets.block[k] as number;
    const a =
      (x - (s[o] as number)) * (s[o + 3] as number) + (y - (s[o + 1] as number)) * (s[o + 4] as number);
    if (a < 0 || a > (s[o + 9] as number)) return -1;
    if (z < (shapes.block[block * 8 + 6] as number) || z > (shapes.block[block * 8 + 7] as number)) return -1;
    item = panels + block;
  }
  return item >= 0 && (shapes.lossId[item] as number) >= 0 ? item : -1;
}
