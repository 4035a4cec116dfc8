/**
 * Diffraction edges: where what passes changes along a wall or floor. Sides, heads and sills of doors, archways
 * and windows, rims of stairwells, ends of walls (free, at a lighter wall, or at a corner), edges of boxes.
 */
import type { Block, Panel, Slab } from './sceneParts';
import type { DiffractionEdges, Scene } from './model';
import { transmittanceOf } from './transmittance';

/** A scene before its edges are known. */
type Bare = Omit<Scene, 'edges'>;
type Vector = readonly [number, number, number];

interface Edge {
  at: Vector;
  direction: Vector;
  lengthM: number;
  /** What stands on its two sides; −1 = nothing. */
  lossIds: readonly [number, number];
  /** Away from what ends here; zero where legs are the same on both sides. */
  outward: Vector;
  item: number;
  /** Plane that it lies in; −1 for an edge of a box. */
  facet: number;
  label: string;
}

const upright: Vector = [0, 0, 1];
const none: Vector = [0, 0, 0];
/** Shorter edges bend nothing to speak of, m. */
const shortestM = 0.05;
/** How far beside an edge of a box a path passes, m, so that it does not cross the box. */
const besideBoxM = 0.01;
/** Two walls this near to one plane are one facade, m. */
const samePlaneM = 0.02;
/** How far beyond the end of a wall it is asked what stands there, m. */
export const beyondM = 0.03;

/** Walks `a` along and `b` up from the origin of a panel. */
const onPanel = (p: Panel, a: number, b: number): Vector => [
  p.origin[0] + a * p.along[0] + b * p.up[0],
  p.origin[1] + a * p.along[1] + b * p.up[1],
  p.origin[2] + a * p.along[2] + b * p.up[2],
];

export function diffractionEdges(scene: Bare): DiffractionEdges {
  const { panels, slabs, blocks, shapes } = scene;
  const differ = (a: number, b: number) => {
    for (let band = 0; band < 3; band++) {
      const [p, q] = [transmittanceOf(scene, a, 1, band), transmittanceOf(scene, b, 1, band)];
      if ((Math.sqrt(p) - Math.sqrt(q)) ** 2 > leastChange) return true;
    }
    return false;
  };
  let opening = shapes.firstOpening;
  let hole = shapes.firstHole;
  const list: Edge[] = [
    ...panels.flatMap((p, facet) =>
      [
        ...p.openings.flatMap((o) => openingEdges(p, o, opening++, facet)),
        ...(p.kind === 'wall' ? endEdges(p, facet, panels) : []),
      ].filter((e) => differ(...e.lossIds)),
    ),
    ...slabs.flatMap((s, i) =>
      s.holes.flatMap((h) => {
        const item = hole++;
        return h.rim && differ(s.lossId, h.lossId) ? rimEdges(s, h, item, shapes.panels + i) : [];
      }),
    ),
    ...blocks.flatMap((b, i) =>
      differ(b.lossId, -1)
        ? boxEdges(b, panels.length + i, `edge of ${scene.lossNames[b.lossId] ?? 'obstacle'}`)
        : [],
    ),
  ];
  const facetStart = new Int32Array(scene.facets.n + 1);
  for (const e of list) if (e.facet >= 0) facetStart[e.facet + 1] = (facetStart[e.facet + 1] as number) + 1;
  for (let f = 0; f < scene.facets.n; f++)
    facetStart[f + 1] = (facetStart[f + 1] as number) + (facetStart[f] as number);
  return {
    n: list.length,
    facetStart,
    at: Float64Array.from(list.flatMap((e) => e.at)),
    direction: Float64Array.from(list.flatMap((e) => e.direction)),
    lengthM: Float64Array.from(list, (e) => e.lengthM),
    lossIds: Int32Array.from(list.flatMap((e) => e.lossIds)),
    outward: Float64Array.from(list.flatMap((e) => e.outward)),
    item: Int32Array.from(list, (e) => e.item),
    label: list.map((e) => e.label),
  };
}

/** Power that a turn keeps at most where what stands on both sides of the edge is nearly the same: no edge (−20 dB). */
const leastChange = 0.01;

function openingEdges(p: Panel, o: Panel['openings'][number], item: number, facet: number): Edge[] {
  const [a0, a1] = [Math.max(0, o.a0), Math.min(p.lengthM, o.a1)];
  const [b0, b1] = [Math.max(0, o.b0), Math.min(p.heightM, o.b1)];
  const rest = {
    lossIds: [p.lossId, o.lossId] as const,
    outward: none,
    item,
    facet,
    label: o.lossId < 0 ? 'open doorway' : 'edge of the opening',
  };
  const side = (a: number): Edge => ({ ...rest, at: onPanel(p, a, b0), direction: p.up, lengthM: b1 - b0 });
  const level = (b: number): Edge => ({
    ...rest,
    at: onPanel(p, a0, b),
    direction: p.along,
    lengthM: a1 - a0,
  });
  return [side(a0), side(a1), level(b1), ...(b0 > shortestM ? [level(b0)] : [])].filter(
    (e) => e.lengthM > shortestM,
  );
}

function rimEdges(s: Slab, h: Slab['holes'][number], item: number, facet: number): Edge[] {
  return h.outline.flatMap((p, i): Edge[] => {
    const q = h.outline[(i + 1) % h.outline.length] ?? p;
    const lengthM = Math.hypot(q[0] - p[0], q[1] - p[1]);
    if (lengthM < shortestM) return [];
    return [
      {
        at: [p[0], p[1], s.z],
        direction: [(q[0] - p[0]) / lengthM, (q[1] - p[1]) / lengthM, 0],
        lengthM,
        lossIds: [s.lossId, h.lossId],
        outward: none,
        item,
        facet,
        label: 'rim of the stairwell',
      },
    ];
  });
}

/** The ends of a wall, unless the facade goes on in the same construction. */
function endEdges(p: Panel, facet: number, panels: readonly Panel[]): Edge[] {
  return [-1, 1].flatMap((sign): Edge[] => {
    const end = sign < 0 ? 0 : p.lengthM;
    const next = wallAt(panels, facet, onPanel(p, end + sign * beyondM, p.heightM / 2));
    if (next && next.lossId === p.lossId) return [];
    return [
      {
        at: onPanel(p, end, 0),
        direction: upright,
        lengthM: p.heightM,
        lossIds: [p.lossId, next ? next.lossId : -1],
        outward: [sign * p.along[0], sign * p.along[1], 0],
        // each end is a path of its own, and no item of the scene
        item: -1 - 2 * facet - (sign < 0 ? 0 : 1),
        facet,
        label: next ? 'end of the heavier wall' : 'end of the wall',
      },
    ];
  });
}

/** Another wall that stands at a place, in whose plane the place lies. */
const wallAt = (panels: readonly Panel[], not: number, [x, y, z]: Vector): Panel | undefined =>
  panels.find((q, i) => {
    if (i === not || q.kind !== 'wall') return false;
    const [dx, dy, dz] = [x - q.origin[0], y - q.origin[1], z - q.origin[2]];
    const a = dx * q.along[0] + dy * q.along[1];
    const off = dx * q.normal[0] + dy * q.normal[1];
    return Math.abs(off) < samePlaneM && a >= 0 && a <= q.lengthM && dz >= 0 && dz <= q.heightM;
  });

/** Upright and upper edges of a box. */
function boxEdges(b: Block, item: number, label: string): Edge[] {
  const [w, d] = [b.halfWidth + besideBoxM, b.halfDepth + besideBoxM];
  const place = (u: number, v: number, z: number): Vector => [
    b.x + u * b.cos - v * b.sin,
    b.y + u * b.sin + v * b.cos,
    z,
  ];
  const rest = { lossIds: [b.lossId, -1] as const, outward: none, item, facet: -1, label };
  const level = (z: number): Edge[] => [
    ...[-d, d].map((v) => ({
      ...rest,
      at: place(-w, v, z),
      direction: [b.cos, b.sin, 0] as const,
      lengthM: 2 * w,
    })),
    ...[-w, w].map((u) => ({
      ...rest,
      at: place(u, -d, z),
      direction: [-b.sin, b.cos, 0] as const,
      lengthM: 2 * d,
    })),
  ];
  return [
    ...[
      [w, d],
      [w, -d],
      [-w, d],
      [-w, -d],
    ].map(([u = 0, v = 0]) => ({
      ...rest,
      at: place(u, v, b.z0),
      direction: upright,
      lengthM: b.z1 - b.z0,
    })),
    ...level(b.z1 + besideBoxM),
  ];
}
