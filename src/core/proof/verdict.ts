import { mannWhitneyGreater, median, signTest } from '../statistics/exactTests';

/** Verdicts from best to worst news; the order picks the worst of a spot's measures. */
export const verdicts = [
  'holds',
  'cured',
  'no-readings',
  'not-proven',
  'test-limited',
  'better-short',
  'unchanged',
  'worse',
] as const;
export type Verdict = (typeof verdicts)[number];

export interface VerdictInput {
  needMbps: number;
  /** Mbps of each run; a run that could not connect is 0. */
  before: readonly number[];
  after: readonly number[];
  /** The most that the test device, its port or the plan could show. */
  capMbps?: number | undefined;
}

export interface VerdictResult {
  verdict: Verdict;
  medianBefore: number | null;
  medianAfter: number | null;
  /** One-sided sign test that the after-runs meet the need. */
  pProven: number | null;
  /** One-sided exact Mann–Whitney that after is larger than before. */
  pBetter: number | null;
}

const level = 0.05;
/** An after median at least this share of the cap is the test's limit, not the network's. */
const capShare = 0.9;

/**
 * The verdict of a measure where more is better (rules in order: docs/how-it-computes.md).
 * Example: need 25, before [3,4], after [90,91,92,95,99] → cured.
 */
export function verdictOf({ needMbps, before, after, capMbps }: VerdictInput): VerdictResult {
  const medianBefore = median(before);
  const medianAfter = median(after);
  const met = after.filter((v) => v >= needMbps).length;
  const pProven = after.length ? signTest(met, after.length) : null;
  const pBetter = mannWhitneyGreater(before, after);
  const pWorse = mannWhitneyGreater(after, before);
  const judge = (): Verdict => {
    if (medianAfter === null || pProven === null) return 'no-readings';
    if (medianAfter < needMbps && capMbps !== undefined && medianAfter >= capShare * capMbps)
      return 'test-limited';
    if (pProven <= level) return medianBefore === null || medianBefore < needMbps ? 'cured' : 'holds';
    if (medianAfter >= needMbps) return 'not-proven';
    if (pBetter !== null && pBetter <= level) return 'better-short';
    if (pWorse !== null && pWorse <= level) return 'worse';
    return 'unchanged';
  };
  return { verdict: judge(), medianBefore, medianAfter, pProven, pBetter };
}
