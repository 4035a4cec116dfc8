import type { Point } from './point';

/** Where a building stands on the site: its corner, m, and its turn, degrees clockwise seen from above. */
interface Placement {
  xM: number;
  yM: number;
  turnDeg: number;
}

/** From a building's own coordinates to the site's: turned clockwise (seen from above), then moved. */
export function toSite(building: Placement, x: number, y: number): [number, number] {
  const a = (building.turnDeg * Math.PI) / 180;
  const [c, s] = [Math.cos(a), Math.sin(a)];
  return [building.xM + x * c - y * s, building.yM + x * s + y * c];
}

/** From the site's coordinates to a building's own; undoes `toSite`. */
export function fromSite(building: Placement, x: number, y: number): [number, number] {
  const a = (building.turnDeg * Math.PI) / 180;
  const [c, s] = [Math.cos(a), Math.sin(a)];
  const [dx, dy] = [x - building.xM, y - building.yM];
  return [dx * c + dy * s, -dx * s + dy * c];
}

/** Least and greatest x and y of points, [x0, y0, x1, y1]. */
export function boundsOf(points: readonly Point[]): [number, number, number, number] {
  const xs = points.map((p) => p[0]);
  const ys = points.map((p) => p[1]);
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
}
