/** A flat region: an outline, less its holes. Rooms and the spaces between walls are regions. */
import type { Point } from '../job/records';
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

/**
 * Points of an even grid that lie in a region: about `count` of them, never none.
 * Good for asking how much of one region another covers.
 */
export function samplesOf(r: Region, count = 60): Point[] {
  const xs = r.outline.map((p) => p[0]);
  const ys = r.outline.map((p) => p[1]);
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const step = Math.sqrt(((x1 - x0) * (y1 - y0)) / count);
  const [nx, ny] = [Math.max(2, Math.round((x1 - x0) / step)), Math.max(2, Math.round((y1 - y0) / step))];
  const points: Point[] = [];
  for (let i = 0; i < nx; i++)
    for (let k = 0; k < ny; k++) {
      const at: Point = [x0 + ((i + 0.5) / nx) * (x1 - x0), y0 + ((k + 0.5) / ny) * (y1 - y0)];
      if (inRegion(r, ...at)) points.push(at);
    }
  return points.length ? points : [r.outline[0] ?? [0, 0]];
}

/** How much of region a lies in b, 0 … 1, by samples. */
export function shareIn(a: Region, b: Region): number {
  const points = samplesOf(a);
  return points.filter(([x, y]) => inRegion(b, x, y)).length / points.length;
}
