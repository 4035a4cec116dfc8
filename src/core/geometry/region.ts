/** A flat region: an outline, less its holes. Rooms and the spaces between walls are regions. */
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
const knownSamples = new WeakMap<Region, Point[]>();

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

/**
 * Points of an even grid that lie in a region: about 60 of them, never none; kept by region.
 * Good for asking how much of one region another covers.
 */
function samplesOf(r: Region): Point[] {
  const known = knownSamples.get(r);
  if (known) return known;
  const [x0, y0, x1, y1] = boundsOfRegion(r);
  const step = Math.sqrt(((x1 - x0) * (y1 - y0)) / 60);
  const [nx, ny] = [Math.max(2, Math.round((x1 - x0) / step)), Math.max(2, Math.round((y1 - y0) / step))];
  const points: Point[] = [];
  for (let i = 0; i < nx; i++)
    for (let k = 0; k < ny; k++) {
      const at: Point = [x0 + ((i + 0.5) / nx) * (x1 - x0), y0 + ((k + 0.5) / ny) * (y1 - y0)];
      if (inRegion(r, ...at)) points.push(at);
    }
  if (points.length === 0) points.push(r.outline[0] ?? [0, 0]);
  knownSamples.set(r, points);
  return points;
}

/** How much of region a lies in b, 0 … 1, by samples. */
export function shareIn(a: Region, b: Region): number {
  if (!mayOverlap(a, b)) return 0;
  const points = samplesOf(a);
  let inside = 0;
  for (const [x, y] of points) if (inRegion(b, x, y)) inside++;
  return inside / points.length;
}

/** Are two regions the same ground, but for a tenth? */
export const sameArea = (a: Region, b: Region): boolean => shareIn(a, b) > 0.9 && shareIn(b, a) > 0.9;
