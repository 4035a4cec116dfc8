import { get } from '../../job/job';
import { cables } from '../near';
import type { SnagRule } from '../snag';

/** A cable that goes outdoors: rated for the weather, with a drip loop and a sealed entry (planning). */
export const outdoorCable: SnagRule = ({ job, planned }) =>
  cables(job).flatMap(({ link, from, to, letter, apart }) => {
    const outside = [from, to].some((u) => planned.find((p) => p.unit.id === u.id)?.outdoors);
    if (!outside && !apart) return [];
    const buried =
      apart && job.routes.some((r) => r.kind === 'duct' && joins(job, r, from.storeyId, to.storeyId));
    return {
      what: `The cable to ${letter} goes ${buried ? 'through a duct between buildings' : 'outdoors'}`,
      why: 'Use outdoor-rated cable. Form a drip loop before each entry. Seal the entry.',
      sure: 'possible',
      recordId: link.id,
      repair: null,
    };
  });

type Route = Parameters<SnagRule>[0]['job']['routes'][number];

/** Does a route lead from one storey's building to the other's? */
function joins(job: Parameters<SnagRule>[0]['job'], route: Route, a: string, b: string): boolean {
  const building = (storeyId: string) => get(job, 'storey', storeyId).buildingId;
  const ends = [route.points[0], route.points.at(-1)].map((p) => p && building(p.storeyId));
  return ends.includes(building(a)) && ends.includes(building(b));
}
