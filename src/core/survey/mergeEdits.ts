import type { Edit } from '../job/edits';
import type { Job } from '../job/job';
import type { AnyRecord, Id } from '../job/records';

/** Two edits, one after the other, as one. */
export function mergeEdits(job: Job, first: Edit, second: Edit): Edit {
  const put = new Map<Id, AnyRecord>();
  for (const r of [...first.put, ...second.put]) put.set(r.id, r);
  for (const id of second.remove) put.delete(id);
  const remove = [...new Set([...first.remove, ...second.remove])].filter(
    (id) => job.byId.has(id) && !put.has(id),
  );
  return { label: first.label, put: [...put.values()], remove };
}
