/** How far a unit is looked at in a large house. */
import { get, type Job } from '../job/job';
import type { Id } from '../job/records';

/**
 * Through so much of one building, m, no unit is taken to serve or to feed, where the house is so large that all would take
 * too long (custom). Out of doors and from building to building nothing is left out.
 */
export const largeReachM = 25;

type At = { storeyId: Id; xM: number; yM: number };

/** Are two places of one building farther apart than so much, m, on plan? */
export function isBeyond(job: Job, a: At, b: At, reachM: number): boolean {
  if (reachM === Infinity) return false;
  const buildingOf = (at: At) => get(job, 'building', get(job, 'storey', at.storeyId).buildingId);
  const of = buildingOf(a);
  // one building has one frame
  return of.kind !== 'outdoors' && of === buildingOf(b) && Math.hypot(a.xM - b.xM, a.yM - b.yM) > reachM;
}
