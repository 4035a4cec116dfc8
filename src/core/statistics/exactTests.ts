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

/**
 * Exact one-sided Mann–Whitney test that `after` tends to be larger than `before`: the share of
 * all ways to split the pooled values in which the rank sum of `after` is at least the one seen.
 * Midranks for ties. Counted by dynamic programming over doubled ranks, equal to enumeration.
 * @returns null when a side is empty. Example: [1,2,3] and [4,5,6] → 1/20.
 */
export function mannWhitneyGreater(before: readonly number[], after: readonly number[]): number | null {
  const n = after.length;
  if (n === 0 || before.length === 0) return null;
  const pooled = [...before, ...after].sort((a, b) => a - b);
  const doubledRank = (v: number) => pooled.indexOf(v) + pooled.lastIndexOf(v) + 2;
  const seen = after.reduce((sum, v) => sum + doubledRank(v), 0);
  const top = pooled.reduce((sum, v) => sum + doubledRank(v), 0);
  // ways[c][s] = number of ways to choose c values with doubled rank sum s
  const ways = Array.from({ length: n + 1 }, () => new Float64Array(top + 1));
  const first = ways[0];
  if (first) first[0] = 1;
  for (const v of pooled) {
    const rank = doubledRank(v);
    for (let c = n; c >= 1; c--) {
      const to = ways[c];
      const from = ways[c - 1];
      if (to && from) for (let s = top; s >= rank; s--) to[s] = (to[s] ?? 0) + (from[s - rank] ?? 0);
    }
  }
  let all = 0;
  let asFar = 0;
  (ways[n] ?? new Float64Array()).forEach((count, s) => {
    all += count;
    if (s >= seen) asFar += count;
  });
  return asFar / all;
}
