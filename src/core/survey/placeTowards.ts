import type { Point } from '../job/records';

/** The way of each arrow key on the drawing, north up. */
export const arrowWays = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
} as const satisfies Record<string, Point>;

/**
 * Of several places the nearest that lies more in a direction than across it.
 * @param places middles, m. @param from index of the one to start at. @returns its index; null where there is none.
 */
export function placeTowards(places: readonly Point[], from: number, [dx, dy]: Point): number | null {
  const start = places[from];
  if (!start) return null;
  let best: { index: number; far: number } | null = null;
  for (const [index, [x, y]] of places.entries()) {
    const [ex, ey] = [x - start[0], y - start[1]];
    const along = ex * dx + ey * dy;
    const across = Math.abs(ex * dy) + Math.abs(ey * dx);
    if (index === from || along <= 0.01 || across > along) continue;
    const far = Math.hypot(ex, ey);
    if (!best || far < best.far) best = { index, far };
  }
  return best?.index ?? null;
}
