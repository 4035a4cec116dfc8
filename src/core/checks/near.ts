/** What rules ask of the plan: what is near, which links use which outlets. */
import { find, get, type Job } from '../job/job';
import { siteOf } from '../job/site';
import type { Product, Link, Obstacle, ServicePoint, Unit } from '../job/records';
import type { Scene } from '../propagation/model';

/** Distance in plan from a unit to the nearest side of an obstacle, m; 0 inside. */
export function awayFrom(o: Obstacle, unit: Pick<Unit, 'xM' | 'yM'>): number {
  const turn = (o.turnDeg * Math.PI) / 180;
  const [dx, dy] = [unit.xM - o.xM, unit.yM - o.yM];
  const along = Math.abs(dx * Math.cos(turn) + dy * Math.sin(turn)) - o.widthM / 2;
  const across = Math.abs(dy * Math.cos(turn) - dx * Math.sin(turn)) - o.depthM / 2;
  return Math.hypot(Math.max(0, along), Math.max(0, across));
}

/** Obstacles with a loss that a place (site coordinates, m) lies inside. */
export function boxesAround(job: Job, scene: Scene, at: readonly [number, number, number]): Obstacle[] {
  return scene.blocks.flatMap((b) => {
    const [x, y] = [at[0] - b.x, at[1] - b.y];
    const inside =
      Math.abs(x * b.cos + y * b.sin) <= b.halfWidth &&
      Math.abs(y * b.cos - x * b.sin) <= b.halfDepth &&
      at[2] >= b.z0 &&
      at[2] <= b.z1;
    const obstacle = inside ? find(job, 'obstacle', b.id) : undefined;
    return obstacle ? [obstacle] : [];
  });
}

interface PlannedLink {
  link: Link;
  from: Unit;
  to: Unit;
  /** Of the unit that is fed. */
  letter: string;
}

const plannedLinks = (job: Job): PlannedLink[] =>
  job.links.flatMap((link) => {
    const [from, to] = [find(job, 'unit', link.fromUnitId), find(job, 'unit', link.unitId)];
    return from?.planned && to?.planned ? [{ link, from, to, letter: to.letter }] : [];
  });

/** Links of the plan over coax or the mains, with the outlets at their ends. */
export const linksBy = (
  job: Job,
  medium: 'coax' | 'powerline',
): { link: Link; from: ServicePoint; to: ServicePoint; letter: string }[] =>
  plannedLinks(job).flatMap(({ link, letter }) => {
    const [from, to] = [find(job, 'service', link.fromServiceId), find(job, 'service', link.toServiceId)];
    return link.medium === medium && from && to ? [{ link, from, to, letter }] : [];
  });

/** Every outlet that such links use, with the adapter in it. */
export const outletsOf = (
  job: Job,
  medium: 'coax' | 'powerline',
): { link: Link; servicePoint: ServicePoint; product: Product; letter: string }[] =>
  linksBy(job, medium).flatMap(({ link, from, to, letter }) => {
    const product = find(job, 'kit', link.adapterKitId);
    return product ? [from, to].map((servicePoint) => ({ link, servicePoint, product, letter })) : [];
  });

/** New cables of the plan: their ends, the slower of the two ports, and whether they join two buildings. */
export const cables = (job: Job): (PlannedLink & { ports: number; apart: boolean })[] =>
  plannedLinks(job)
    .filter(({ link }) => link.medium === 'ethernet' || link.medium === 'fibre')
    .map((l) => ({
      ...l,
      ports: Math.min(get(job, 'kit', l.from.kitId).portMbps, get(job, 'kit', l.to.kitId).portMbps),
      apart: siteOf(job, l.from) !== siteOf(job, l.to),
    }));
