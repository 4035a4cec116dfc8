import { fromSite, toSite } from '../geometry/place';
import { distanceToEdge, inPolygon } from '../geometry/polygon';
import { get, type Job } from './job';
import type { Id } from './records';

/** What is so near the outside of a building is fixed to it, m (planning). */
const fixedM = 0.6;

/**
 * The id of the building that a place belongs to: its own, or outdoors that which it is fixed to or stands in, as under
 * the eaves. A cable between two places of one building joins no two earths.
 * @param place on its storey, m.
 */
export function siteOf(job: Job, place: { storeyId: Id; xM: number; yM: number }): Id {
  const own = get(job, 'building', get(job, 'storey', place.storeyId).buildingId);
  if (own.kind !== 'outdoors') return own.id;
  const onSite = toSite(own, place.xM, place.yM);
  const held = job.buildings.find((b) => {
    if (b.kind === 'outdoors') return false;
    const [x, y] = fromSite(b, ...onSite);
    return inPolygon(b.outline, x, y) || distanceToEdge(b.outline, x, y) <= fixedM;
  });
  return (held ?? own).id;
}

/** Is a place in the open, and not in a building? */
export const isOutdoors = (job: Job, place: { storeyId: Id }): boolean =>
  get(job, 'building', get(job, 'storey', place.storeyId).buildingId).kind === 'outdoors';

type OnStorey = { storeyId: Id; xM: number; yM: number };
/** Does a cable between two places lie out of doors, or lead to another building? */
export const runsOutdoors = (job: Job, a: OnStorey, b: OnStorey): boolean =>
  siteOf(job, a) !== siteOf(job, b) || [a, b].some((p) => isOutdoors(job, p));
