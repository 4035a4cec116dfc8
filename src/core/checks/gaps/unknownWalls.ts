import { find } from '../../job/job';
import { assemblySpread, isUnknown } from '../../materials/assemblyLoss';
import { wallPlace } from '../wallPlace';
import { gap, type GapRule } from '../surveyGap';

/** Walls that nobody knows the inside of. */
export const unknownWalls: GapRule = ({ job, crossedBy }) =>
  job.walls.flatMap((wall) => {
    const assembly = find(job, 'assembly', wall.assemblyId);
    if (!assembly || !isUnknown(assembly)) return [];
    return [
      gap({
        id: `wall-${wall.id}`,
        subject: `Wall ${wallPlace(job, wall)}`,
        missing: 'material unknown',
        spreadDb: assemblySpread(assembly, '5'),
        spots: crossedBy(new Set([wall.id])),
        recordId: wall.id,
      }),
    ];
  });
