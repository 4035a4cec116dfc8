import { inRegion } from '../geometry/region';
import type { Job } from '../job/job';
import type { Service, Unit } from '../job/records';
import { placeInSpace } from '../propagation/scene';

/** Longest lead from a unit to a socket or outlet on the same storey, m (planning). */
const longestLeadM = 6;

/** Where a service is, site coordinates, m. */
export const placeInService = (job: Job, s: Service): [number, number, number] => placeInSpace(job, s);

/**
 * The socket or outlet that a unit would use: the nearest in its room, else the nearest on its storey
 * within 6 m; null when there is none.
 */
export function nearService(job: Job, unit: Unit, kind: 'socket' | 'coax' | 'data'): Service | null {
  const room = job.rooms.find((r) => r.storeyId === unit.storeyId && inRegion(r, unit.xM, unit.yM));
  const list = job.services
    .filter((s) => s.kind === kind && s.storeyId === unit.storeyId)
    .map((service) => ({
      service,
      distance: Math.hypot(service.xM - unit.xM, service.yM - unit.yM),
      here: room !== undefined && inRegion(room, service.xM, service.yM),
    }))
    .sort((a, b) => Number(b.here) - Number(a.here) || a.distance - b.distance);
  const [best] = list;
  return best && (best.here || best.distance <= longestLeadM) ? best.service : null;
}
