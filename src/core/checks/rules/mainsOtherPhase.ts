import { linksBy } from '../near';
import type { SnagRule } from '../snag';

/** A powerline link between two phases or legs: 15 dB lost (planning). */
export const mainsOtherPhase: SnagRule = ({ job }) =>
  linksBy(job, 'powerline').flatMap(({ link, from, to, letter }) =>
    from.phase !== '' && to.phase !== '' && from.phase !== to.phase
      ? {
          what: `The powerline link of ${letter} crosses from phase ${from.phase} to ${to.phase}`,
          why: 'The signal between phases is 15 dB weaker, and may fail when a load is switched off.',
          sure: 'likely',
          recordId: link.id,
          repair: null,
        }
      : [],
  );
