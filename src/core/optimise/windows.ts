/** Places in front of windows: left out where the household asks for that. */
import { nearestOn } from '../geometry/segment';
import { find, type Job } from '../job/job';
import type { Candidate } from './candidate';

/** So near to the middle of a wall with a window a unit stands in front of it, m (custom). */
const inFrontM = 0.8;
/** A unit lower than this under the sill is not seen from it, m (custom). */
const underSillM = 0.1;

/** Does a unit at a place stand in front of a window, as one looks at it from the room? */
export function isBeforeWindow(job: Job, c: Pick<Candidate, 'storeyId' | 'xM' | 'yM' | 'heightM'>): boolean {
  return job.openings.some((o) => {
    if (o.kind !== 'window' || c.heightM < o.sillM - underSillM || c.heightM > o.headM) return false;
    const wall = find(job, 'wall', o.wallId);
    if (wall?.storeyId !== c.storeyId) return false;
    const { t, distance } = nearestOn(wall, c.xM, c.yM);
    const alongM = t * Math.hypot(wall.bx - wall.ax, wall.by - wall.ay);
    return distance < inFrontM && Math.abs(alongM - o.offsetM) < o.widthM / 2;
  });
}
