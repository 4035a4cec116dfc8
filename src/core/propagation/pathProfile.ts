/** A cut through the house along a path: what stands in it, unfolded onto distance and height. */
import type { Point3 } from '../geometry/point';
import { inPolygon } from '../geometry/polygon';
import type { Id, Point } from '../job/records';

import type { Block, Panel, Slab } from './sceneParts';
import type { Scene } from './model';

/** Something that the cut passes through; `s` along the path, m, `z` height, m. */
export interface ProfilePart {
  kind: 'wall' | 'opening' | 'roof' | 'floor' | 'obstacle';
  id: Id;
  name: string;
  /** A wall or roof: a line from (s0, z0) to (s1, z1); a floor: level; an obstacle: a box. */
  s0: number;
  s1: number;
  z0: number;
  z1: number;
}

/**
 * Everything that stands above and below a path, leg by leg, in the upright plane through each leg.
 * Legs are laid end to end by their length in plan. Ways straight up have nothing to show beside
 * them, so such a leg is given half a metre.
 */
export function pathProfile(scene: Scene, points: readonly Point3[]): { s: number[]; parts: ProfilePart[] } {
  const s = [0];
  const parts: ProfilePart[] = [];
  points.slice(1).forEach((q, i) => {
    const p = points[i] as Point3;
    const start = s[i] as number;
    const plan = Math.hypot(q[0] - p[0], q[1] - p[1]);
    s.push(start + Math.max(plan, 0.5));
    if (plan < 1e-6) {
      parts.push(...scene.slabs.flatMap((slab) => floorIn(scene, slab, p, [1, 0], 0.5, start)));
      return;
    }
    const d = [(q[0] - p[0]) / plan, (q[1] - p[1]) / plan] as const;
    for (const panel of scene.panels) parts.push(...panelIn(scene, panel, p, d, plan, start));
    for (const slab of scene.slabs) parts.push(...floorIn(scene, slab, p, d, plan, start));
    for (const block of scene.blocks) parts.push(...blockIn(scene, block, p, d, plan, start));
  });
  return { s, parts };
}

type Direction = readonly [number, number];

const nameOf = (scene: Scene, lossId: number, open: string) =>
  lossId < 0 ? open : (scene.lossNames[lossId] ?? 'unnamed');

/** Where a line in plan crosses a segment: distance along the line and along the segment, m. */
function meet(
  p: Point3,
  d: Direction,
  ox: number,
  oy: number,
  ux: number,
  uy: number,
): { s: number; a: number } | null {
  const cross = d[0] * uy - d[1] * ux;
  if (Math.abs(cross) < 1e-9) return null;
  const [x, y] = [ox - p[0], oy - p[1]];
  return { s: (x * uy - y * ux) / cross, a: (x * d[1] - y * d[0]) / cross };
}

function panelIn(
  scene: Scene,
  panel: Panel,
  p: Point3,
  d: Direction,
  plan: number,
  start: number,
): ProfilePart[] {
  const { origin: o, along: u, up, lengthM, heightM } = panel;
  if (panel.kind === 'roof') {
    // the slope's two level edges, each met by the line; between them the roof rises evenly
    const [low, high] = [0, heightM].map((b) => meet(p, d, o[0] + b * up[0], o[1] + b * up[1], u[0], u[1]));
    if (!low || !high) return [];
    // cut the slope to the leg and to the roof's own ends
    let [t0, t1] = [0, 1];
    const clip = (from: number, to: number, least: number, most: number) => {
      if (Math.abs(to - from) < 1e-9) {
        if (from < least || from > most) t1 = -1;
        return;
      }
      const [a, b] = [(least - from) / (to - from), (most - from) / (to - from)];
      t0 = Math.max(t0, Math.min(a, b));
      t1 = Math.min(t1, Math.max(a, b));
    };
    clip(low.s, high.s, 0, plan);
    clip(low.a, high.a, 0, lengthM);
    if (t1 <= t0) return [];
    const at = (t: number) => [start + low.s + t * (high.s - low.s), o[2] + t * heightM * up[2]] as const;
    const [[s0, z0], [s1, z1]] = [at(t0), at(t1)];
    return [{ kind: 'roof', id: panel.id, name: nameOf(scene, panel.lossId, 'roof'), s0, s1, z0, z1 }];
  }
  const hit = meet(p, d, o[0], o[1], u[0], u[1]);
  if (!hit || hit.s < 0 || hit.s > plan || hit.a < 0 || hit.a > lengthM) return [];
  const s = start + hit.s;
  const [bottom, top] = [o[2], o[2] + heightM];
  const wall = (z0: number, z1: number): ProfilePart[] =>
    z1 - z0 < 0.01
      ? []
      : [{ kind: 'wall', id: panel.id, name: nameOf(scene, panel.lossId, 'wall'), s0: s, s1: s, z0, z1 }];
  const opening = panel.openings.find((w) => hit.a > w.a0 && hit.a < w.a1);
  if (!opening) return wall(bottom, top);
  const [sill, head] = [bottom + opening.b0, Math.min(top, bottom + opening.b1)];
  return [
    ...wall(bottom, sill),
    {
      kind: 'opening',
      id: opening.id,
      name: nameOf(scene, opening.lossId, 'open'),
      s0: s,
      s1: s,
      z0: sill,
      z1: head,
    },
    ...wall(head, top),
  ];
}

/** The parts of a leg, m along it, that lie within an outline. */
function within(outline: readonly Point[], p: Point3, d: Direction, plan: number): [number, number][] {
  const cuts = [0, plan];
  outline.forEach(([x, y], i) => {
    const [nx, ny] = outline[(i + 1) % outline.length] ?? [x, y];
    const hit = meet(p, d, x, y, nx - x, ny - y);
    if (hit && hit.a >= 0 && hit.a <= 1 && hit.s > 0 && hit.s < plan) cuts.push(hit.s);
  });
  cuts.sort((a, b) => a - b);
  return cuts.slice(1).flatMap((to, i): [number, number][] => {
    const from = cuts[i] as number;
    const middle = (from + to) / 2;
    const inside = inPolygon(outline, p[0] + d[0] * middle, p[1] + d[1] * middle);
    return to - from > 1e-6 && inside ? [[from, to]] : [];
  });
}

function floorIn(
  scene: Scene,
  slab: Slab,
  p: Point3,
  d: Direction,
  plan: number,
  start: number,
): ProfilePart[] {
  const holes = slab.holes.flatMap((h) => within(h.outline, p, d, plan));
  return within(slab.outline, p, d, plan)
    .flatMap(([from, to]) => {
      // what the holes leave of it
      let left: [number, number][] = [[from, to]];
      for (const [h0, h1] of holes)
        left = left.flatMap(([a, b]): [number, number][] =>
          h1 <= a || h0 >= b
            ? [[a, b]]
            : [
                [a, Math.max(a, h0)],
                [Math.min(b, h1), b],
              ],
        );
      return left.filter(([a, b]) => b - a > 1e-6);
    })
    .map(([a, b]): ProfilePart => ({
      kind: 'floor',
      id: slab.id,
      name: nameOf(scene, slab.lossId, 'floor'),
      s0: start + a,
      s1: start + b,
      z0: slab.z,
      z1: slab.z,
    }));
}

function blockIn(
  scene: Scene,
  b: Block,
  p: Point3,
  d: Direction,
  plan: number,
  start: number,
): ProfilePart[] {
  const corner = (u: number, v: number): Point => [
    b.x + u * b.halfWidth * b.cos - v * b.halfDepth * b.sin,
    b.y + u * b.halfWidth * b.sin + v * b.halfDepth * b.cos,
  ];
  const outline = [corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1)];
  return within(outline, p, d, plan).map(([from, to]): ProfilePart => ({
    kind: 'obstacle',
    id: b.id,
    name: nameOf(scene, b.lossId, 'obstacle'),
    s0: start + from,
    s1: start + to,
    z0: b.z0,
    z1: b.z1,
  }));
}
