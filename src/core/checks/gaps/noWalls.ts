import { isOutdoors } from '../../survey/storeyGraph';
import { gap, type GapRule } from '../surveyGap';

/** Storeys without any wall. */
export const noWalls: GapRule = ({ job }) =>
  job.storeys
    .filter((s) => !isOutdoors(job, s.id) && job.walls.every((w) => w.storeyId !== s.id))
    .map((s) =>
      gap({
        id: `walls-${s.id}`,
        subject: s.name,
        missing: 'no walls drawn',
        touches: 'its spots',
        recordId: s.id,
      }),
    );
