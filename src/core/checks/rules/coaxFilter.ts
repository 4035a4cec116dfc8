import { linksBy } from '../near';
import type { SnagRule } from '../snag';

/** Coax links need a filter where the coax enters, or they reach the neighbours (planning). */
export const coaxFilter: SnagRule = ({ job }) => {
  const [first] = linksBy(job, 'coax');
  const entry = job.services.find((s) => s.kind === 'entry' || s.kind === 'splitter');
  return first
    ? [
        {
          what: 'The coax entry needs a filter',
          why: 'The filter keeps the link signal inside the house and raises the rate a little. The shield stays bonded.',
          sure: 'likely',
          recordId: entry?.id ?? first.link.id,
          repair: null,
        },
      ]
    : [];
};
