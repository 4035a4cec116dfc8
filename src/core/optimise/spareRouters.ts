/** Routers of the household that the plan no longer uses: access points that cost nothing but work. */
import { find, type Job } from '../job/job';
import type { Id, Product } from '../job/records';
import type { Candidate } from './candidate';
import { unitAt } from './candidates';
import type { PlacedProduct } from './planningInstance';

/** Minutes to set an old router up as an access point (planning): its addresses off, its names and password as the house's. */
const fitMinutes = 30;

/** A router as an access point: on a cable, of no family, with the radios that it has. */
export const asAccessPoint = (router: Product): Product => ({
  ...router,
  ...{ id: `${router.id}-point`, name: `${router.name}, as access point`, kind: 'access-point' },
  ...{ family: '', mostUnits: null, priceEur: 0, fitMinutes, poeIn: null },
});

/** The routers that were found and are not in the plan, by what they would be as access points: how many there are. */
export function spareRouters(job: Job): { product: Product; count: number }[] {
  const counts = new Map<Id, number>();
  for (const u of job.units)
    if (u.found && !u.planned && find(job, 'kit', u.kitId)?.kind === 'router')
      counts.set(u.kitId, (counts.get(u.kitId) ?? 0) + 1);
  return [...counts].flatMap(([id, count]) => {
    const router = find(job, 'kit', id);
    return router ? [{ product: asAccessPoint(router), count }] : [];
  });
}

/** Each of them on each shelf. */
export const sparesAt = (job: Job, candidates: readonly Candidate[]): PlacedProduct[] =>
  spareRouters(job).flatMap(({ product }) =>
    candidates
      .filter((c) => c.kind === 'shelf')
      .map((candidate) => ({
        candidate,
        product,
        unit: unitAt(product, candidate, `p-${candidate.id}-${product.id}`, 'Z9'),
      })),
  );
