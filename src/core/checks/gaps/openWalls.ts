import { find } from '../../job/job';
import { isOutdoors } from '../../survey/storeyGraph';
import { openGaps } from '../openGaps';
import { wallPlace } from '../wallPlace';
import { gap, type GapRule } from '../surveyGap';

/** Walls that stop short of another. */
export const openWalls: GapRule = ({ job }) =>
  job.storeys
    .filter((s) => !isOutdoors(job, s.id))
    .flatMap((storey) =>
      openGaps(job, storey.id).map((open, i) => {
        const wall = find(job, 'wall', open.wallId);
        return gap({
          id: `gap-${storey.id}-${i}`,
          subject: `${storey.name}: wall ${wall ? wallPlace(job, wall) : ''}`,
          missing: `ends ${open.widthM.toFixed(2)} m short`,
          touches: 'rooms beside it',
          recordId: open.wallId,
          repair: { name: 'Close', edit: open.repair },
        });
      }),
    );
