import { get, type Job, jobFromRecords } from '../job/job';
import type { Unit } from '../job/records';

/** What is kept of a job's plan: what was found in the house, and the main unit. Links between them too. */
export function keptOf(job: Job): Job {
  const isRoot = (u: Unit) =>
    !job.links.some((l) => l.unitId === u.id) && ['main', 'router'].includes(get(job, 'kit', u.kitId).kind);
  const keep = new Set(job.units.filter((u) => u.planned && (u.found || isRoot(u))).map((u) => u.id));
  return jobFromRecords(
    [...job.byId.values()].filter(
      (r) =>
        (r.type !== 'unit' || keep.has(r.id) || (r.found && !r.planned)) &&
        (r.type !== 'link' || (keep.has(r.unitId) && keep.has(r.fromUnitId))) &&
        (r.type !== 'deviceCable' || (r.found && keep.has(r.fromUnitId))),
    ),
  );
}
