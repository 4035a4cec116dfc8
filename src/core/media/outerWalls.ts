import { distanceToEdge } from '../geometry/polygon';
import { find, type Job } from '../job/job';
import type { Id } from '../job/records';

/** A wall whose middle lies so near to its building's outline stands outside, m. */
const outerWithinM = 0.5;

const known = new WeakMap<Job, ReadonlySet<Id>>();

/** Walls that stand between the house and the weather; worked out once for each state of a job. */
export function outerWallIds(job: Job): ReadonlySet<Id> {
  const before = known.get(job);
  if (before) return before;
  const ids = new Set(
    job.walls
      .filter((w) => {
        const building = find(job, 'building', find(job, 'storey', w.storeyId)?.buildingId);
        const [x, y] = [(w.ax + w.bx) / 2, (w.ay + w.by) / 2];
        return building !== undefined && distanceToEdge(building.outline, x, y) < outerWithinM;
      })
      .map((w) => w.id),
  );
  known.set(job, ids);
  return ids;
}
