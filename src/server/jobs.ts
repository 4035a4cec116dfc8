/** Jobs in the database: reading, making, editing, binning. All writing is in transactions. */
import { z } from 'zod';
import { applyEdit, type Edit, editSchema } from '@/core/job/edits';
import { type History, historyOf } from '@/core/job/history';
import { type Job, jobFromRecords } from '@/core/job/job';
import type { Id } from '@/core/job/records';
import type { Db } from './database';
import { keepPicture } from './files';
import { deleteRecord, selectRecords, upsertRecord } from './recordTable';

export interface StoredJob {
  job: Job;
  revision: number;
  savedAt: string;
  history: History;
}

export interface JobHead {
  id: Id;
  revision: number;
  savedAt: string;
  deletedAt: string | null;
}

/** There is no such job (or it is in the bin). */
export class NoSuchJobError extends Error {
  constructor(id: Id) {
    super(`There is no job with the id ${id}.`);
    this.name = 'NoSuchJobError';
  }
}

/** The edit was made on another revision than the newest; nothing was changed. */
export class ConflictError extends Error {
  constructor(readonly revision: number) {
    super('This job was changed in another window. Your last step was not saved; the newest state is shown.');
    this.name = 'ConflictError';
  }
}

const headSchema = z.object({
  id: z.string(),
  revision: z.number(),
  saved_at: z.string(),
  deleted_at: z.string().nullable(),
});
const toHead = (raw: unknown): JobHead => {
  const h = headSchema.parse(raw);
  return { id: h.id, revision: h.revision, savedAt: h.saved_at, deletedAt: h.deleted_at };
};

/** All jobs, the bin included, newest first. */
export const listJobs = (db: Db): JobHead[] =>
  db
    .prepare('SELECT id, revision, saved_at, deleted_at FROM job_head ORDER BY saved_at DESC, id')
    .all()
    .map(toHead);

/** The head of a job, binned or not. @throws NoSuchJobError */
export function headOf(db: Db, id: Id): JobHead {
  const raw = db.prepare('SELECT id, revision, saved_at, deleted_at FROM job_head WHERE id = ?').get(id);
  if (raw === undefined) throw new NoSuchJobError(id);
  return toHead(raw);
}

const logSchema = z.array(
  z.object({ revision: z.number(), label: z.string(), kind: z.enum(['do', 'undo', 'redo']) }),
);
const historyIn = (db: Db, id: Id): History =>
  historyOf(
    logSchema.parse(
      db.prepare('SELECT revision, label, kind FROM edits WHERE job_id = ? ORDER BY revision').all(id),
    ),
  );

/** A job with its revision and undo stacks. @throws NoSuchJobError when absent or binned. */
export function loadJob(db: Db, id: Id): StoredJob {
  const head = headOf(db, id);
  if (head.deletedAt !== null) throw new NoSuchJobError(id);
  return {
    job: jobFromRecords(selectRecords(db, id)),
    revision: head.revision,
    savedAt: head.savedAt,
    history: historyIn(db, id),
  };
}

/** Stores a new job under its own id. @throws Error when the id is taken. */
export function insertJob(db: Db, job: Job, now: string, files: readonly Uint8Array[] = []): void {
  db.transaction(() => {
    db.prepare('INSERT INTO job_head (id, revision, saved_at, deleted_at) VALUES (?, 0, ?, NULL)').run(
      job.info.id,
      now,
    );
    for (const record of job.byId.values()) upsertRecord(db, job.info.id, record);
    for (const bytes of files) keepPicture(db, job.info.id, bytes);
  }).immediate();
}

/** Is the id in use, in the bin included? */
export const jobExists = (db: Db, id: Id): boolean =>
  db.prepare('SELECT 1 FROM job_head WHERE id = ?').get(id) !== undefined;

/** What a window asks: a new edit, or undo or redo of the newest that can be. */
export const editRequestSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('do'), revision: z.int().min(0), edit: editSchema }),
  z.strictObject({ kind: z.literal('undo'), revision: z.int().min(0) }),
  z.strictObject({ kind: z.literal('redo'), revision: z.int().min(0) }),
]);
export type EditRequest = z.infer<typeof editRequestSchema>;

export interface EditResult {
  revision: number;
  savedAt: string;
  /** What was applied, so that the window can apply it too (undo, redo). */
  edit: Edit;
  history: History;
}

const storedEdit = z.object({ edit: z.string(), inverse: z.string() });

/** Records that phones add while a window works on the same job. */
const measuredTypes = new Set(['reading', 'roamWalk', 'stepRun']);

/** Since the revision that an edit was made on, did phones only add what it does not touch? */
function onlyMeasured(db: Db, id: Id, { revision, edit }: { revision: number; edit: Edit }): boolean {
  const missed = db
    .prepare('SELECT edit, inverse FROM edits WHERE job_id = ? AND revision > ?')
    .all(id, revision)
    .map((raw) => storedEdit.parse(raw));
  const touched = new Set([...edit.put.map((r) => r.id), ...edit.remove]);
  return (
    missed.length > 0 &&
    missed.every(({ edit: text }) => {
      const { put, remove } = editSchema.parse(JSON.parse(text));
      return remove.length === 0 && put.every((r) => measuredTypes.has(r.type) && !touched.has(r.id));
    })
  );
}

/**
 * Applies an edit, undo or redo on the revision it was made on, and writes it down. An edit is also taken
 * on a newer revision when phones only added readings or steps since.
 * @throws ConflictError, NoSuchJobError, EditError; then nothing was changed.
 */
export function editJob(db: Db, id: Id, request: EditRequest, now: string): EditResult {
  return db
    .transaction((): EditResult => {
      const { job, revision, history } = loadJob(db, id);
      if (request.revision !== revision && !(request.kind === 'do' && onlyMeasured(db, id, request)))
        throw new ConflictError(revision);
      const edit = request.kind === 'do' ? request.edit : stepOf(db, id, history, request.kind);
      const { inverse } = applyEdit(job, edit);
      for (const removed of edit.remove) {
        const record = job.byId.get(removed);
        if (record) deleteRecord(db, id, record.type, removed);
      }
      for (const record of edit.put) upsertRecord(db, id, record);
      const next = revision + 1;
      db.prepare(
        'INSERT INTO edits (job_id, revision, kind, label, edit, inverse, made_at) VALUES (?, ?, ?, ?, ?, ?, ?)',
      ).run(id, next, request.kind, edit.label, JSON.stringify(edit), JSON.stringify(inverse), now);
      db.prepare('UPDATE job_head SET revision = ?, saved_at = ? WHERE id = ?').run(next, now, id);
      return { revision: next, savedAt: now, edit, history: historyIn(db, id) };
    })
    .immediate();
}

/** The edit that undo or redo would apply now. @throws Error when there is none. */
function stepOf(db: Db, id: Id, history: History, kind: 'undo' | 'redo'): Edit {
  const target = (kind === 'undo' ? history.undo : history.redo).at(-1);
  if (!target) throw new NothingToStepError(kind);
  const row = storedEdit.parse(
    db.prepare('SELECT edit, inverse FROM edits WHERE job_id = ? AND revision = ?').get(id, target.revision),
  );
  return editSchema.parse(JSON.parse(kind === 'undo' ? row.inverse : row.edit));
}

/** There is nothing left to undo or redo. */
export class NothingToStepError extends Error {
  constructor(kind: 'undo' | 'redo') {
    super(`There is nothing to ${kind}.`);
    this.name = 'NothingToStepError';
  }
}

/** Days that a job stays in the bin. */
export const binDays = 30;

/** Moves a job to the bin, or back. @throws NoSuchJobError */
export function setBinned(db: Db, id: Id, deletedAt: string | null): void {
  headOf(db, id);
  db.prepare('UPDATE job_head SET deleted_at = ? WHERE id = ?').run(deletedAt, id);
}

/** Removes for good what has been in the bin for longer than `binDays`. */
export function emptyOldBin(db: Db, now: string): number {
  const limit = new Date(Date.parse(now) - binDays * 86_400_000).toISOString();
  return db.prepare('DELETE FROM job_head WHERE deleted_at IS NOT NULL AND deleted_at < ?').run(limit)
    .changes;
}
