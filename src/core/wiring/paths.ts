/** The ways of links on the wiring section. */
import { find, get, type Job } from '../job/job';
import type { Id, Link, ServicePoint, Unit } from '../job/records';
import { coaxRoute } from '../media/coaxRoute';
import type { WiringLayout } from './layout';

type At = [number, number];

/** A link as it is drawn: corners from the unit that feeds, m; an arc over the air has none between. */
export interface WiringPath {
  link: Link;
  from: Unit;
  to: Unit;
  points: At[];
  /** Splitters, outlets and sockets on its way. */
  through: { servicePoint: ServicePoint; at: At }[];
}

/** A cable between storeys runs so far above the floor, m; between buildings so deep. */
const skirtingM = 0.12;
const buriedZ = -0.45;

/** The ways of all links between planned units. */
export function wiringPaths(job: Job, layout: WiringLayout): WiringPath[] {
  return job.links.flatMap((link) => {
    const [from, to] = [find(job, 'unit', link.fromUnitId), find(job, 'unit', link.unitId)];
    return from?.planned && to?.planned ? [wiringPath(job, layout, link, from, to)] : [];
  });
}

/** The way of one link, which need not be in the plan. */
export function wiringPath(job: Job, layout: WiringLayout, link: Link, from: Unit, to: Unit): WiringPath {
  const [a, b] = [layout.placeOf(from), layout.placeOf(to)];
  const through = servicePointsOf(job, link).map((servicePoint) => ({
    servicePoint,
    at: layout.placeOf(servicePoint),
  }));
  const stops =
    link.medium === 'wireless'
      ? [a, b]
      : link.points.length > 0
        ? orthogonalRoute([a, ...link.points.map((p) => layout.placeOf(p)), b])
        : through.length > 0
          ? orthogonalRoute([a, ...through.map((t) => t.at), b])
          : defaultRoute(job, layout, from, to, a, b);
  return { link, from, to, points: stops, through };
}

/** Outlets, splitters and sockets that a link goes through. */
function servicePointsOf(job: Job, link: Link): ServicePoint[] {
  const ids: Id[] = [];
  if (link.fromServiceId !== null && link.toServiceId !== null) {
    const route = link.medium === 'coax' ? coaxRoute(job, link.fromServiceId, link.toServiceId) : null;
    if (route && 'through' in route) ids.push(...route.through);
    else ids.push(link.fromServiceId, link.toServiceId);
  }
  return ids.map((id) => get(job, 'service', id));
}

/** Corner to corner level first, then up or down, as cables lie. */
function orthogonalRoute(stops: At[]): At[] {
  return stops.flatMap((p, i): At[] => {
    const next = stops[i + 1];
    return next && Math.abs(next[0] - p[0]) > 0.02 && Math.abs(next[1] - p[1]) > 0.02
      ? [p, [next[0], p[1]]]
      : [p];
  });
}

/** Down to the skirting, or under the ground between buildings, along, and up again. */
function defaultRoute(job: Job, layout: WiringLayout, from: Unit, to: Unit, a: At, b: At): At[] {
  const storey = (u: Unit) => get(job, 'storey', u.storeyId);
  const apart = storey(from).buildingId !== storey(to).buildingId;
  const wall = (u: Unit, other: At): number => {
    const section = layout.buildings.find((c) => c.building.id === storey(u).buildingId);
    return section ? (other[0] > section.x1 ? section.x1 : section.x0) : other[0];
  };
  if (!apart) {
    const z = Math.min(storey(from).floorZM, storey(to).floorZM) + skirtingM;
    return [a, [a[0], z], [b[0], z], b];
  }
  const [za, zb] = [storey(from).floorZM + skirtingM, storey(to).floorZM + skirtingM];
  const [xa, xb] = [wall(from, b), wall(to, a)];
  return [a, [a[0], za], [xa, za], [xa, buriedZ], [xb, buriedZ], [xb, zb], [b[0], zb], b];
}
