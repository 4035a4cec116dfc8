import { boundsOf, toSite } from '../geometry/place';
import { type BoxTree, buildBoxTree } from '../geometry/boxTree';
import { find, get, type Job } from '../job/job';
import { bands, type Building, type Id, type PerBand, type Point } from '../job/records';
import { lossTable } from '../materials/assemblyLoss';

/** A rectangle standing or leaning in space: a wall or one slope of a roof. */
export interface Panel {
  origin: [number, number, number];
  /** Unit vectors along its two sides, and its normal. */
  along: [number, number, number];
  up: [number, number, number];
  normal: [number, number, number];
  lengthM: number;
  heightM: number;
  key: number;
  openings: { a0: number; a1: number; b0: number; b1: number; key: number; id: Id }[];
  id: Id;
}

/** A level plate: a floor over a building's outline, or the ground. */
export interface Slab {
  z: number;
  outline: Point[];
  holes: { outline: Point[]; key: number; id: Id }[];
  key: number;
  id: Id;
}

/** A box with a loss, turned in plan. */
export interface Block {
  x: number;
  y: number;
  cos: number;
  sin: number;
  halfWidth: number;
  halfDepth: number;
  z0: number;
  z1: number;
  key: number;
  id: Id;
}

/**
 * All that a radio path can cross, in site coordinates. A `key` is what a crossing is made of:
 * an assembly or one obstacle; the same key crossed twice is the same error twice. −1 = open.
 */
export interface Scene {
  panels: Panel[];
  slabs: Slab[];
  blocks: Block[];
  tree: BoxTree;
  /** Per key: name for people. */
  keyNames: string[];
  keyIds: Id[];
  /** keys × 3 bands × 90 degrees, dB. */
  loss: Float64Array;
  /** keys × 3 bands, dB. */
  spread: Float64Array;
}

export interface SceneOptions {
  /** dB added to each crossing of an assembly or obstacle (by id), for a hidden truth or what was learned. */
  correctionDb?: ReadonlyMap<Id, PerBand>;
}

const degrees = 90;
/** How far a building's walls reach above its top storey's ceiling when there is no roof, m. */
const parapetM = 0.1;

/**
 * Puts a job's walls, floors, roofs and obstacles into space, ready for `crossings`.
 * Pure; about a millisecond for a house.
 */
export function buildScene(job: Job, options: SceneOptions = {}): Scene {
  const keyNames: string[] = [];
  const keyIds: Id[] = [];
  const lossParts: Float64Array[] = [];
  const spreadParts: Float64Array[] = [];
  const keyOf = new Map<Id, number>();
  const addKey = (id: Id, name: string, byDegree: Float64Array, spread: Float64Array) => {
    const correction = options.correctionDb?.get(id);
    const corrected = correction
      ? byDegree.map((v, i) => Math.max(0, v + correction[bands[Math.floor(i / degrees)] ?? '5']))
      : byDegree;
    keyOf.set(id, keyNames.length);
    keyNames.push(name);
    keyIds.push(id);
    lossParts.push(corrected);
    spreadParts.push(spread);
  };
  const used = new Set<Id | null>([
    ...[...job.walls, ...job.openings, ...job.floorOpenings].map((r) => r.assemblyId),
    ...job.storeys.map((s) => s.floorAssemblyId),
    ...job.buildings.map((b) => b.roof?.assemblyId ?? null),
  ]);
  for (const a of job.assemblies) {
    if (!used.has(a.id)) continue;
    const table = lossTable(a);
    addKey(a.id, a.name, table.byDegree, table.spread);
  }
  for (const o of job.obstacles) {
    const values = bands.map((b) => o.lossDb[b]);
    if (values.every((v) => v === 0)) continue;
    addKey(
      o.id,
      o.name,
      Float64Array.from({ length: 3 * degrees }, (_, i) => values[Math.floor(i / degrees)] ?? 0),
      Float64Array.from(values, (v) => 2 + 0.2 * v),
    );
  }
  const key = (id: Id | null) => (id === null ? -1 : (keyOf.get(id) ?? -1));

  const panels: Panel[] = [];
  const slabs: Slab[] = [];
  const blocks: Block[] = [];
  const buildingOf = (storeyId: Id) => get(job, 'building', get(job, 'storey', storeyId).buildingId);

  // walls, each from its floor up to the floor above
  for (const w of job.walls) {
    const storey = get(job, 'storey', w.storeyId);
    const b = buildingOf(w.storeyId);
    const above = job.storeys.find((s) => s.buildingId === b.id && s.level === storey.level + 1);
    const z0 = storey.floorZM;
    const z1 = above ? above.floorZM : z0 + storey.heightM + parapetM;
    const [ax, ay] = toSite(b, w.ax, w.ay);
    const [bx, by] = toSite(b, w.bx, w.by);
    const lengthM = Math.hypot(bx - ax, by - ay);
    const along: Panel['along'] = [(bx - ax) / lengthM, (by - ay) / lengthM, 0];
    panels.push({
      origin: [ax, ay, z0],
      along,
      up: [0, 0, 1],
      normal: [along[1], -along[0], 0],
      lengthM,
      heightM: z1 - z0,
      key: key(w.assemblyId),
      openings: job.openings
        .filter((o) => o.wallId === w.id)
        .map((o) => ({
          a0: o.offsetM - o.widthM / 2,
          a1: o.offsetM + o.widthM / 2,
          b0: o.sillM,
          b1: o.headM,
          key: key(o.assemblyId),
          id: o.id,
        })),
      id: w.id,
    });
  }

  for (const b of job.buildings) {
    panels.push(...roofPanels(b, key));
    const outline = b.outline.map(([x, y]) => toSite(b, x, y));
    for (const s of job.storeys.filter((s) => s.buildingId === b.id)) {
      if (s.floorAssemblyId === null) continue;
      const holes = job.floorOpenings
        .filter((f) => f.storeyId === s.id)
        .map((f) => ({
          outline: f.outline.map(([x, y]) => toSite(b, x, y)),
          key: key(f.assemblyId),
          id: f.id,
        }));
      // the ground is open where a building stands on it
      if (b.kind === 'outdoors')
        for (const other of job.buildings)
          if (other.kind !== 'outdoors')
            holes.push({
              outline: other.outline.map(([x, y]) => toSite(other, x, y)),
              key: -1,
              id: other.id,
            });
      slabs.push({ z: s.floorZM, outline, holes, key: key(s.floorAssemblyId), id: s.id });
    }
  }

  for (const o of job.obstacles) {
    if (!keyOf.has(o.id)) continue;
    const b = buildingOf(o.storeyId);
    const [x, y] = toSite(b, o.xM, o.yM);
    const turn = ((b.turnDeg + o.turnDeg) * Math.PI) / 180;
    const base = get(job, 'storey', o.storeyId).floorZM;
    blocks.push({
      x,
      y,
      cos: Math.cos(turn),
      sin: Math.sin(turn),
      halfWidth: o.widthM / 2,
      halfDepth: o.depthM / 2,
      z0: base + o.bottomM,
      z1: base + o.topM,
      key: key(o.id),
      id: o.id,
    });
  }

  const flatten = (parts: Float64Array[], each: number) => {
    const all = new Float64Array(parts.length * each);
    parts.forEach((p, i) => all.set(p, i * each));
    return all;
  };
  return {
    panels,
    slabs,
    blocks,
    tree: buildBoxTree(boxesOf(panels, slabs, blocks)),
    keyNames,
    keyIds,
    loss: flatten(lossParts, 3 * degrees),
    spread: flatten(spreadParts, 3),
  };
}

/** The slopes of a pitched roof, or one level plate for a flat one. */
function roofPanels(b: Building, key: (id: Id) => number): Panel[] {
  if (!b.roof) return [];
  const { roof } = b;
  const [x0, y0, x1, y1] = boundsOf(b.outline);
  const alongX = roof.ridgeAlong === 'x';
  const rise = roof.kind === 'pitched' ? roof.ridgeZM - roof.eavesZM : 0;
  const half = (alongX ? y1 - y0 : x1 - x0) / (roof.kind === 'pitched' ? 2 : 1);
  const slope = Math.hypot(half, rise);
  const turn = (b.turnDeg * Math.PI) / 180;
  const turned = (x: number, y: number): [number, number] => [
    x * Math.cos(turn) - y * Math.sin(turn),
    x * Math.sin(turn) + y * Math.cos(turn),
  ];
  const side = (fromX: number, fromY: number, inX: number, inY: number): Panel => {
    const along = alongX ? turned(1, 0) : turned(0, 1);
    const inward = turned(inX, inY);
    const up: Panel['up'] = [(inward[0] * half) / slope, (inward[1] * half) / slope, rise / slope];
    return {
      origin: [...toSite(b, fromX, fromY), roof.eavesZM],
      along: [...along, 0],
      up,
      normal: [along[1] * up[2], -along[0] * up[2], along[0] * up[1] - along[1] * up[0]],
      lengthM: alongX ? x1 - x0 : y1 - y0,
      heightM: slope,
      key: key(roof.assemblyId),
      openings: [],
      id: b.id,
    };
  };
  const near = side(x0, y0, alongX ? 0 : 1, alongX ? 1 : 0);
  if (roof.kind === 'flat') return [near];
  return [near, alongX ? side(x0, y1, 0, -1) : side(x1, y0, -1, 0)];
}

/** Bounding boxes in the order panels, slabs, blocks. */
function boxesOf(panels: Panel[], slabs: Slab[], blocks: Block[]): Float64Array {
  const boxes: number[] = [];
  for (const p of panels) {
    const corners = [0, 1].flatMap((i) =>
      [0, 1].map((k) =>
        p.origin.map((o, d) => o + i * p.lengthM * (p.along[d] ?? 0) + k * p.heightM * (p.up[d] ?? 0)),
      ),
    );
    for (const pick of [Math.min, Math.max])
      for (let d = 0; d < 3; d++) boxes.push(pick(...corners.map((c) => c[d] ?? 0)));
  }
  for (const s of slabs) {
    const [x0, y0, x1, y1] = boundsOf(s.outline);
    boxes.push(x0, y0, s.z, x1, y1, s.z);
  }
  for (const k of blocks) {
    const rx = Math.abs(k.cos) * k.halfWidth + Math.abs(k.sin) * k.halfDepth;
    const ry = Math.abs(k.sin) * k.halfWidth + Math.abs(k.cos) * k.halfDepth;
    boxes.push(k.x - rx, k.y - ry, k.z0, k.x + rx, k.y + ry, k.z1);
  }
  return Float64Array.from(boxes);
}

/** A place in space, site coordinates, from a storey's coordinates and a height above its floor. */
export function placeInSpace(
  job: Job,
  at: { storeyId: Id; xM: number; yM: number; heightM: number },
): [number, number, number] {
  const storey = get(job, 'storey', at.storeyId);
  const building = find(job, 'building', storey.buildingId);
  if (!building) throw new Error(`no building with the id ${storey.buildingId}`);
  return [...toSite(building, at.xM, at.yM), storey.floorZM + at.heightM];
}
