/** Which units are looked at behind others. */
import { type HopTest, isNamed } from './planningInstance';
import type { RestBound } from './restBound';

/** What a test allows, for so much at most. */
export const upTo =
  (most: number, test: HopTest = () => true): HopTest =>
  (parent, to, costEur) =>
    costEur <= most && test(parent, to, costEur);

/** Over the air between places that have names, and products of one kind. */
export const airByName: HopTest = (parent, to) =>
  to === null ||
  (isNamed(parent) && isNamed(to) && to.medium === 'wireless' && parent.product.id === to.product.id);

/** Whatever serves none of some needs is too dear. */
export function serving(ids: readonly string[]): RestBound {
  const has = (s: ReadonlyMap<string, unknown>) => ids.some((id) => s.has(id));
  const beside: RestBound['beside'] = (served) => (more) => (has(more) || served.some(has) ? 0 : Infinity);
  return { beside, least: (served) => beside(served)(new Map()) };
}

/** Units that together cost more are not looked at for one need (custom), in the job's currency. */
export const dearestLostEur = 600;
