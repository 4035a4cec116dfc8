/** What a new cable between two units would take: length, holes, and what forbids it. */
import type { Point3 } from '../geometry/point';
import { makeCrossings } from '../propagation/crossings';
import { crossingsBetween } from '../propagation/boxTree';
import { get, type Job } from '../job/job';
import type { Id, Link, Route, Unit } from '../job/records';
import { placeInSpace } from '../propagation/scene';
import type { Scene } from '../propagation/model';
import { outerWallIds } from './outerWalls';

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

const legM = (a: Point3, b: Point3) => Math.abs(a[0] - b[0]) + Math.abs(a[1] - b[1]) + Math.abs(a[2] - b[2]);
const buildingOf = (job: Job, storeyId: Id) => get(job, 'storey', storeyId).buildingId;

/** Holes of a straight leg: walls and floors crossed where there is no opening in them. */
function holesOn(job: Job, scene: Scene, a: Point3, b: Point3, outer: ReadonlySet<Id>) {
  const hits = makeCrossings();
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

/** The route whose ends lie nearest to the two units, in their buildings; for units of two buildings. */
function routeBetween(job: Job, a: Unit, b: Unit): { route: Route; points: Point3[] } | null {
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

/**
 * A cable from one unit to another: as drawn; else straight through the house along its axes, or
 * through a duct or other route where they stand in two buildings (planning).
 * @param drawn corners of its way, from the unit that feeds; holes are counted where its legs cross
 * walls and floors beside their openings.
 */
export function cableEstimate(
  job: Job,
  scene: Scene,
  from: Unit,
  to: Unit,
  drawn: Link['points'] = [],
): CableEstimate {
  const [a, b] = [placeInSpace(job, from), placeInSpace(job, to)];
  const apart = buildingOf(job, from.storeyId) !== buildingOf(job, to.storeyId);
  const corners = drawn.map((p): Point3 => placeInSpace(job, p));
  const via = apart && corners.length === 0 ? routeBetween(job, from, to) : null;
  const outer = outerWallIds(job);
  const stops = [a, ...(via?.points ?? corners), b];
  const measure = corners.length ? drawnM : legM;
  const drops = corners.length ? 0 : from.heightM + to.heightM;
  const lengthM = stops.slice(1).reduce((sum, q, i) => sum + measure(stops[i] ?? q, q), 0) + drops;
  // within the route nothing is drilled
  const legs: [Point3, Point3][] = via
    ? [
        [a, via.points[0] ?? a],
        [via.points.at(-1) ?? b, b],
      ]
    : stops.slice(1).map((q, i): [Point3, Point3] => [stops[i] ?? q, q]);
  const found = legs.map(([p, q]) => holesOn(job, scene, p, q, outer));
  const holes = found.reduce((sum, f) => sum + f.holes, 0);
  const outerHoles = via ? 0 : found.reduce((sum, f) => sum + f.outer, 0);
  const { info } = job;
  const whyNot =
    info.noDrilling && holes > 0
      ? `${holes} ${holes === 1 ? 'hole' : 'holes'}, and nothing may be drilled`
      : info.noOuterDrilling && outerHoles > 0
        ? 'through an outer wall, which may not be drilled'
        : info.noVisibleCable && holes === 0 && !via
          ? 'it would be in sight'
          : null;
  return { lengthM, holes, outerHoles, apart, route: via?.route ?? null, whyNot };
}

/** What to mind before such a cable is laid. Glass carries no surge from the earth of one building to that of the other. */
export const cableCautions = (
  { apart, holes }: Pick<CableEstimate, 'apart' | 'holes'>,
  medium: 'ethernet' | 'fibre',
): string[] => [
  ...(apart && medium === 'ethernet'
    ? ['between buildings: fibre, or surge protection and earthing at both ends']
    : []),
  ...(holes > 0 ? ['before drilling: cables, pipes, load-bearing walls'] : []),
];
