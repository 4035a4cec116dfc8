import type { Point } from './point';
import { nearestOn } from './segment';

/** The two nearest points of two outlines that lie apart, and the distance between them, m. */
export function shortestGap(
  a: readonly Point[],
  b: readonly Point[],
): { from: Point; to: Point; metres: number } {
  let best = { from: a[0] ?? ([0, 0] as Point), to: b[0] ?? ([0, 0] as Point), metres: Infinity };
  const look = (corners: readonly Point[], sides: readonly Point[], swap: boolean) => {
    for (const corner of corners)
      sides.forEach(([ax, ay], i) => {
        const [bx, by] = sides[(i + 1) % sides.length] ?? [ax, ay];
        const foot = nearestOn({ ax, ay, bx, by }, ...corner);
        if (foot.distance >= best.metres) return;
        const on: Point = [foot.x, foot.y];
        best = { from: swap ? on : corner, to: swap ? corner : on, metres: foot.distance };
      });
  };
  look(a, b, false);
  look(b, a, true);
  return best;
}
