/** Jobs in the database: reading, making, editing, binning. All writing is in transactions. */
import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import { applyEdit, type Edit, editSchema } from '@/core/job/edits';
import { type History, historyOf } from '@/core/job/history';
import { type Job, jobFromRecords } from '@/core/job/job';
import { problemsOf } from '@/core/job/jobFile';
import { binDays } from '@/core/job/limits';
import type { Id } from '@/core/job/records';
import { assertInPlace, type Db } from './database';
import { troubleOf } from './dataTrouble';
import { deleteRecord, selectRecords, upsertRecord } from './recordTable';

export interface StoredJob {
  job: Job;
  incarnation: string;
  revision: number;
  savedAt: string;
}

export interface JobHead {
  id: Id;
  /** Which life of the job this is: another one after a restore. */
  incarnation: string;
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

/** A record of the job can't be read; what is there can be saved as rows. */
export class BrokenJobError extends Error {
  constructor(id: Id, cause: unknown) {
    const why =
      cause instanceof z.ZodError
        ? problemsOf(cause, 1)
            .map((p) => `${p.path}: ${p.message}`)
            .join()
        : String(cause);
    super(`The job ${id} can’t be read (${why}). Nothing was changed.`, { cause });
    this.name = 'BrokenJobError';
  }
}

/** The edit was made on another revision than the newest; nothing was changed. */
export class ConflictError extends Error {
  constructor(readonly at: Pick<JobHead, 'incarnation' | 'revision'>) {
    super('This job was changed meanwhile: what was changed has to be fetched first.');
    this.name = 'ConflictError';
  }
}

const headColumns = 'id, incarnation, revision, saved_at, deleted_at';
const headSchema = z.object({
  id: z.string(),
  incarnation: z.string(),
  revision: z.number(),
  saved_at: z.string(),
  deleted_at: z.string().nullable(),
});
const toHead = (raw: unknown): JobHead => {
  const h = headSchema.parse(raw);
  return {
    id: h.id,
    incarnation: h.incarnation,
    revision: h.revision,
    savedAt: h.saved_at,
    deletedAt: h.deleted_at,
  };
};

/** All jobs, the bin included, newest first. */
export const listJobs = (db: Db): JobHead[] =>
  db.prepare(`SELECT ${headColumns} FROM job_head ORDER BY saved_at DESC, id`).all().map(toHead);

/** The head of a job, binned or not. @throws NoSuchJobError */
export function headOf(db: Db, id: Id): JobHead {
  const raw = db.prepare(`SELECT ${headColumns} FROM job_head WHERE id = ?`).get(id);
  if (raw === undefined) throw new NoSuchJobError(id);
  return toHead(raw);
}

const logSchema = z.array(
  z.object({
    id: z.string(),
    label: z.string(),
    kind: z.enum(['do', 'undo', 'redo']),
    of: z.string().nullable(),
  }),
);

/** What an author can undo and redo; edits from before authors were noted count as everybody's. */
export const historyFor = (db: Db, id: Id, author: string): History =>
  historyOf(
    logSchema.parse(
      db
        .prepare(
          `SELECT edit_id AS id, label, kind, of_id AS "of" FROM edits
           WHERE job_id = ? AND author IN (?, '') ORDER BY revision`,
        )
        .all(id, author),
    ),
  );

interface Cached {
  incarnation: string;
  revision: number;
  job: Job;
}
/** Jobs as read last, so that an edit or a look does not read thousands of rows again; checked against the head each time. */
const cache = new WeakMap<Db, Map<Id, Cached>>();
/** Most jobs kept in memory. */
const mostCached = 4;

function keepInCache(db: Db, id: Id, entry: Cached | null): void {
  const jobs = cache.get(db) ?? new Map<Id, Cached>();
  cache.set(db, jobs);
  jobs.delete(id);
  if (entry) jobs.set(id, entry);
  const [oldest] = jobs.keys();
  if (jobs.size > mostCached && oldest !== undefined) jobs.delete(oldest);
}

/** A job, binned or not. @throws BrokenJobError when a record can't be read. */
export function readJob(db: Db, { id, incarnation, revision }: JobHead): Job {
  const had = cache.get(db)?.get(id);
  if (had?.incarnation === incarnation && had.revision === revision) return had.job;
  let job: Job;
  try {
    job = jobFromRecords(selectRecords(db, id));
  } catch (error) {
    // a fault of the file is told as that; a record that is not as it should be, as one job's
    throw troubleOf(error) ?? new BrokenJobError(id, error);
  }
  keepInCache(db, id, { incarnation, revision, job });
  return job;
}

/** A job with its revision. @throws NoSuchJobError when absent or binned. */
export function loadJob(db: Db, id: Id): StoredJob {
  const head = headOf(db, id);
  if (head.deletedAt !== null) throw new NoSuchJobError(id);
  const { incarnation, revision, savedAt } = head;
  return { job: readJob(db, head), incarnation, revision, savedAt };
}

/** Stores a new job under its own id. @throws Error when the id is taken. */
export function insertJob(db: Db, job: Job, now: string): void {
  db.transaction(() => {
    db.prepare(
      'INSERT INTO job_head (id, incarnation, revision, saved_at, deleted_at) VALUES (?, ?, 0, ?, NULL)',
    ).run(job.info.id, randomUUID(), now);
    for (const record of job.byId.values()) upsertRecord(db, job.info.id, record);
  }).immediate();
}

/** Is the id in use, in the bin included? */
export const jobExists = (db: Db, id: Id): boolean =>
  db.prepare('SELECT 1 FROM job_head WHERE id = ?').get(id) !== undefined;

const word = z.string().regex(/^[A-Za-z0-9._:-]{1,80}$/);

/** A step of a window: made with an id of its own, on a state that the window knew. */
export const editRequestSchema = z.strictObject({
  id: word,
  author: word,
  kind: z.enum(['do', 'undo', 'redo']),
  /** The step that is undone or redone. */
  of: word.nullable().default(null),
  incarnation: z.string().max(64),
  revision: z.int().min(0),
  edit: editSchema,
});
export type EditRequest = z.infer<typeof editRequestSchema>;

export interface EditResult {
  revision: number;
  savedAt: string;
}

const storedEdit = z.object({ edit: z.string(), inverse: z.string() });
const readEdit = (text: string): Edit => editSchema.parse(JSON.parse(text));

/** Where an edit with this id is in the log; undefined when it is not there. */
const storedAs = (db: Db, id: Id, editId: string): EditResult | undefined => {
  const raw = db
    .prepare('SELECT revision, made_at AS savedAt FROM edits WHERE job_id = ? AND edit_id = ?')
    .get(id, editId);
  return raw === undefined ? undefined : z.object({ revision: z.number(), savedAt: z.string() }).parse(raw);
};

/**
 * Applies an edit, undo or redo on the revision it was made on, and writes it down. Sent again it answers as
 * it did the first time and changes nothing.
 * @throws ConflictError when others were first, NoSuchJobError, EditError, SqliteError; then nothing was changed.
 */
export function editJob(db: Db, id: Id, request: EditRequest, now: string): EditResult {
  return changeJob(db, id, now, (stored) => {
    const had = storedAs(db, id, request.id);
    if (had) return { step: null, answer: () => had };
    if (request.revision !== stored.revision || request.incarnation !== stored.incarnation)
      throw new ConflictError(stored);
    return { step: request, answer: (result) => result };
  });
}

type Step = Pick<EditRequest, 'id' | 'author' | 'kind' | 'of' | 'edit'>;

/**
 * The one way to write to a job: in one transaction `decide` sees the newest state and says what to write, if
 * anything. @returns the answer, once everything is on disk.
 */
export function changeJob<T>(
  db: Db,
  id: Id,
  now: string,
  decide: (
    stored: StoredJob,
  ) => { step: Step; answer: (result: EditResult) => T } | { step: null; answer: () => T },
): T {
  const { answer, entry } = db
    .transaction(() => {
      const stored = loadJob(db, id);
      const decided = decide(stored);
      if (!decided.step) return { answer: decided.answer(), entry: null };
      const { incarnation } = stored;
      const { job, revision } = appendEdit(db, id, stored, decided.step, now);
      return {
        answer: decided.answer({ revision, savedAt: now }),
        entry: { incarnation, revision, job },
      };
    })
    .immediate();
  // only now is it sure to be there
  assertInPlace(db);
  if (entry) keepInCache(db, id, entry);
  return answer;
}

function appendEdit(
  db: Db,
  id: Id,
  { job, revision }: StoredJob,
  { id: editId, author, kind, of, edit }: Step,
  now: string,
): { job: Job; revision: number } {
  const { job: next, inverse } = applyEdit(job, edit);
  for (const removed of edit.remove) {
    const record = job.byId.get(removed);
    if (record) deleteRecord(db, id, record.type, removed);
  }
  for (const record of edit.put) upsertRecord(db, id, record);
  const to = revision + 1;
  db.prepare(
    `INSERT INTO edits (job_id, revision, edit_id, author, kind, of_id, label, edit, inverse, made_at)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
  ).run(id, to, editId, author, kind, of, edit.label, JSON.stringify(edit), JSON.stringify(inverse), now);
  db.prepare('UPDATE job_head SET revision = ?, saved_at = ? WHERE id = ?').run(to, now, id);
  return { job: next, revision: to };
}

/** Most edits that are told one by one; who is further behind fetches the whole job. */
const mostMissed = 400;

export interface MissedEdit {
  id: string | null;
  revision: number;
  author: string;
  edit: Edit;
}

/** What was stored after a revision; `edits` null: this state is not of that life, or too far ahead, fetch the whole. @throws NoSuchJobError */
export function editsSince(
  db: Db,
  id: Id,
  known: { incarnation: string; revision: number },
): EditResult & { incarnation: string; edits: MissedEdit[] | null } {
  const head = headOf(db, id);
  if (head.deletedAt !== null) throw new NoSuchJobError(id);
  const { incarnation, revision, savedAt } = head;
  const apart = incarnation !== known.incarnation || known.revision > revision;
  if (apart || revision - known.revision > mostMissed) return { incarnation, revision, savedAt, edits: null };
  const rows = db
    .prepare(
      'SELECT edit_id AS id, revision, author, edit FROM edits WHERE job_id = ? AND revision > ? ORDER BY revision',
    )
    .all(id, known.revision);
  const row = z.object({
    id: z.string().nullable(),
    revision: z.number(),
    author: z.string(),
    edit: z.string(),
  });
  const edits = rows.map((raw) => {
    const { edit, ...rest } = row.parse(raw);
    return { ...rest, edit: readEdit(edit) };
  });
  return { incarnation, revision, savedAt, edits };
}

/** Which of these edits are stored. */
export const knownEdits = (db: Db, id: Id, ids: readonly string[]): string[] =>
  ids.filter((editId) => storedAs(db, id, editId) !== undefined);

/** An edit of the log and the one that takes it back. @throws NoSuchEditError */
export function loggedEdit(db: Db, id: Id, editId: string): { edit: Edit; inverse: Edit } {
  const raw = db.prepare('SELECT edit, inverse FROM edits WHERE job_id = ? AND edit_id = ?').get(id, editId);
  if (raw === undefined) throw new NoSuchEditError();
  const { edit, inverse } = storedEdit.parse(raw);
  return { edit: readEdit(edit), inverse: readEdit(inverse) };
}

/** There is no such edit in the log. */
export class NoSuchEditError extends Error {
  constructor() {
    super('This step is not in the log of the job.');
    this.name = 'NoSuchEditError';
  }
}

/** Moves a job to the bin, or back. A binned job is closed to phones. @throws NoSuchJobError */
export function setBinned(db: Db, id: Id, deletedAt: string | null): void {
  headOf(db, id);
  db.transaction(() => {
    db.prepare('UPDATE job_head SET deleted_at = ?, bin_days = 0 WHERE id = ?').run(deletedAt, id);
    if (deletedAt !== null) db.prepare('DELETE FROM share WHERE job_id = ?').run(id);
  }).immediate();
}

/** Removes binned jobs for good: the given one, or all. @returns how many. */
export function emptyBin(db: Db, id: Id | null = null): number {
  const one = id === null ? '' : ' AND id = ?';
  const { changes } = db
    .prepare(`DELETE FROM job_head WHERE deleted_at IS NOT NULL${one}`)
    .run(...(id === null ? [] : [id]));
  return changes;
}

/**
 * Notes a day on which the program is in use. Each step of the clock to a later day makes binned jobs one day
 * older, however far it moved; a step back makes them no older. Those older than `binDays` are removed for good.
 * @param today ISO date. @returns whether the day is a new one, and how many jobs were removed.
 */
export function noteDay(db: Db, today: string): { isNew: boolean; removed: number } {
  return db
    .transaction(() => {
      const last = z
        .object({ day: z.string() })
        .optional()
        .parse(db.prepare('SELECT day FROM day_of_use WHERE id = 1').get());
      if (last?.day === today) return { isNew: false, removed: 0 };
      db.prepare(
        'INSERT INTO day_of_use (id, day) VALUES (1, ?) ON CONFLICT (id) DO UPDATE SET day = excluded.day',
      ).run(today);
      if (last && last.day < today)
        db.prepare('UPDATE job_head SET bin_days = bin_days + 1 WHERE deleted_at IS NOT NULL').run();
      const { changes } = db
        .prepare('DELETE FROM job_head WHERE deleted_at IS NOT NULL AND bin_days > ?')
        .run(binDays);
      return { isNew: true, removed: changes };
    })
    .immediate();
}
