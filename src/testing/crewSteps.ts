/** What tests of a firm do with a laptop's jobs. */
import { putOne } from '@/core/job/edits';
import { type Job, jobFromRecords } from '@/core/job/job';
import type { AnyRecord, Id } from '@/core/job/records';
import { editJob } from '@/server/editLog';
import { loadJob } from '@/server/jobs';
import { officeJob, waitingCount } from '@/server/office/outbox';
import type { TestLaptop } from './officeForTests';
import { randomHouse } from './randomHouse';

/** A small job that is no demonstration. */
export const crewHouse = (id: Id, seed = 3): Job =>
  jobFromRecords(
    [...randomHouse(seed).byId.values()].map((r) => (r.type === 'job' ? { ...r, id, demo: false } : r)),
  );

let n = 0;
/** Writes fields of the job's own record, as a window does. */
export function changeInfo({ db }: TestLaptop, id: Id, fields: Partial<Job['info']>): string {
  const { job, incarnation, revision } = loadJob(db, id);
  const editId = `e-${n++}`;
  const edit = putOne('Change the job', { ...job.info, ...fields });
  editJob(
    db,
    id,
    { id: editId, author: 'w', kind: 'do', of: null, incarnation, revision, edit },
    '2026-11-20T10:00:00.000Z',
  );
  return editId;
}

export const infoOf = ({ db }: TestLaptop, id: Id): Job['info'] => loadJob(db, id).job.info;
export const recordsOf = ({ db }: TestLaptop, id: Id): AnyRecord[] =>
  [...loadJob(db, id).job.byId.values()].sort((a, b) => a.id.localeCompare(b.id));
export const isAlike = (a: TestLaptop, b: TestLaptop, id: Id): boolean =>
  JSON.stringify(recordsOf(a, id)) === JSON.stringify(recordsOf(b, id));
export const hasJob = ({ db }: TestLaptop, id: Id): boolean => officeJob(db, id) !== null;
export const isQuiet = ({ db }: TestLaptop): boolean => waitingCount(db) === 0;
