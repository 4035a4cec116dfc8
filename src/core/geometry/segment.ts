/** The middle line of a wall, or any straight piece from a to b, m. */
export interface Line {
  ax: number;
  ay: number;
  bx: number;
  by: number;
}

/**
 * The foot of a point on a straight piece: t = ((p − a) · (b − a)) / |b − a|², held to 0 … 1.
 * Example: from (1, 2) to the piece (0, 0) (4, 0) → t 0.25, foot (1, 0), distance 2 m.
 * A piece of no length is its first end.
 */
export function nearestOn(
  s: Line,
  x: number,
  y: number,
): { t: number; x: number; y: number; distance: number } {
  const [ux, uy] = [s.bx - s.ax, s.by - s.ay];
  const t = Math.min(1, Math.max(0, ((x - s.ax) * ux + (y - s.ay) * uy) / (ux * ux + uy * uy || 1)));
  const [px, py] = [s.ax + t * ux, s.ay + t * uy];
  return { t, x: px, y: py, distance: Math.hypot(px - x, py - y) };
}

/** Where the lines of two pieces cross, as fractions along each; null when parallel. */
export function crossing(p: Line, q: Line): { t: number; u: number } | null {
  const [px, py, qx, qy] = [p.bx - p.ax, p.by - p.ay, q.bx - q.ax, q.by - q.ay];
  const d = px * qy - py * qx;
  if (Math.abs(d) < 1e-9 * Math.hypot(px, py) * Math.hypot(qx, qy)) return null;
  const [dx, dy] = [q.ax - p.ax, q.ay - p.ay];
  return { t: (dx * qy - dy * qx) / d, u: (dx * py - dy * px) / d };
}
