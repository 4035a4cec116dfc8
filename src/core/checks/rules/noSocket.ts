import { nearService } from '../../network/nearService';
import type { SnagRule } from '../snag';

/** A unit without a socket within reach (planning: 6 m, same storey). */
export const noSocket: SnagRule = ({ job, planned }) =>
  planned.flatMap(({ unit, kit }) =>
    kit.kind !== 'outdoor' &&
    // its power comes over its cable
    !(kit.poeIn && job.links.some((l) => l.unitId === unit.id && l.medium === 'ethernet')) &&
    nearService(job, unit, 'socket') === null
      ? {
          what: `${unit.letter} has no socket within reach`,
          why: 'Either one is missing in the survey, or the unit must be fed with power over its cable.',
          sure: 'likely',
          recordId: unit.id,
          repair: null,
        }
      : [],
  );
