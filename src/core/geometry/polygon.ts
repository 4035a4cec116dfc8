import type { Point } from './point';

/** Is a point inside a polygon (even–odd rule)? A point on an edge may fall to either side. */
export function inPolygon(polygon: readonly Point[], x: number, y: number): boolean {
  let inside = false;
  for (let i = 0, k = polygon.length - 1; i < polygon.length; k = i++) {
    const [ax, ay] = polygon[i] ?? [0, 0];
    const [bx, by] = polygon[k] ?? [0, 0];
    if (ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax) inside = !inside;
  }
  return inside;
}

/**
 * Signed area of a polygon by the shoelace formula, m²: ½ Σ (xᵢ yᵢ₊₁ − xᵢ₊₁ yᵢ). Negative when it is walked with the
 * inside at the left hand (y down). Example: (0,0) (2,0) (2,1) (0,1) → 2.
 */
export function signedArea(polygon: readonly Point[]): number {
  let sum = 0;
  polygon.forEach(([x, y], i) => {
    const [nx, ny] = polygon[(i + 1) % polygon.length] ?? [x, y];
    sum += x * ny - nx * y;
  });
  return sum / 2;
}

/** Area, m² ≥ 0. */
export const areaOf = (polygon: readonly Point[]): number => Math.abs(signedArea(polygon));

/** Distance from a point to the nearest edge of a polygon, m. */
export function distanceToEdge(polygon: readonly Point[], x: number, y: number): number {
  let least = Infinity;
  polygon.forEach(([ax, ay], i) => {
    const [bx, by] = polygon[(i + 1) % polygon.length] ?? [ax, ay];
    const [ux, uy] = [bx - ax, by - ay];
    const t = Math.min(1, Math.max(0, ((x - ax) * ux + (y - ay) * uy) / (ux * ux + uy * uy || 1)));
    least = Math.min(least, Math.hypot(x - ax - t * ux, y - ay - t * uy));
  });
  return least;
}

/**
 * A good place for a label: the point of a coarse grid inside the polygon that is far from its edges
 * and, up to `clearM`, from what must not be covered.
 */
export function labelPoint(polygon: readonly Point[], avoid: readonly Point[] = [], clearM = 1.2): Point {
  // labels are wider than tall: measure in coordinates squeezed along x
  const squeeze = 0.42;
  const squeezed = polygon.map(([x, y]): Point => [x * squeeze, y]);
  const xs = polygon.map((p) => p[0]);
  const ys = polygon.map((p) => p[1]);
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const middle: Point = [(x0 + x1) / 2, (y0 + y1) / 2];
  const scoreOf = (point: Point) => {
    const clear = Math.min(9, ...avoid.map(([x, y]) => Math.hypot((x - point[0]) * squeeze, y - point[1])));
    return (
      Math.min(distanceToEdge(squeezed, point[0] * squeeze, point[1]), 0.9) +
      Math.min(clear, clearM) -
      0.08 * Math.hypot(point[0] - middle[0], point[1] - middle[1])
    );
  };
  let best = { point: middle, score: inPolygon(polygon, ...middle) ? scoreOf(middle) + 0.2 : -Infinity };
  for (let i = 1; i < 16; i++)
    for (let k = 1; k < 16; k++) {
      const point: Point = [x0 + ((x1 - x0) * i) / 16, y0 + ((y1 - y0) * k) / 16];
      if (!inPolygon(polygon, ...point)) continue;
      const score = scoreOf(point);
      if (score > best.score) best = { point, score };
    }
  return best.point;
}
