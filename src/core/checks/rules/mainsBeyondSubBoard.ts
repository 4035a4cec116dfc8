import { mainsPath } from '../../media/mainsPath';
import { linksBy } from '../near';
import type { SnagRule } from '../snag';

/** A powerline link beyond a sub-board: 10 dB lost (planning). */
export const mainsBeyondSubBoard: SnagRule = ({ job }) =>
  linksBy(job, 'powerline').flatMap(({ link, from, to, letter }) => {
    const cost = mainsPath(job, from.id, to.id).costs.find((c) => c.what === 'subBoard');
    return cost
      ? {
          what: `The powerline link of ${letter} goes ${cost.words}`,
          why: 'Each consumer unit on the route adds loss. The long supply between buildings adds more.',
          sure: 'likely',
          recordId: link.id,
          repair: null,
        }
      : [];
  });
