/** Outlines moved sideways: from the middle of walls to their faces. */
import type { Point } from './point';

/** A straight piece of an outline: from where, which way (unit vector), and how far to move it to its left. */
interface Line {
  x: number;
  y: number;
  ux: number;
  uy: number;
}

/** Farther than this many half thicknesses a corner is not drawn out to its point. */
const mitreLimit = 6;

const cross = (a: Line, b: Line) => a.ux * b.uy - a.uy * b.ux;
const dot = (a: Line, b: Line) => a.ux * b.ux + a.uy * b.uy;

function meet(a: Line, b: Line): Point {
  const t = ((b.x - a.x) * b.uy - (b.y - a.y) * b.ux) / cross(a, b);
  return [a.x + a.ux * t, a.y + a.uy * t];
}

/** Moved pieces with a short cross piece where two neighbours run parallel but apart. */
function movedLines(corners: readonly Point[], halves: readonly number[]): Line[] {
  const n = corners.length;
  const moved = corners.map(([x, y], i): Line => {
    const [bx, by] = corners[(i + 1) % n] ?? [x, y];
    const length = Math.hypot(bx - x, by - y);
    const [ux, uy] = [(bx - x) / length, (by - y) / length];
    const half = halves[i] ?? 0;
    return { x: x + uy * half, y: y - ux * half, ux, uy };
  });
  return moved.flatMap((line, i) => {
    const next = moved[(i + 1) % n];
    const corner = corners[(i + 1) % n];
    if (!next || !corner) return [line];
    const sideways = (next.x - line.x) * line.uy - (next.y - line.y) * line.ux;
    const turn = cross(line, next);
    const straight = Math.abs(turn) < 1e-6;
    if (straight && dot(line, next) > 0) {
      // one straight face, or a step where the thickness changes
      if (Math.abs(sideways) < 1e-6) return [line];
      const sign = Math.sign(sideways);
      return [line, { x: corner[0], y: corner[1], ux: line.uy * sign, uy: -line.ux * sign }];
    }
    if (straight) {
      // a wall that ends here: its end face
      return [line, { x: corner[0], y: corner[1], ux: -line.uy, uy: line.ux }];
    }
    // only a corner that turns away from the space can run out to a far point
    const turnsIn = next.ux * line.uy - next.uy * line.ux > 0;
    const [h0, h1] = [halves[i] ?? 0, halves[(i + 1) % n] ?? 0];
    const [mx, my] = meet(line, next);
    const mitreM = Math.hypot(mx - corner[0], my - corner[1]);
    if (turnsIn || mitreM <= mitreLimit * Math.max(h0, h1, 0.01)) return [line];
    const from: Point = [corner[0] + line.uy * h0, corner[1] - line.ux * h0];
    const [dx, dy] = [corner[0] + next.uy * h1 - from[0], corner[1] - next.ux * h1 - from[1]];
    const size = Math.hypot(dx, dy);
    return [line, { x: from[0], y: from[1], ux: dx / size, uy: dy / size }];
  });
}

const near = (a: Point, b: Point) => Math.hypot(a[0] - b[0], a[1] - b[1]) < 1e-6;

/** Does an outline run straight on through its corner i? */
function straightOn(points: readonly Point[], i: number): boolean {
  const [p, q, r] = [
    points[(i + points.length - 1) % points.length],
    points[i],
    points[(i + 1) % points.length],
  ];
  if (!p || !q || !r) return false;
  const [ux, uy, vx, vy] = [q[0] - p[0], q[1] - p[1], r[0] - q[0], r[1] - q[1]];
  return Math.abs(ux * vy - uy * vx) < 1e-6 * Math.hypot(ux, uy) && ux * vx + uy * vy > 0;
}

/**
 * Moves every side of a closed outline to its left by its own distance and finds the new corners.
 * Going round with the inside at the left that is the clear space between walls of these half
 * thicknesses; sides that vanish between their neighbours are left out.
 * @param corners closed outline, m; side i runs from corner i to corner i + 1.
 * @param halves distance of each side, m ≥ 0.
 * @returns the new corners, or null when nothing is left.
 * Example: a square of 4 m between walls of 0.2 m: `halves` all 0.1 gives a square of 3.8 m.
 */
export function offsetOutline(
  corners: readonly Point[],
  halves: readonly number[],
): [number, number][] | null {
  let lines = movedLines(corners, halves);
  // neighbours on the same line become one
  const merge = () => {
    lines = lines.filter((line, i) => {
      const before = lines[(i + lines.length - 1) % lines.length];
      return !before || before === line || Math.abs(cross(before, line)) > 1e-9 || dot(before, line) < 0;
    });
  };
  merge();
  for (let left = lines.length; left > 0; left--) {
    if (lines.length < 3) return null;
    const points = lines.map((line, i) => meet(lines[(i + lines.length - 1) % lines.length] ?? line, line));
    const forward = lines.map((line, i) => {
      const [ax, ay] = points[i] ?? [0, 0];
      const [bx, by] = points[(i + 1) % points.length] ?? [0, 0];
      return (bx - ax) * line.ux + (by - ay) * line.uy;
    });
    const least = Math.min(...forward);
    const worst = least < -1e-7 ? forward.indexOf(least) : -1;
    if (worst < 0) {
      const apart = points.filter((p, i) => !near(p, points[(i + 1) % points.length] ?? p));
      const kept = apart.filter((_, i) => !straightOn(apart, i));
      return kept.length >= 3 && kept.every(([x, y]) => Number.isFinite(x) && Number.isFinite(y))
        ? kept.map(([x, y]): [number, number] => [
            Math.round(x * 1e4) / 1e4 + 0,
            Math.round(y * 1e4) / 1e4 + 0,
          ])
        : null;
    }
    const [i, k] = [(worst + lines.length - 1) % lines.length, (worst + 1) % lines.length];
    const [before, after] = [lines[i], lines[k]];
    if (!before || !after) return null;
    // its neighbours cannot meet when they run parallel: the shorter one goes too
    const parallel = Math.abs(cross(before, after)) < 1e-9;
    const shorter = (forward[i] ?? 0) < (forward[k] ?? 0) ? before : after;
    const gone = new Set([lines[worst], ...(parallel ? [shorter] : [])]);
    lines = lines.filter((line) => !gone.has(line));
    merge();
  }
  return null;
}
