import { putOne } from '../../job/edits';
import { cables } from '../near';
import type { SnagRule } from '../snag';

/** A new run of cat 5e (planning: new runs are cat 6 or better). */
export const cableOld: SnagRule = ({ job }) =>
  cables(job).flatMap(({ link, letter }) =>
    link.category === 'cat5e'
      ? {
          what: `The run to ${letter} is planned in cat 5e`,
          why: 'For the same work cat 6 carries 5 to 10 Gbps.',
          sure: 'possible',
          recordId: link.id,
          repair: putOne(`Cat 6 to ${letter}`, { ...link, category: 'cat6' }),
        }
      : [],
  );
