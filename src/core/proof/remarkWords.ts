/** In words: what makes a run say less of the house than its figures do. */
import type { Reading } from '../job/records';

type Remark = Reading['remarks'][number];
type Run = Pick<Reading, 'remarks' | 'silenceMs'>;

const words: Record<Remark, (run: Run) => string> = {
  'dropped-out': ({ silenceMs }) =>
    `The link paused for ${((silenceMs ?? 0) / 1000).toFixed(1)} s. Its rate includes this pause.`,
  'rate-changed': () => 'The rate changed during the run. Test again.',
  'machine-busy': () =>
    'The phone or the laptop was too busy. This run does not count where there are others.',
  'data-cap': () => 'The data limit ended this run early. The rate may be too low.',
};
const short: Record<Remark, string> = {
  'dropped-out': 'dropped out',
  'rate-changed': 'changed',
  'machine-busy': 'busy',
  'data-cap': 'cut short',
};

/** One sentence for each remark on a run. */
export const remarkWords = (run: Run): string[] => run.remarks.map((r) => words[r](run));

/** One or two words for each, for a table. */
export const shortRemarks = (run: Pick<Reading, 'remarks'>): string[] => run.remarks.map((r) => short[r]);
