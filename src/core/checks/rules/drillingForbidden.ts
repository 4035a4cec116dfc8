import { cableEstimate } from '../../media/cableEstimate';
import { cables } from '../near';
import type { SnagRule } from '../snag';

/** A cable where nothing may be drilled or seen. */
export const drillingForbidden: SnagRule = ({ job, scene }) =>
  cables(job).flatMap(({ link, letter, from, to }) => {
    const { whyNot } = cableEstimate(job, scene, from, to, link.points);
    return whyNot
      ? {
          what: `The cable to ${letter} breaks a restriction`,
          why: `${whyNot[0]?.toUpperCase() ?? ''}${whyNot.slice(1)}.`,
          sure: 'likely',
          recordId: link.id,
          repair: null,
        }
      : [];
  });
