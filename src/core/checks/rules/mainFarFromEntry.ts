import { lengthText } from '../../geometry/lengthWords';
import { placeInSpace } from '../../propagation/scene';
import type { SnagRule } from '../snag';

/** A main unit that is far from where the service enters (planning: 10 m). */
export const mainFarFromEntry: SnagRule = ({ job, network }) => {
  const entry = job.services.find((s) => s.kind === 'entry');
  if (!entry) return [];
  const [x, y, z] = placeInSpace(job, entry);
  return network.backhauls.flatMap(({ unit, hops, at }) => {
    const metres = Math.hypot(at[0] - x, at[1] - y, at[2] - z);
    return hops.length === 0 && metres > 10
      ? {
          what: `${unit.letter} is ${lengthText(metres, job.info.lengths, 0)} from the line entry`,
          why: 'The cable to the line entry is not in the plan yet. Lay it, or place the main unit at the entry.',
          sure: 'possible',
          recordId: unit.id,
          repair: null,
        }
      : [];
  });
};
