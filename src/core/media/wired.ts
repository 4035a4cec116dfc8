import type { Link } from '../job/records';

/** Farthest a copper cable may run, m (standard: Ethernet). */
const farthestM = 100;

/**
 * What a cable carries, Mbps, before ports are counted (planning): cat5 100, cat5e 2500 to 100 m, cat6 10 000
 * to 55 m and 5000 to 100 m, cat6a and cat7 10 000 to 100 m, fibre 10 000. Copper beyond 100 m: 0. Much old cat5 carries
 * 1000, but only a certified test shows that (standard: TIA TSB-95).
 * Example: cat 6, 60 m → 5000.
 */
export function wiredMbps(link: Pick<Link, 'medium' | 'category' | 'lengthM'>): number {
  if (link.medium === 'fibre') return 10_000;
  const length = link.lengthM ?? 0;
  if (length > farthestM) return 0;
  if (link.category === 'cat6a' || link.category === 'cat7') return 10_000;
  if (link.category === 'cat5') return 100;
  if (link.category === 'cat6') return length <= 55 ? 10_000 : 5000;
  return 2500;
}

/** Cable to order for a run, m (planning): route and drops, 10 % waste, 1 m at each end. Example: 20 → 24. */
export const cableLength = (routeM: number): number => routeM * 1.1 + 2;
