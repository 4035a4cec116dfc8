import { mainsPath } from '../../media/mainsPath';
import { linksBy } from '../near';
import type { SnagRule } from '../snag';

/** A powerline link beyond a sub-board: 10 dB lost (planning). */
export const mainsBeyondSubBoard: SnagRule = ({ job }) =>
  linksBy(job, 'powerline').flatMap(({ link, from, to, letter }) => {
    const words = mainsPath(job, from.id, to.id).costs.find((c) => c.words.startsWith('beyond'))?.words;
    return words
      ? {
          what: `The powerline link of ${letter} goes ${words.split(',')[0]}`,
          why: 'Each board on the way takes its part, and the long supply between buildings more.',
          sure: 'likely',
          recordId: link.id,
          repair: null,
        }
      : [];
  });
