/**
 * Diffraction edges: what a path can bend round. Jambs of doors, archways and windows, rims of
 * stairwells and hatches, free ends and outer corners of walls, edges of heavy obstacles. An edge
 * counts only where going round it can gain: what stands there costs more than a turn at its best.
 */
import { makeCrossings } from './crossings';
import { crossingsFrom, angularIndexOf } from './angularIndex';
import { grazingTransmittance } from './knifeEdge';
import { multiplyTransmittance, transmittanceOf } from './transmittance';

import type { Block, Panel, Slab } from './sceneParts';
import type { Crossings, DiffractionEdges, Scene } from './model';

/** A scene before its edges are known. */
type Bare = Omit<Scene, 'edges'>;

interface Edge {
  at: readonly [number, number, number];
  direction: readonly [number, number, number];
  normal: readonly [number, number, number];
  lossId: number;
  item: number;
  label: string;
}

const upright = [0, 0, 1] as const;
const none = [0, 0, 0] as const;
/** How far from the edge itself the path turns, m: clear of the wall's plane and its neighbours. */
const clearM = 0.05;
/** Height above the floor at which a path rounds an upright edge, m (planning: hands and tables). */
const turnHeightM = 1.2;
/**
 * Legs longer than this or that let less than this pass (−15 dB) are not followed. Down to −35 dB nothing
 * but places 130 dB below the EIRP, under every noise floor, would change (all of Quay House, 24 places).
 */
const maxLegM = 30;
const minTransmittance = 10 ** -1.5;

const clamp = (v: number, low: number, high: number) => Math.min(Math.max(v, low), Math.max(low, high));

export function diffractionEdges(scene: Bare): DiffractionEdges {
  const { panels, slabs, blocks, shapes } = scene;
  const gains = (over: number, through: number) => {
    for (let b = 0; b < 3; b++)
      if (transmittanceOf(scene, through, 1, b) * grazingTransmittance > transmittanceOf(scene, over, 1, b))
        return true;
    return false;
  };
  let opening = shapes.firstOpening;
  let hole = shapes.firstHole;
  const walls = panels.map((p, item) => ({ p, item })).filter(({ p }) => p.kind === 'wall');
  const list: Edge[] = [
    ...panels.flatMap((p) =>
      p.openings.flatMap((o) => {
        const item = opening++;
        return gains(p.lossId, o.lossId) ? jambs(p, o, item) : [];
      }),
    ),
    ...slabs.flatMap((s) =>
      s.holes.flatMap((h) => {
        const item = hole++;
        return h.rim && gains(s.lossId, h.lossId) ? rims(s, h, item) : [];
      }),
    ),
    ...walls.flatMap(({ p, item }) => (gains(p.lossId, -1) ? wallEnds(p, item, walls) : [])),
    ...blocks.flatMap((b, i) =>
      gains(b.lossId, -1) ? blockEdges(b, panels.length + i, scene.lossNames[b.lossId] ?? 'obstacle') : [],
    ),
  ];
  const n = list.length;
  const bare = {
    n,
    at: Float64Array.from(list.flatMap((g) => g.at)),
    direction: Float64Array.from(list.flatMap((g) => g.direction)),
    normal: Float64Array.from(list.flatMap((g) => g.normal)),
    lossId: Int32Array.from(list, (g) => g.lossId),
    item: Int32Array.from(list, (g) => g.item),
    label: list.map((g) => g.label),
  };
  return { ...bare, ...legsOf(scene, bare) };
}

function jambs(p: Panel, o: Panel['openings'][number], item: number): Edge[] {
  const [a0, a1] = [Math.max(0, o.a0), Math.min(p.lengthM, o.a1)];
  const sides = a1 - a0 < 4 * clearM ? [(a0 + a1) / 2] : [a0 + clearM, a1 - clearM];
  const z = p.origin[2] + clamp(turnHeightM, o.b0 + clearM, o.b1 - clearM);
  return sides.map((a) => ({
    at: [p.origin[0] + a * p.along[0], p.origin[1] + a * p.along[1], z],
    direction: upright,
    normal: p.normal,
    lossId: o.lossId,
    item,
    label: o.lossId < 0 ? 'open doorway' : 'edge of the opening',
  }));
}

function rims(s: Slab, h: Slab['holes'][number], item: number): Edge[] {
  const middle = [0, 1].map((d) => h.outline.reduce((sum, p) => sum + (p[d] ?? 0), 0) / h.outline.length);
  return h.outline.flatMap((p, i): Edge[] => {
    const q = h.outline[(i + 1) % h.outline.length] ?? p;
    const length = Math.hypot(q[0] - p[0], q[1] - p[1]);
    if (length < 0.2) return [];
    const [x, y] = [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2];
    const [ix, iy] = [(middle[0] ?? x) - x, (middle[1] ?? y) - y];
    const far = Math.hypot(ix, iy) || 1;
    return [
      {
        at: [x + (ix / far) * clearM, y + (iy / far) * clearM, s.z],
        direction: [(q[0] - p[0]) / length, (q[1] - p[1]) / length, 0],
        normal: upright,
        lossId: h.lossId,
        item,
        label: 'rim of the stairwell',
      },
    ];
  });
}

/** Free ends, and corners where two walls end and no third stands: there, the outer side. */
function wallEnds(p: Panel, item: number, walls: readonly { p: Panel; item: number }[]): Edge[] {
  return [0, 1].flatMap((end): Edge[] => {
    const sign = end === 0 ? -1 : 1;
    const tree = end * p.lengthM;
    const [x, y] = [p.origin[0] + tree * p.along[0], p.origin[1] + tree * p.along[1]];
    const meeting = walls.filter((w) => w.item !== item && w.p.origin[2] === p.origin[2] && near(w.p, x, y));
    const edge = (ox: number, oy: number, label: string): Edge => ({
      at: [x + ox * clearM, y + oy * clearM, p.origin[2] + clamp(turnHeightM, clearM, p.heightM - clearM)],
      direction: upright,
      normal: none,
      lossId: -1,
      item,
      label,
    });
    if (meeting.length === 0) return [edge(sign * p.along[0], sign * p.along[1], 'free end of the wall')];
    const [other] = meeting;
    // each corner once, by the wall that comes first
    if (!other || meeting.length > 1 || other.item < item) return [];
    const [ax, ay] = [other.p.origin[0], other.p.origin[1]];
    const atStart = Math.hypot(x - ax, y - ay) < 0.1;
    const atEnd =
      Math.hypot(x - ax - other.p.lengthM * other.p.along[0], y - ay - other.p.lengthM * other.p.along[1]) <
      0.1;
    if (!atStart && !atEnd) return [];
    const back = atStart ? -1 : 1;
    const [ox, oy] = [
      sign * p.along[0] + back * other.p.along[0],
      sign * p.along[1] + back * other.p.along[1],
    ];
    const size = Math.hypot(ox, oy);
    return size < 0.2 ? [] : [edge((ox * 1.5) / size, (oy * 1.5) / size, 'corner of the wall')];
  });
}

/** Does a wall's middle line pass within 5 cm of a place? */
function near(p: Panel, x: number, y: number): boolean {
  const [dx, dy] = [x - p.origin[0], y - p.origin[1]];
  const a = dx * p.along[0] + dy * p.along[1];
  const b = dx * p.along[1] - dy * p.along[0];
  return Math.abs(b) < 0.05 && a > -0.05 && a < p.lengthM + 0.05;
}

function blockEdges(b: Block, item: number, name: string): Edge[] {
  const place = (u: number, v: number, z: number): [number, number, number] => [
    b.x + u * b.cos - v * b.sin,
    b.y + u * b.sin + v * b.cos,
    z,
  ];
  const [w, d] = [b.halfWidth + clearM, b.halfDepth + clearM];
  const z = clamp(b.z0 + turnHeightM, b.z0, b.z1);
  const over = b.z1 + clearM;
  const rest = { normal: none, lossId: -1, item, label: `edge of ${name}` };
  return [
    ...[
      [w, d],
      [w, -d],
      [-w, d],
      [-w, -d],
    ].map(([u = 0, v = 0]) => ({ ...rest, at: place(u, v, z), direction: upright })),
    ...[-d, d].map((v) => ({ ...rest, at: place(0, v, over), direction: [b.cos, b.sin, 0] as const })),
    ...[-w, w].map((u) => ({ ...rest, at: place(u, 0, over), direction: [-b.sin, b.cos, 0] as const })),
  ];
}

/**
 * Legs between edges of different items, or from edge to edge of one obstacle, where enough passes.
 * Each is worked out once and kept for both directions: a straight path crosses the same in both directions.
 */
function legsOf(scene: Bare, edges: Pick<DiffractionEdges, 'n' | 'at' | 'item'>) {
  const hits: Crossings = makeCrossings();
  const { n, at, item } = edges;
  const ends: number[] = [];
  const passes: number[] = [];
  const transmittance = new Float64Array(3);
  const { panels, blocks } = scene.shapes;
  const isBlock = (i: number) => i >= panels && i < panels + blocks;
  const degree = new Int32Array(n + 1);
  for (let i = 0; i < n; i++) {
    const [px, py, pz] = [at[i * 3] as number, at[i * 3 + 1] as number, at[i * 3 + 2] as number];
    const index = angularIndexOf(scene, [px, py, pz]);
    for (let k = i + 1; k < n; k++) {
      if (item[i] === item[k] && !isBlock(item[i] as number)) continue;
      const [qx, qy, qz] = [at[k * 3] as number, at[k * 3 + 1] as number, at[k * 3 + 2] as number];
      if (Math.hypot(qx - px, qy - py, qz - pz) > maxLegM) continue;
      crossingsFrom(scene, index, qx, qy, qz, hits);
      transmittance.fill(1);
      multiplyTransmittance(scene, hits, transmittance, 0);
      if (Math.max(...transmittance) < minTransmittance) continue;
      ends.push(i, k);
      passes.push(...transmittance);
      degree[i] = (degree[i] as number) + 1;
      degree[k] = (degree[k] as number) + 1;
    }
  }
  const legStart = new Int32Array(n + 1);
  for (let i = 0; i < n; i++) legStart[i + 1] = (legStart[i] as number) + (degree[i] as number);
  const filled = legStart.slice(0, n);
  const legTo = new Int32Array(ends.length);
  const legTransmittance = new Float64Array(3 * ends.length);
  const legDirection = new Float64Array(3 * ends.length);
  const legM = new Float64Array(ends.length);
  for (let end = 0; end < ends.length; end++) {
    const [i, k] = [ends[end] as number, ends[end ^ 1] as number];
    const leg = filled[i] as number;
    filled[i] = leg + 1;
    legTo[leg] = k;
    const path = [0, 1, 2].map((c) => (at[k * 3 + c] as number) - (at[i * 3 + c] as number));
    const d = Math.max(1e-6, Math.hypot(...path));
    legM[leg] = d;
    for (let c = 0; c < 3; c++) {
      legTransmittance[leg * 3 + c] = passes[(end >> 1) * 3 + c] as number;
      legDirection[leg * 3 + c] = (path[c] as number) / d;
    }
  }
  return { legStart, legTo, legTransmittance, legDirection, legM, legMerit: [] };
}
