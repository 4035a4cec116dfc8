import { linksBy } from '../near';
import type { SnagRule } from '../snag';

/** Coax links need a filter where the coax enters, or they reach the neighbours (planning). */
export const coaxFilter: SnagRule = ({ job }) => {
  const [first] = linksBy(job, 'coax');
  const entry = job.services.find((s) => s.kind === 'entry' || s.kind === 'splitter');
  return first
    ? [
        {
          what: 'A filter belongs where the coax enters the house',
          why: 'It keeps the link in, and the neighbours out, and lifts the rate a little. The shield stays bonded.',
          sure: 'likely',
          recordId: entry?.id ?? first.link.id,
          repair: null,
        },
      ]
    : [];
};
