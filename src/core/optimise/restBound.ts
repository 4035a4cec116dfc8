/** What serving the rest of the needs costs at least, whatever else is chosen. */
import type { Id } from '../job/records';
import { random, seedOf } from '../statistics/random';

/** A unit by what it costs however it is fed, and the spots that it serves at most. */
export interface Server {
  costEur: number;
  serves: Iterable<Id>;
}

/** The least that meeting the needs costs which none of some options meets, in the job's currency. */
export interface RestBound {
  least: (served: readonly ReadonlyMap<Id, unknown>[]) => number;
  /** The same for many options, each beside what serves already. */
  beside: (served: readonly ReadonlyMap<Id, unknown>[]) => (more: ReadonlyMap<Id, unknown>) => number;
}

/** Where nothing is known of what is left. */
export const nothingLeft: RestBound = { least: () => 0, beside: () => () => 0 };

/** So many sets of prices are made, each from another order of the spots; the highest bound counts (custom). */
const priceSets = 12;

/**
 * Prices for spots such that no unit serves spots of more than it costs: whatever serves the spots that are left costs at
 * least the sum of their prices (weak duality of covering). Each set is made greedily: spot by spot the highest price that the units still bear.
 * Example: one unit at 80 serves a and b, one at 60 serves c: {a: 80, b: 0, c: 60}; with a served, 60 are left.
 * @param spots those that must be served; one that no unit serves has no price.
 */
export function restBound(spots: readonly Id[], servers: readonly Server[]): RestBound {
  const index = new Map(spots.map((id, i) => [id, i]));
  const cheapest = new Map<string, { costEur: number; of: number[] }>();
  for (const { costEur, serves } of servers) {
    const of = [...serves].flatMap((id) => index.get(id) ?? []).sort((a, b) => a - b);
    const key = of.join();
    const before = cheapest.get(key);
    if (of.length && (!before || costEur < before.costEur)) cheapest.set(key, { costEur, of });
  }
  const units = [...cheapest.values()];
  const by = spots.map((_, i) => units.flatMap(({ of }, u) => (of.includes(i) ? [u] : [])));
  const rarest = spots.map((_, i) => i).sort((a, b) => (by[a]?.length ?? 0) - (by[b]?.length ?? 0));
  const sets = Array.from({ length: priceSets }, (_, k) => {
    const slack = units.map((u) => u.costEur);
    const prices = new Float64Array(spots.length);
    for (const spot of k === 0 ? rarest : shuffled(rarest, k)) {
      const able = by[spot] ?? [];
      const price = able.length ? Math.min(...able.map((u) => slack[u] ?? 0)) : 0;
      prices[spot] = price;
      for (const u of able) slack[u] = (slack[u] ?? 0) - price;
    }
    return prices;
  });
  const beside: RestBound['beside'] = (served) => {
    const open = new Uint8Array(spots.length).fill(1);
    for (const one of served)
      for (const id of one.keys()) {
        const i = index.get(id);
        if (i !== undefined) open[i] = 0;
      }
    const sums = sets.map((prices) => prices.reduce((sum, p, i) => sum + (open[i] as number) * p, 0));
    const left = new Float64Array(sums.length);
    return (more) => {
      left.set(sums);
      for (const id of more.keys()) {
        const i = index.get(id);
        if (i === undefined || open[i] === 0) continue;
        for (let k = 0; k < left.length; k++)
          left[k] = (left[k] as number) - ((sets[k] as Float64Array)[i] as number);
      }
      // differences of sums may be a hair below nothing
      return Math.max(0, ...left);
    };
  };
  return { beside, least: (served) => beside(served)(new Map()) };
}

function shuffled(list: readonly number[], seed: number): number[] {
  const r = random(seedOf('prices', seed));
  return list
    .map((value) => ({ value, at: r.uniform() }))
    .sort((a, b) => a.at - b.at)
    .map(({ value }) => value);
}
