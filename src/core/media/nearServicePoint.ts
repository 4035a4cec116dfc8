import { inRegion } from '../geometry/region';
import type { Job } from '../job/job';
import type { ServicePoint, Unit } from '../job/records';
import { placeInSpace } from '../propagation/scene';

/** Longest lead from a unit to a socket or outlet on the same storey, m (planning). */
const longestLeadM = 6;

/** Where a service is, site coordinates, m. */
export const placeOfServicePoint = (job: Job, s: ServicePoint): [number, number, number] =>
  placeInSpace(job, s);

/**
 * The socket or outlet that a unit would use: the nearest in its room, else the nearest on its storey
 * within 6 m; null when there is none.
 */
export function nearServicePoint(
  job: Job,
  unit: Unit,
  kind: 'socket' | 'coax' | 'data',
): ServicePoint | null {
  const room = job.rooms.find((r) => r.storeyId === unit.storeyId && inRegion(r, unit.xM, unit.yM));
  const list = job.services
    .filter((s) => s.kind === kind && s.storeyId === unit.storeyId)
    .map((servicePoint) => ({
      servicePoint,
      distance: Math.hypot(servicePoint.xM - unit.xM, servicePoint.yM - unit.yM),
      here: room !== undefined && inRegion(room, servicePoint.xM, servicePoint.yM),
    }))
    .sort((a, b) => Number(b.here) - Number(a.here) || a.distance - b.distance);
  const [best] = list;
  return best && (best.here || best.distance <= longestLeadM) ? best.servicePoint : null;
}
