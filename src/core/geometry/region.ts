/** A flat region: an outline, less its holes. Rooms and the spaces between walls are regions. */
import { intersection } from 'polyclip-ts';
import type { Point } from './point';
import { boundsOf } from './place';
import { areaOf, inPolygon } from './polygon';

export interface Region {
  outline: readonly Point[];
  holes: readonly (readonly Point[])[];
}

/** Is a point in the outline and in none of the holes? */
export const inRegion = (r: Region, x: number, y: number): boolean =>
  inPolygon(r.outline, x, y) && !r.holes.some((h) => inPolygon(h, x, y));

/** Area less the holes, m². */
export const regionArea = (r: Region): number =>
  areaOf(r.outline) - r.holes.reduce((sum, h) => sum + areaOf(h), 0);

/** Is a region a rectangle along the axes, whole, however many corners it is drawn with? */
export function isUpright(r: Region): boolean {
  const [x0, y0, x1, y1] = boundsOf(r.outline);
  const box = (x1 - x0) * (y1 - y0);
  return regionArea(r) > box * (1 - 1e-9);
}

type Bounds = readonly [x0: number, y0: number, x1: number, y1: number];
const knownBounds = new WeakMap<Region, Bounds>();

function boundsOfRegion(r: Region): Bounds {
  let known = knownBounds.get(r);
  if (!known) knownBounds.set(r, (known = boundsOf(r.outline)));
  return known;
}

/** Can two regions share any ground? By their bounds: quick, and never wrongly no. */
export function mayOverlap(a: Region, b: Region): boolean {
  const [p, q] = [boundsOfRegion(a), boundsOfRegion(b)];
  return p[0] < q[2] && q[0] < p[2] && p[1] < q[3] && q[1] < p[3];
}

const rings = (r: Region) =>
  [r.outline, ...r.holes].map((ring) => ring.map(([x, y]): [number, number] => [x, y]));

const sameRings = (a: Region, b: Region) => JSON.stringify(rings(a)) === JSON.stringify(rings(b));

const knownShared = new WeakMap<Region, WeakMap<Region, number>>();

/** Area that two regions share, m², exact; kept for each pair. */
function sharedArea(a: Region, b: Region): number {
  const known = knownShared.get(a)?.get(b) ?? knownShared.get(b)?.get(a);
  if (known !== undefined) return known;
  const shared = sameRings(a, b)
    ? regionArea(a)
    : intersection(rings(a), rings(b)).reduce(
        (sum, [outline = [], ...holes]) => sum + regionArea({ outline, holes }),
        0,
      );
  const ofA = knownShared.get(a) ?? new WeakMap<Region, number>();
  knownShared.set(a, ofA.set(b, shared));
  return shared;
}

/** How much of region a lies in b, 0 … 1: the area that they share over the area of a. */
export function shareIn(a: Region, b: Region): number {
  if (!mayOverlap(a, b)) return 0;
  const whole = regionArea(a);
  return whole > 0 ? Math.min(1, sharedArea(a, b) / whole) : 0;
}

/** Are two regions the same ground, but for a tenth? */
export const sameArea = (a: Region, b: Region): boolean => shareIn(a, b) > 0.9 && shareIn(b, a) > 0.9;
