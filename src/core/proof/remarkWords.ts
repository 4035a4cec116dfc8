/** In words: what makes a run say less of the house than its figures do. */
import type { Reading } from '../job/records';

type Remark = Reading['remarks'][number];
type Run = Pick<Reading, 'remarks' | 'silenceMs'>;

const words: Record<Remark, (run: Run) => string> = {
  'dropped-out': ({ silenceMs }) =>
    `The link fell silent for ${((silenceMs ?? 0) / 1000).toFixed(1)} s: its rate is a mean over that too.`,
  'rate-changed': () => 'The rate changed while it was measured: test again, and see whether it stays so.',
  'machine-busy': () =>
    'The phone or the laptop had too little time, so this run is left out where there are others.',
  'data-cap': () => 'Cut short by the cap on data before the rate was sure: it may read low.',
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
