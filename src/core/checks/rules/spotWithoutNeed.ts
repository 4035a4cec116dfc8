import { spotNeed } from '../../job/needs';
import type { SnagRule } from '../snag';

/** A spot without a need cannot be proven. */
export const spotWithoutNeed: SnagRule = ({ job }) =>
  job.spots.flatMap((spot) =>
    spotNeed(job, spot).activities.length === 0
      ? {
          what: `Spot ${spot.number}, ${spot.name}, has no need`,
          why: 'A spot without a need cannot be met or proven.',
          sure: 'certain',
          recordId: spot.id,
          repair: null,
        }
      : [],
  );
