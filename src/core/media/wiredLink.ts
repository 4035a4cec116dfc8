import { find, type Job } from '../job/job';
import type { Link } from '../job/records';
import { coaxPath, coaxRate } from './coax';
import { type MainsNoise, powerline } from './powerline';
import { coaxRoute } from './coaxRoute';
import { mainsPath } from './mainsPath';

/** A way through the coax or the mains of the house. */
export interface WiredLink {
  /** Loss, dB, and its spread (standard deviation). */
  lossDb: number;
  spreadDb: number;
  /** What the medium alone lets through, Mbps, when the loss is so much higher, dB. */
  mediumMbps: (moreDb: number) => number;
  /** What costs something or is taken for granted, in words. */
  words: string[];
}

/** How far a computed way may be from the real one (planning, standard deviation), dB. */
const coaxSpreadDb = 3;
const mainsSpreadDb = 8;
/** A lived-in house is not quiet (planning). */
const noise: MainsNoise = 'noisy';

/** Rates worked out before: tables ask for the same pairs of sockets again and again. */
const known = new Map<string, number>();
const mostKnown = 5000;

/**
 * The way of a coax or powerline link through the house, or in words why there is none.
 * The better case of a mains link with less loss than none is the one without any.
 */
export function wiredLink(job: Job, link: Link): WiredLink | string {
  const product = find(job, 'kit', link.adapterKitId);
  const [a, b] = [find(job, 'service', link.fromServiceId), find(job, 'service', link.toServiceId)];
  if (!product || !a || !b) return `the ${link.medium} link has no ends or no adapters`;
  if (link.medium === 'coax') {
    const route = coaxRoute(job, a.id, b.id);
    if ('why' in route) return route.why;
    const { lossDb } = coaxPath(route);
    return {
      lossDb,
      spreadDb: coaxSpreadDb,
      mediumMbps: (more) => coaxRate(lossDb + more),
      words: route.cautions,
    };
  }
  if (!product.mains) return `${product.name} is no powerline adapter`;
  const { topMHz, mimo } = product.mains;
  const path = mainsPath(job, a.id, b.id);
  return {
    lossDb: path.extraDb,
    spreadDb: mainsSpreadDb,
    mediumMbps(more) {
      const extraDb = Math.max(0, path.extraDb + more);
      const key = `${path.lengthM} ${path.taps} ${extraDb} ${topMHz} ${mimo}`;
      const before = known.get(key);
      if (before !== undefined) return before;
      if (known.size >= mostKnown) known.clear();
      const { goodputMbps } = powerline({ ...path, extraDb, noise, topMHz, mimo });
      known.set(key, goodputMbps);
      return goodputMbps;
    },
    words: path.costs.map((c) => `${c.words}, ${c.db} dB`),
  };
}
