/** What a coax link takes beside its adapters: a filter where the coax enters, and splitters made for the band. */
import { find, type Job } from '../job/job';
import type { Link, Product, ServicePoint } from '../job/records';
import { coaxRoute } from './coaxRoute';

/** Does a splitter pass the band of coax links, now or once the plan is done? */
export const passesBand = ({ rated }: Pick<ServicePoint, 'rated'>): boolean =>
  rated === 'yes' || rated === 'replaced';

type CoaxEnds = Pick<Link, 'fromServiceId' | 'toServiceId'>;

/** Splitters on the way of a coax link, from its first outlet on; none where no way is known. */
export function splittersOn(job: Job, { fromServiceId, toServiceId }: CoaxEnds): ServicePoint[] {
  const [a, b] = [find(job, 'service', fromServiceId), find(job, 'service', toServiceId)];
  const route = a && b && coaxRoute(job, a.id, b.id);
  if (!route?.ok) return [];
  return route.through.flatMap((id) => {
    const s = find(job, 'service', id);
    return s?.kind === 'splitter' ? [s] : [];
  });
}

const cheapest = (products: readonly Product[]): Product | undefined =>
  products.reduce<Product | undefined>((low, k) => (low && low.priceEur <= k.priceEur ? low : k), undefined);

/** The filter of the catalogue. */
export const filterProduct = (job: Job): Product | undefined =>
  cheapest(job.kits.filter((k) => k.kind === 'filter'));

/** The cheapest splitter of the catalogue with as many outputs, or with the most that there are. */
export function splitterProduct(job: Job, { ways }: Pick<ServicePoint, 'ways'>): Product | undefined {
  const splitters = job.kits.filter((k) => k.kind === 'splitter');
  const most = Math.max(...splitters.map((k) => k.ports));
  const enough = Math.min(most, ways ?? 4);
  return cheapest(splitters.filter((k) => k.ports >= enough));
}

/** A splitter as it is once the plan has put one in its place that passes the band. */
export const replaced = (splitter: ServicePoint): ServicePoint => ({ ...splitter, rated: 'replaced' });
