import { touched } from '../geometry/boxTree';
import { inPolygon } from '../geometry/polygon';
import type { Id } from '../job/records';
import type { Block, Panel, Scene, Slab } from './scene';

/** What one straight path crosses; made once and filled again and again. */
export interface Crossings {
  count: number;
  /** Key of each crossing, see Scene. */
  key: Int32Array;
  /** Angle of incidence, 0 = at right angles … 89. */
  incidenceDeg: Float64Array;
  /** Where on the path, 0 … 1. */
  at: Float64Array;
  /** Record crossed: a wall, door, storey (its floor), building (its roof) or obstacle. */
  id: Id[];
  /** Scratch for the tree. */
  candidates: Int32Array;
}

const most = 512;

export const makeCrossings = (scene: Scene): Crossings => ({
  count: 0,
  key: new Int32Array(most),
  incidenceDeg: new Float64Array(most),
  at: new Float64Array(most),
  id: [],
  candidates: new Int32Array(scene.panels.length + scene.slabs.length + scene.blocks.length + 8),
});

const edge = 1e-9;

function add(out: Crossings, key: number, cosine: number, at: number, id: Id) {
  if (key < 0 || out.count >= most) return;
  const i = out.count++;
  out.key[i] = key;
  out.incidenceDeg[i] = Math.min(89, (Math.acos(Math.min(1, Math.abs(cosine))) * 180) / Math.PI);
  out.at[i] = at;
  out.id[i] = id;
}

/**
 * Fills `out` with everything that the straight path from p to q crosses (site coordinates, m), in
 * no set order. Openings count instead of their wall. A path that only touches a plane with an end
 * does not cross it; one that runs within a wall's plane does not cross that wall.
 */
export function crossings(
  scene: Scene,
  px: number,
  py: number,
  pz: number,
  qx: number,
  qy: number,
  qz: number,
  out: Crossings,
): void {
  out.count = 0;
  const length = Math.hypot(qx - px, qy - py, qz - pz);
  if (!(length > 1e-6)) return;
  const n = touched(scene.tree, px, py, pz, qx, qy, qz, out.candidates);
  const { panels, slabs, blocks } = scene;
  for (let i = 0; i < n; i++) {
    const item = out.candidates[i] as number;
    if (item < panels.length) crossPanel(panels[item] as Panel, px, py, pz, qx, qy, qz, length, out);
    else if (item < panels.length + slabs.length)
      crossSlab(slabs[item - panels.length] as Slab, px, py, pz, qx, qy, qz, length, out);
    else crossBlock(blocks[item - panels.length - slabs.length] as Block, px, py, pz, qx, qy, qz, out);
  }
}

type Path = [px: number, py: number, pz: number, qx: number, qy: number, qz: number];

function crossPanel(panel: Panel, ...[px, py, pz, qx, qy, qz, length, out]: [...Path, number, Crossings]) {
  const { origin: o, along: u, up: v, normal: n } = panel;
  const along = n[0] * (qx - px) + n[1] * (qy - py) + n[2] * (qz - pz);
  if (Math.abs(along) < edge) return;
  const t = (n[0] * (o[0] - px) + n[1] * (o[1] - py) + n[2] * (o[2] - pz)) / along;
  if (t <= edge || t >= 1 - edge) return;
  const [dx, dy, dz] = [px + t * (qx - px) - o[0], py + t * (qy - py) - o[1], pz + t * (qz - pz) - o[2]];
  const a = dx * u[0] + dy * u[1] + dz * u[2];
  const b = dx * v[0] + dy * v[1] + dz * v[2];
  if (a < 0 || a > panel.lengthM || b < 0 || b > panel.heightM) return;
  for (const opening of panel.openings)
    if (a > opening.a0 && a < opening.a1 && b > opening.b0 && b < opening.b1) {
      add(out, opening.key, along / length, t, opening.id);
      return;
    }
  add(out, panel.key, along / length, t, panel.id);
}

function crossSlab(slab: Slab, ...[px, py, pz, qx, qy, qz, length, out]: [...Path, number, Crossings]) {
  const rise = qz - pz;
  if (Math.abs(rise) < edge) return;
  const t = (slab.z - pz) / rise;
  if (t <= edge || t >= 1 - edge) return;
  const [x, y] = [px + t * (qx - px), py + t * (qy - py)];
  if (!inPolygon(slab.outline, x, y)) return;
  for (const hole of slab.holes)
    if (inPolygon(hole.outline, x, y)) {
      add(out, hole.key, rise / length, t, hole.id);
      return;
    }
  add(out, slab.key, rise / length, t, slab.id);
}

function crossBlock(block: Block, ...[px, py, pz, qx, qy, qz, out]: [...Path, Crossings]) {
  // into the box's own directions, then the part of the path between each pair of faces
  const [x, y] = [px - block.x, py - block.y];
  const [dx, dy, dz] = [qx - px, qy - py, qz - pz];
  let enter = 0;
  let leave = 1;
  const clip = (start: number, step: number, low: number, high: number) => {
    if (Math.abs(step) < edge) {
      if (start < low || start > high) leave = -1;
      return;
    }
    const [s, e] = [(low - start) / step, (high - start) / step];
    enter = Math.max(enter, Math.min(s, e));
    leave = Math.min(leave, Math.max(s, e));
  };
  clip(x * block.cos + y * block.sin, dx * block.cos + dy * block.sin, -block.halfWidth, block.halfWidth);
  clip(-x * block.sin + y * block.cos, -dx * block.sin + dy * block.cos, -block.halfDepth, block.halfDepth);
  clip(pz, dz, block.z0, block.z1);
  if (leave - enter > edge) add(out, block.key, 1, enter, block.id);
}
