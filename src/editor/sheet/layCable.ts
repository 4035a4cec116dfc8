import { find } from '@/core/job/job';
import type { Link } from '@/core/job/records';
import type { JobStore } from '@/client/store/jobStore';

/**
 * Lays the cable that feeds the selected unit along these corners, from the unit that feeds it; none =
 * along the house's axes again. Its length and holes are counted anew.
 * @throws Error from the worker.
 */
export async function layCable(store: JobStore, points: Link['points']): Promise<void> {
  const { job, selectedId, compute } = store.getState();
  const unit = find(job, 'unit', selectedId);
  const link = job.links.find((l) => l.unitId === unit?.id);
  if (!unit || !link || !compute || (link.medium !== 'ethernet' && link.medium !== 'fibre')) return;
  const drawn = { ...link, points };
  const { lengthM, holes } = await compute.cableWay(drawn);
  store.getState().commit({
    label: points.length ? `Draw the cable to ${unit.letter}` : `Cable to ${unit.letter} by the shortest way`,
    put: [{ ...drawn, lengthM, holes }],
    remove: [],
  });
}
