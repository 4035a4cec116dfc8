/** Jobs in the database: their heads, reading with a memory, making. Writing to them is in editLog. */
import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import { type Job, jobFromRecords } from '@/core/job/job';
import { problemsOf } from '@/core/job/jobFile';
import type { Id } from '@/core/job/records';
import { type Db, prepared } from './database';
import { troubleOf } from './dataTrouble';
import { shareJob } from './office/outbox';
import { selectRecords, upsertRecord } from './recordTable';

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
  constructor(id: Id, where: 'nowhere' | 'bin' = 'nowhere') {
    super(
      where === 'bin'
        ? 'This job is in the bin. Restore it from the list of jobs to go on with it.'
        : `There is no job with the id ${id}.`,
    );
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
  const raw = prepared(db, `SELECT ${headColumns} FROM job_head WHERE id = ?`).get(id);
  if (raw === undefined) throw new NoSuchJobError(id);
  return toHead(raw);
}

interface Cached {
  incarnation: string;
  revision: number;
  job: Job;
}
/** Jobs as read last, so that an edit or a look does not read thousands of rows again; checked against the head each time. */
const cache = new WeakMap<Db, { jobs: Map<Id, Cached>; records: number }>();
/** Most records kept in memory, of all jobs together (custom): some 300 flats, or 60 houses with outbuildings. */
const mostCached = 40_000;

/** Puts a job in the memory, or takes it out. The one used longest ago goes first; the newest always stays. */
export function keepInCache(db: Db, id: Id, entry: Cached | null): void {
  const memory = cache.get(db) ?? { jobs: new Map<Id, Cached>(), records: 0 };
  cache.set(db, memory);
  const drop = (gone: Id) => {
    memory.records -= memory.jobs.get(gone)?.job.byId.size ?? 0;
    memory.jobs.delete(gone);
  };
  drop(id);
  if (!entry) return;
  memory.jobs.set(id, entry);
  memory.records += entry.job.byId.size;
  for (const [oldest] of memory.jobs) {
    if (memory.records <= mostCached || oldest === id) return;
    drop(oldest);
  }
}

/** A job, binned or not. @throws BrokenJobError when a record can't be read. */
export function readJob(db: Db, { id, incarnation, revision }: JobHead): Job {
  const had = cache.get(db)?.jobs.get(id);
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
  if (head.deletedAt !== null) throw new NoSuchJobError(id, 'bin');
  const { incarnation, revision, savedAt } = head;
  return { job: readJob(db, head), incarnation, revision, savedAt };
}

/**
 * Stores a new job under its own id; with the office too, where this laptop belongs to one, unless it comes from there.
 * @throws Error when the id is taken.
 */
export function insertJob(db: Db, job: Job, now: string, { fromOffice = false } = {}): void {
  db.transaction(() => {
    db.prepare(
      'INSERT INTO job_head (id, incarnation, revision, saved_at, deleted_at) VALUES (?, ?, 0, ?, NULL)',
    ).run(job.info.id, randomUUID(), now);
    for (const record of job.byId.values()) upsertRecord(db, job.info.id, record);
    if (!fromOffice) shareJob(db, job, now);
  }).immediate();
}

/** Is the id in use, in the bin included? */
export const jobExists = (db: Db, id: Id): boolean =>
  db.prepare('SELECT 1 FROM job_head WHERE id = ?').get(id) !== undefined;
