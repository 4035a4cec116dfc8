import { putOne } from '../../job/edits';
import type { SnagRule } from '../snag';

/** A plain extender under the one network name: phones cling to the far unit (practice differs; see the job). */
export const extenderOneName: SnagRule = ({ job, planned }) =>
  planned.flatMap(({ unit, product }) =>
    product.kind === 'extender' && job.info.networkNames === 'one'
      ? {
          what: `${unit.letter} is a plain extender, not part of a mesh`,
          why: 'Nothing steers phones between the extender and the main unit. With one name they may stay connected to the far unit.',
          sure: 'likely',
          recordId: unit.id,
          repair: putOne('Give the extender its own network name', { ...job.info, networkNames: 'two' }),
        }
      : [],
  );
