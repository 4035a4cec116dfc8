import { normalBelow } from './normal';

/** Median of numbers; null of none. Does not change its input. */
export function median(values: readonly number[]): number | null {
  if (values.length === 0) return null;
  const sorted = [...values].sort((a, b) => a - b);
  const middle = sorted.length >> 1;
  const high = sorted[middle] ?? 0;
  return sorted.length % 2 ? high : ((sorted[middle - 1] ?? 0) + high) / 2;
}

/**
 * One-sided sign test: P(Binomial(n, ½) ≥ k), the chance of so many successes if each run
 * were a toss. Example: n 5, k 5 → 0.03125.
 */
export function signTest(k: number, n: number): number {
  let term = 0.5 ** n;
  let sum = 0;
  for (let i = 0; i <= n; i++) {
    if (i >= k) sum += term;
    term = (term * (n - i)) / (i + 1);
  }
  return Math.min(1, sum);
}

/** The smaller side has more runs than this, and the exact count would take long: the normal approximation is used. */
const mostExact = 20;

/**
 * One-sided Mann–Whitney test that `after` tends to be larger than `before`: the share of all ways to split the
 * pooled values in which the rank sum of `after` is at least the one seen. Midranks for ties.
 *
 * Exact, by dynamic programming over doubled ranks of the smaller side, while that side has at most 20 values.
 * Above, the normal approximation with corrections for ties and continuity; for 21 and more on both sides it is
 * within 0.002 of the exact share (test).
 * Source: Mann and Whitney 1947, Annals of Mathematical Statistics 18, pp. 50–60; Lehmann 1975, Nonparametrics, §1.5.
 *
 * @returns null when a side is empty. Example: [1,2,3] and [4,5,6] → 1/20.
 */
export function mannWhitneyGreater(before: readonly number[], after: readonly number[]): number | null {
  if (after.length === 0 || before.length === 0) return null;
  const pooled = [...before, ...after].sort((a, b) => a - b);
  const rankOf = doubledRanks(pooled);
  const sum = (values: readonly number[]) => values.reduce((total, v) => total + (rankOf.get(v) ?? 0), 0);
  const small = after.length <= before.length ? after : before;
  if (small.length > mostExact) return byNormal(pooled, before.length, after.length, sum(after));
  // after is high just when before is low
  const ways = waysToSum(
    pooled.map((v) => rankOf.get(v) ?? 0),
    small.length,
  );
  const seen = sum(small);
  let all = 0;
  let asFar = 0;
  ways.forEach((count, s) => {
    all += count;
    if (small === after ? s >= seen : s <= seen) asFar += count;
  });
  return asFar / all;
}

/** Twice the midrank of each value. */
function doubledRanks(sorted: readonly number[]): Map<number, number> {
  const ranks = new Map<number, number>();
  for (let i = 0; i < sorted.length;) {
    const value = sorted[i] ?? NaN;
    let end = i;
    while (end < sorted.length && sorted[end] === value) end++;
    ranks.set(value, i + end + 1);
    i = end;
  }
  return ranks;
}

/** How many ways there are to choose `n` of the ranks, by their sum. */
function waysToSum(ranks: readonly number[], n: number): Float64Array {
  const top = [...ranks]
    .sort((a, b) => b - a)
    .slice(0, n)
    .reduce((a, b) => a + b, 0);
  const ways = Array.from({ length: n + 1 }, () => new Float64Array(top + 1));
  const [first] = ways;
  if (first) first[0] = 1;
  for (const rank of ranks)
    for (let c = n; c >= 1; c--) {
      const [to, from] = [ways[c], ways[c - 1]];
      if (to && from) for (let s = top; s >= rank; s--) to[s] = (to[s] ?? 0) + (from[s - rank] ?? 0);
    }
  return ways[n] ?? new Float64Array();
}

/** @param seen twice the rank sum of the m values after. */
function byNormal(sorted: readonly number[], n: number, m: number, seen: number): number {
  const all = n + m;
  let ties = 0;
  for (let i = 0; i < all;) {
    let end = i;
    while (end < all && sorted[end] === sorted[i]) end++;
    ties += (end - i) ** 3 - (end - i);
    i = end;
  }
  const variance = ((n * m) / 12) * (all + 1 - ties / (all * (all - 1)));
  if (variance <= 0) return 1;
  return 1 - normalBelow((seen / 2 - (m * (all + 1)) / 2 - 0.5) / Math.sqrt(variance));
}
