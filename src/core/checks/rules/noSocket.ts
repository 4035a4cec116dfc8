import { nearServicePoint } from '../../media/nearServicePoint';
import type { SnagRule } from '../snag';

/** A unit without a socket within reach (planning: 6 m, same storey). */
export const noSocket: SnagRule = ({ job, planned }) =>
  planned.flatMap(({ unit, product }) =>
    product.kind !== 'outdoor' &&
    // its power comes over its cable
    !(product.poeIn && job.links.some((l) => l.unitId === unit.id && l.medium === 'ethernet')) &&
    nearServicePoint(job, unit, 'socket') === null
      ? {
          what: `${unit.letter} has no socket within reach`,
          why: 'A socket is missing in the survey, or the unit needs PoE.',
          sure: 'likely',
          recordId: unit.id,
          repair: null,
        }
      : [],
  );
