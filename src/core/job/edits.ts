import { z } from 'zod';
import { words } from './fields';
import { type Job, jobFromRecords } from './job';
import { checkReferences, type Problem } from './references';
import { type AnyRecord, recordSchema } from './records';

/** One step of work: records to write (new or replaced) and ids to remove, with words for the undo list. */
export const editSchema = z.strictObject({
  label: words().min(1).max(160),
  put: z.array(recordSchema).max(5000),
  remove: z.array(z.string().max(64)).max(5000),
});
export type Edit = z.infer<typeof editSchema>;

/** An edit that cannot be applied; nothing was changed. */
export class EditError extends Error {
  constructor(readonly problems: Problem[]) {
    super(problems.map((p) => `${p.path}: ${p.message}`).join('; '));
    this.name = 'EditError';
  }
}

/**
 * Applies an edit. Pure: the given job stays as it was.
 * @returns the new job and the edit that takes it back.
 * @throws EditError with path and message when an id is unknown, changes type, or references break.
 */
export function applyEdit(job: Job, edit: Edit): { job: Job; inverse: Edit } {
  const problems: Problem[] = [];
  const records = new Map(job.byId);
  const inverse: Edit = { label: edit.label, put: [], remove: [] };
  edit.remove.forEach((id, i) => {
    const old = records.get(id);
    if (!old) problems.push({ path: `remove.${i}`, message: `there is no record with the id ${id}` });
    else if (old.type === 'job')
      problems.push({ path: `remove.${i}`, message: 'the job record cannot be removed' });
    else {
      records.delete(id);
      inverse.put.push(old);
    }
  });
  edit.put.forEach((record, i) => {
    const old = records.get(record.id);
    if (old && old.type !== record.type)
      problems.push({ path: `put.${i}.type`, message: `${record.id} is a ${old.type}` });
    else if (record.type === 'job' && record.id !== job.info.id)
      problems.push({ path: `put.${i}.id`, message: 'a job keeps its id' });
    else if (old) inverse.put.push(old);
    else inverse.remove.push(record.id);
    records.set(record.id, record);
  });
  if (problems.length) throw new EditError(problems);
  const next = jobFromRecords(records.values());
  const broken = checkReferences(next);
  if (broken.length) throw new EditError(broken);
  return { job: next, inverse };
}

/** An edit that writes one record. */
export const putOne = (label: string, ...records: AnyRecord[]): Edit => ({ label, put: records, remove: [] });
