import { polygonArea, polygonContains } from 'd3-polygon';
import polylabel from 'polylabel';
import type { Point } from './point';
import { nearestOn } from './segment';

/** The packages take lists that they could change; they do not. */
const corners = (polygon: readonly Point[]) => polygon as [number, number][];

/** Is a point inside a polygon (even–odd rule)? A point on an edge may fall to either side. */
export const inPolygon = (polygon: readonly Point[], x: number, y: number): boolean =>
  polygonContains(corners(polygon), [x, y]);

/**
 * Signed area of a polygon by the shoelace formula, m²: ½ Σ (xᵢ yᵢ₊₁ − xᵢ₊₁ yᵢ). Negative when it is walked with the
 * inside at the left hand (y down). Example: (0,0) (2,0) (2,1) (0,1) → 2.
 */
export const signedArea = (polygon: readonly Point[]): number => -polygonArea(corners(polygon));

/** Area, m² ≥ 0. */
export const areaOf = (polygon: readonly Point[]): number => Math.abs(signedArea(polygon));

/** Distance from a point to the nearest edge of a polygon, m. */
export function distanceToEdge(polygon: readonly Point[], x: number, y: number): number {
  let least = Infinity;
  polygon.forEach(([ax, ay], i) => {
    const [bx, by] = polygon[(i + 1) % polygon.length] ?? [ax, ay];
    least = Math.min(least, nearestOn({ ax, ay, bx, by }, x, y).distance);
  });
  return least;
}

/** How much wider than tall a label is: distances along x count by this much less. */
const labelSqueeze = 0.42;

/**
 * A good place for a label, m: the pole of inaccessibility, which is the point inside that is farthest from the edges.
 * What must not be covered is cut out as a small square, `clearM` to its corners.
 */
export function labelPoint(polygon: readonly Point[], avoid: readonly Point[] = [], clearM = 0.6): Point {
  const squeezed = (outline: readonly Point[]) =>
    outline.map(([x, y]): [number, number] => [x * labelSqueeze, y]);
  const squares = avoid
    .filter(([x, y]) => inPolygon(polygon, x, y))
    .map(([x, y]): Point[] => [
      [x - clearM / labelSqueeze, y],
      [x, y - clearM],
      [x + clearM / labelSqueeze, y],
      [x, y + clearM],
    ]);
  const [x, y] = polylabel([polygon, ...squares].map(squeezed), 0.05);
  return [(x ?? 0) / labelSqueeze, y ?? 0];
}
