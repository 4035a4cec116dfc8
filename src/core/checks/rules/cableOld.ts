import { putOne } from '../../job/edits';
import { cables } from '../near';
import type { SnagRule } from '../snag';

/** A new run of cat 5 or 5e (planning: new runs are cat 6 or better). */
export const cableOld: SnagRule = ({ job }) =>
  cables(job).flatMap(({ link, letter }) =>
    link.category === 'cat5e' || link.category === 'cat5'
      ? {
          what: `The run to ${letter} is planned in ${link.category.replace('cat', 'cat ')}`,
          why: 'Cat 6 carries 5 to 10 Gbps for the same work.',
          sure: 'possible',
          recordId: link.id,
          repair: putOne(`Cat 6 to ${letter}`, { ...link, category: 'cat6' }),
        }
      : [],
  );
