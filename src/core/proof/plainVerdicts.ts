/** Verdicts for the householder, in plain words. */
import type { Verdict } from './verdict';

export const plainVerdicts: Record<Verdict, string> = {
  cured: 'Works now',
  holds: 'Works as before',
  'no-readings': 'Not tested yet',
  'not-proven': 'Probably good, test again',
  'test-limited': 'The test could show no more',
  'better-short': 'Better, still short',
  unchanged: 'Still short',
  worse: 'Worse than before',
};
