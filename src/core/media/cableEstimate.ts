/** What a new cable between two units would take: length, holes, and what forbids it. */
import type { Point3 } from '../geometry/point';
import { makeCrossings } from '../propagation/crossings';
import { crossingsBetween } from '../propagation/boxTree';
import { fromSite, toSite } from '../geometry/place';
import { get, type Job } from '../job/job';
import { siteOf } from '../job/site';
import type { Building, Id, JobInfo, Link, Route, Unit } from '../job/records';
import { placeInSpace } from '../propagation/scene';
import type { Scene } from '../propagation/model';
import { outerWallIds } from './outerWalls';

/** A unit or a fixed device. */
export type CableEnd = Pick<Unit, 'storeyId' | 'xM' | 'yM' | 'heightM'>;

export interface CableEstimate {
  /** Along walls, with drops to both units, without waste, m. */
  lengthM: number;
  holes: number;
  outerHoles: number;
  /** The route of the house that it takes, if any. */
  route: Route | null;
  /** In words why it can't be laid; null when it can. */
  whyNot: string | null;
  /** Does it lead from one building to another? */
  apart: boolean;
}

/** The axes that a cable follows: those of the building, or of the site between buildings. */
type Axes = Pick<Building, 'xM' | 'yM' | 'turnDeg'>;
const siteAxes: Axes = { xM: 0, yM: 0, turnDeg: 0 };

function legM(a: Point3, b: Point3, axes: Axes): number {
  const [p, q] = [fromSite(axes, a[0], a[1]), fromSite(axes, b[0], b[1])];
  return Math.abs(p[0] - q[0]) + Math.abs(p[1] - q[1]) + Math.abs(a[2] - b[2]);
}
const buildingOf = (job: Job, storeyId: Id) => get(job, 'storey', storeyId).buildingId;

/** A cable no longer than this along the floor is a lead between two things on one shelf, not one that is laid, m (planning). */
export const patchM = 2;

/** What a cable may not do, each with why; null = it may. */
export interface CableLimits {
  noHole: string | null;
  noOuterHole: string | null;
  noSight: string | null;
}

/** The limits that the household's words set: who rents leaves no trace, and a listed house shows none outside. */
export function cableLimitsOf(info: JobInfo): CableLimits {
  const listed = info.listed ? 'the house is listed' : null;
  return {
    noHole: info.noDrilling ? 'drilling is not allowed' : info.rented ? 'the house is rented' : null,
    noOuterHole: info.noOuterDrilling ? 'drilling of outer walls is not allowed' : listed,
    noSight: info.noVisibleCable ? 'visible cable is not allowed' : listed,
  };
}

const hits = makeCrossings();
/** Holes of a straight leg: walls and floors crossed where there is no opening in them. */
function holesOn(job: Job, scene: Scene, a: Point3, b: Point3, outer: ReadonlySet<Id>) {
  crossingsBetween(scene, ...a, ...b, hits);
  const { shapes } = scene;
  const ids = Array.from(hits.item.subarray(0, hits.count), (item) => shapes.ids[item] ?? '');
  const walls = ids.filter((id) => job.byId.get(id)?.type === 'wall');
  const floors = ids.filter((id) => {
    const r = job.byId.get(id);
    return r?.type === 'storey' && get(job, 'building', r.buildingId).kind !== 'outdoors';
  });
  return { holes: walls.length + floors.length, outer: walls.filter((id) => outer.has(id)).length };
}

type Holes = ReturnType<typeof holesOn>;

/** In which order a leg goes along the axes: which one first, second, last. */
const orders = [
  [0, 1, 2],
  [1, 0, 2],
  [0, 2, 1],
  [1, 2, 0],
  [2, 0, 1],
  [2, 1, 0],
] as const;

/** Holes of a leg along the axes, in the order that needs the fewest, of equals the fewest through outer walls. */
function holesAlong(job: Job, scene: Scene, a: Point3, b: Point3, outer: ReadonlySet<Id>, axes: Axes): Holes {
  const from = [...fromSite(axes, a[0], a[1]), a[2]];
  const to = [...fromSite(axes, b[0], b[1]), b[2]];
  let best: Holes = { holes: Infinity, outer: Infinity };
  for (const order of orders) {
    const sum: Holes = { holes: 0, outer: 0 };
    const at = [...from];
    let last: Point3 = a;
    for (const axis of order) {
      if (at[axis] === to[axis] || sum.holes > best.holes) continue;
      at[axis] = to[axis] ?? 0;
      const next: Point3 = [...toSite(axes, at[0] ?? 0, at[1] ?? 0), at[2] ?? 0];
      const leg = holesOn(job, scene, last, next, outer);
      sum.holes += leg.holes;
      sum.outer += leg.outer;
      last = next;
    }
    if (sum.holes < best.holes || (sum.holes === best.holes && sum.outer < best.outer)) best = sum;
    if (best.holes === 0) break;
  }
  return best;
}

/** The route whose ends lie nearest to the two units, in their buildings; for units of two buildings. */
function routeBetween(job: Job, a: CableEnd, b: CableEnd): { route: Route; points: Point3[] } | null {
  const [from, to] = [buildingOf(job, a.storeyId), buildingOf(job, b.storeyId)];
  for (const route of job.routes) {
    const [first, last] = [route.points[0], route.points.at(-1)];
    if (!first || !last) continue;
    const ends = [buildingOf(job, first.storeyId), buildingOf(job, last.storeyId)];
    const points = route.points.map((p): Point3 => placeInSpace(job, p));
    if (ends[0] === from && ends[1] === to) return { route, points };
    if (ends[0] === to && ends[1] === from) return { route, points: points.reverse() };
  }
  return null;
}

/** Corner to corner as drawn; up and down apart. */
const drawnM = (a: Point3, b: Point3) => Math.hypot(a[0] - b[0], a[1] - b[1]) + Math.abs(a[2] - b[2]);

/** How long a cable along the axes of the house is, with drops to both ends, without waste, m. */
export function alongAxesM(job: Job, from: CableEnd, to: CableEnd): number {
  const isApart = siteOf(job, from) !== siteOf(job, to);
  const axes = isApart ? siteAxes : get(job, 'building', siteOf(job, from));
  return legM(placeInSpace(job, from), placeInSpace(job, to), axes) + from.heightM + to.heightM;
}

/**
 * A cable from one unit to another: as drawn; else straight through the house along its axes, or
 * through a duct or other route where they stand in two buildings (planning).
 * @param drawn corners of its way, from the unit that feeds; holes are counted where its legs cross
 * walls and floors beside their openings.
 */
export function cableEstimate(
  job: Job,
  scene: Scene,
  from: CableEnd,
  to: CableEnd,
  drawn: Link['points'] = [],
): CableEstimate {
  const [a, b] = [placeInSpace(job, from), placeInSpace(job, to)];
  const apart = siteOf(job, from) !== siteOf(job, to);
  const corners = drawn.map((p): Point3 => placeInSpace(job, p));
  const via = apart && corners.length === 0 ? routeBetween(job, from, to) : null;
  const outer = outerWallIds(job);
  const stops = [a, ...(via?.points ?? corners), b];
  const axes = apart ? siteAxes : get(job, 'building', siteOf(job, from));
  const measure = corners.length ? drawnM : (p: Point3, q: Point3) => legM(p, q, axes);
  const drops = corners.length ? 0 : from.heightM + to.heightM;
  const lengthM = stops.slice(1).reduce((sum, q, i) => sum + measure(stops[i] ?? q, q), 0) + drops;
  // within the route nothing is drilled
  const legs: [Point3, Point3][] = via
    ? [
        [a, via.points[0] ?? a],
        [via.points.at(-1) ?? b, b],
      ]
    : stops.slice(1).map((q, i): [Point3, Point3] => [stops[i] ?? q, q]);
  const found = legs.map(([p, q]) =>
    corners.length ? holesOn(job, scene, p, q, outer) : holesAlong(job, scene, p, q, outer, axes),
  );
  const holes = found.reduce((sum, f) => sum + f.holes, 0);
  const outerHoles = via ? 0 : found.reduce((sum, f) => sum + f.outer, 0);
  const limits = cableLimitsOf(job.info);
  const whyNot =
    limits.noHole && holes > 0
      ? `${holes} ${holes === 1 ? 'hole' : 'holes'}, and ${limits.noHole}`
      : limits.noOuterHole && outerHoles > 0
        ? `through an outer wall, and ${limits.noOuterHole}`
        : limits.noSight && holes === 0 && !via && lengthM - drops > patchM
          ? `it would be visible, and ${limits.noSight}`
          : null;
  return { lengthM, holes, outerHoles, apart, route: via?.route ?? null, whyNot };
}

/** What to mind before such a cable is laid. Glass carries no surge from the earth of one building to that of the other. */
export const cableCautions = (
  { apart, holes }: Pick<CableEstimate, 'apart' | 'holes'>,
  medium: 'ethernet' | 'fibre',
): string[] => [
  ...(apart && medium === 'ethernet'
    ? ['between buildings: use fibre, or fit surge protection at both ends, earthed to local rules']
    : []),
  ...(holes > 0 ? ['before drilling: locate cables and pipes; avoid load-bearing and fire-rated walls'] : []),
];
