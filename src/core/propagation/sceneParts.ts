/** The things that a radio path can cross, as shapes in site coordinates, made from a job's records. */
import { boundsOf, toSite } from '../geometry/place';
import { get, type Job } from '../job/job';
import type { Building, Id, Obstacle, Point, Wall } from '../job/records';

/** What a crossing is made of: row of the scene's tables; −1 = open. */
export type LossId = number;
type LossIdOf = (id: Id | null) => LossId;

/** A rectangle standing or leaning in space: a wall or one slope of a roof. */
export interface Panel {
  origin: [number, number, number];
  /** Unit vectors along its two sides, and its normal. */
  along: [number, number, number];
  up: [number, number, number];
  normal: [number, number, number];
  lengthM: number;
  heightM: number;
  lossId: LossId;
  openings: { a0: number; a1: number; b0: number; b1: number; lossId: LossId; id: Id }[];
  id: Id;
  kind: 'wall' | 'roof';
}

/** A level plate: a floor over a building's outline, or the ground. */
export interface Slab {
  z: number;
  outline: Point[];
  /** `rim`: an opening that a path can turn at; the ground under a building is none. */
  holes: { outline: Point[]; lossId: LossId; id: Id; rim: boolean }[];
  lossId: LossId;
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
  lossId: LossId;
  id: Id;
}

/** How far a building's walls reach above its top storey's ceiling when there is no roof, m. */
const parapetM = 0.1;

const buildingOf = (job: Job, storeyId: Id) => get(job, 'building', get(job, 'storey', storeyId).buildingId);

/** A wall, from its floor up to the floor above. */
export function wallPanel(job: Job, w: Wall, openings: Job['openings'], lossIdOf: LossIdOf): Panel {
  const storey = get(job, 'storey', w.storeyId);
  const b = buildingOf(job, w.storeyId);
  const above = job.storeys.find((s) => s.buildingId === b.id && s.level === storey.level + 1);
  const z0 = storey.floorZM;
  const z1 = above ? above.floorZM : z0 + storey.heightM + parapetM;
  const [ax, ay] = toSite(b, w.ax, w.ay);
  const [bx, by] = toSite(b, w.bx, w.by);
  const lengthM = Math.hypot(bx - ax, by - ay);
  const along: Panel['along'] = [(bx - ax) / lengthM, (by - ay) / lengthM, 0];
  return {
    origin: [ax, ay, z0],
    along,
    up: [0, 0, 1],
    normal: [along[1], -along[0], 0],
    lengthM,
    heightM: z1 - z0,
    lossId: lossIdOf(w.assemblyId),
    openings: openings.map((o) => ({
      a0: o.offsetM - o.widthM / 2,
      a1: o.offsetM + o.widthM / 2,
      b0: o.sillM,
      b1: o.headM,
      lossId: lossIdOf(o.assemblyId),
      id: o.id,
    })),
    id: w.id,
    kind: 'wall',
  };
}

/** The floors of a building that have an assembly. The ground outdoors is open where a building stands on it. */
export function floorSlabs(job: Job, b: Building, lossIdOf: LossIdOf): Slab[] {
  const outline = b.outline.map(([x, y]) => toSite(b, x, y));
  const stood =
    b.kind !== 'outdoors'
      ? []
      : job.buildings
          .filter((other) => other.kind !== 'outdoors')
          .map((other) => ({
            outline: other.outline.map(([x, y]) => toSite(other, x, y)),
            lossId: -1,
            id: other.id,
            rim: false,
          }));
  return job.storeys.flatMap((s): Slab[] => {
    if (s.buildingId !== b.id || s.floorAssemblyId === null) return [];
    const holes = job.floorOpenings
      .filter((f) => f.storeyId === s.id)
      .map((f) => ({
        outline: f.outline.map(([x, y]) => toSite(b, x, y)),
        lossId: lossIdOf(f.assemblyId),
        id: f.id,
        rim: true,
      }));
    return [
      { z: s.floorZM, outline, holes: [...holes, ...stood], lossId: lossIdOf(s.floorAssemblyId), id: s.id },
    ];
  });
}

export function obstacleBlock(job: Job, o: Obstacle, lossIdOf: LossIdOf): Block {
  const b = buildingOf(job, o.storeyId);
  const [x, y] = toSite(b, o.xM, o.yM);
  const turn = ((b.turnDeg + o.turnDeg) * Math.PI) / 180;
  const base = get(job, 'storey', o.storeyId).floorZM;
  return {
    x,
    y,
    cos: Math.cos(turn),
    sin: Math.sin(turn),
    halfWidth: o.widthM / 2,
    halfDepth: o.depthM / 2,
    z0: base + o.bottomM,
    z1: base + o.topM,
    lossId: lossIdOf(o.id),
    id: o.id,
  };
}

/** The slopes of a pitched roof, or one level plate for a flat one. */
export function roofPanels(b: Building, lossIdOf: LossIdOf): Panel[] {
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
      lossId: lossIdOf(roof.assemblyId),
      openings: [],
      id: b.id,
      kind: 'roof',
    };
  };
  const near = side(x0, y0, alongX ? 0 : 1, alongX ? 1 : 0);
  if (roof.kind === 'flat') return [near];
  return [near, alongX ? side(x0, y1, 0, -1) : side(x1, y0, -1, 0)];
}

/** Sees to it that everything stands somewhere. @throws RangeError naming what has a place or height that is not a number. */
export function checkPlaces(panels: Panel[], blocks: Block[], slabs: Slab[]): void {
  const check = (id: Id, values: readonly number[]) => {
    if (!values.every(Number.isFinite)) throw new RangeError(`${id}: its place or height is not a number`);
  };
  for (const p of panels) check(p.id, [...p.origin, ...p.along, ...p.up, p.lengthM, p.heightM]);
  for (const b of blocks) check(b.id, [b.x, b.y, b.cos, b.sin, b.halfWidth, b.halfDepth, b.z0, b.z1]);
  for (const s of slabs) check(s.id, [s.z, ...s.outline.flat()]);
}
