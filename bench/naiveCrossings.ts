/**
 * What a path crosses, the plain way: every wall, floor and box is tried. It knows nothing of sectors
 * or packed arrays, so it is what the fast one is tested and measured against.
 */
import type { Point3 } from '@/core/geometry/point';
import { inPolygon } from '@/core/geometry/polygon';
import type { Scene } from '@/core/propagation/model';

const dot = (a: Point3, b: Point3) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const minus = (a: Point3, b: Point3): Point3 => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];

/** Record and key of each thing crossed, and the cosine of incidence. */
export function naiveCrossings(
  scene: Scene,
  p: Point3,
  q: Point3,
): { id: string; key: number; cosine: number }[] {
  const out: { id: string; key: number; cosine: number }[] = [];
  const d = minus(q, p);
  const length = Math.hypot(...d);
  const add = (id: string, key: number, cosine: number) => {
    if (key >= 0) out.push({ id, key, cosine: Math.min(1, Math.abs(cosine)) });
  };
  for (const panel of scene.panels) {
    const slope = dot(panel.normal, d);
    const t = dot(panel.normal, minus(panel.origin, p)) / slope;
    if (!(Math.abs(slope) > 1e-9 && t > 1e-9 && t < 1 - 1e-9)) continue;
    const at = minus([p[0] + t * d[0], p[1] + t * d[1], p[2] + t * d[2]], panel.origin);
    const [a, b] = [dot(at, panel.along), dot(at, panel.up)];
    if (a < 0 || a > panel.lengthM || b < 0 || b > panel.heightM) continue;
    const opening = panel.openings.find((o) => a > o.a0 && a < o.a1 && b > o.b0 && b < o.b1);
    add(opening?.id ?? panel.id, (opening ?? panel).lossId, slope / length);
  }
  for (const slab of scene.slabs) {
    const t = (slab.z - p[2]) / d[2];
    if (!(Math.abs(d[2]) > 1e-9 && t > 1e-9 && t < 1 - 1e-9)) continue;
    const [x, y] = [p[0] + t * d[0], p[1] + t * d[1]];
    if (!inPolygon(slab.outline, x, y)) continue;
    const hole = slab.holes.find((h) => inPolygon(h.outline, x, y));
    add(hole?.id ?? slab.id, (hole ?? slab).lossId, d[2] / length);
  }
  for (const b of scene.blocks) {
    const [x, y] = [p[0] - b.x, p[1] - b.y];
    const start = [x * b.cos + y * b.sin, y * b.cos - x * b.sin, p[2]];
    const step = [d[0] * b.cos + d[1] * b.sin, d[1] * b.cos - d[0] * b.sin, d[2]];
    const low = [-b.halfWidth, -b.halfDepth, b.z0];
    const high = [b.halfWidth, b.halfDepth, b.z1];
    let [enter, leave] = [0, 1];
    for (const k of [0, 1, 2]) {
      const [s, v, l, h] = [start[k] ?? 0, step[k] ?? 0, low[k] ?? 0, high[k] ?? 0];
      if (Math.abs(v) < 1e-9) {
        if (s < l || s > h) leave = -1;
        continue;
      }
      enter = Math.max(enter, Math.min((l - s) / v, (h - s) / v));
      leave = Math.min(leave, Math.max((l - s) / v, (h - s) / v));
    }
    if (leave - enter > 1e-9) add(b.id, b.lossId, 1);
  }
  return out;
}
