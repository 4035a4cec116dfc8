/** What a laptop has not sent yet: steps, what the office has instead, steps set aside, and fields that two changed. */
import { z } from 'zod';
import { type editSchema } from '@/core/job/edits';
import { type Job, jobFromRecords } from '@/core/job/job';
import { type AnyRecord, type Id, recordSchema } from '@/core/job/records';
import { type Change, changesOf, same } from '@/core/sync/changes';
import type { Aside, Clash, Pending } from '@/core/sync/sync';
import { type Db, prepared } from '../database';
import { selectRecord } from '../recordTable';
import { sealedOf } from '../sealed';
import { membershipOf } from './membership';

/** A trainee looks, rehearses and proposes; what changes a job of the firm is for its crews. */
export class TraineeError extends Error {
  constructor() {
    super('As a trainee you can’t change a job of the firm. Copy the job, and try it in the copy.');
    this.name = 'TraineeError';
  }
}
/** The job is set to one crew alone. */
export class NotYoursError extends Error {
  constructor() {
    super('This job is set to another crew. Ask the office to open it.');
    this.name = 'NotYoursError';
  }
}

/** A row of what waits can't be read. The job itself is whole. */
export class DamagedOutboxError extends Error {
  constructor(cause: unknown) {
    super(
      'an edit that waits is damaged in the database; the job itself is whole. Leave the firm and join anew to send it as it is',
      { cause },
    );
    this.name = 'DamagedOutboxError';
  }
}

export interface OfficeJob {
  jobId: Id;
  /** The newest entry of this job that is in the job as the office has it. */
  seq: number;
  /** The newest that counts: what is sent next is made on it. */
  validSeq: number;
  lastBy: string;
  lastAt: string;
  sinceSnapshot: number;
  /** The laptop that alone may change it; null = every crew. */
  onlyFor: string | null;
  /** Why nothing more is taken in or sent; null = all is well. */
  stopped: string | null;
}

const jobRow = z.object({
  job_id: z.string(),
  seq: z.number(),
  valid_seq: z.number(),
  last_by: z.string(),
  last_at: z.string(),
  since_snapshot: z.number(),
  only_for: z.string().nullable(),
  stopped: z.string().nullable(),
});
const toJob = (raw: unknown): OfficeJob => {
  const r = jobRow.parse(raw);
  return {
    ...{ jobId: r.job_id, seq: r.seq, validSeq: r.valid_seq, lastBy: r.last_by, lastAt: r.last_at },
    ...{ sinceSnapshot: r.since_snapshot, onlyFor: r.only_for, stopped: r.stopped },
  };
};

export const officeJobs = (db: Db): OfficeJob[] =>
  prepared(db, 'SELECT * FROM office_job ORDER BY job_id').all().map(toJob);
export function officeJob(db: Db, jobId: Id): OfficeJob | null {
  const raw = prepared(db, 'SELECT * FROM office_job WHERE job_id = ?').get(jobId);
  return raw === undefined ? null : toJob(raw);
}

const kinds = ['begin', 'do', 'undo', 'redo', 'bin', 'back', 'only', 'secret', 'no-secret'] as const;
export type StepKind = (typeof kinds)[number];
export interface Waiting extends Pick<Pending, 'id' | 'label' | 'asked' | 'changes'> {
  jobId: Id;
  kind: StepKind;
  madeAt: string;
}

const changeSchema = z.array(
  z.object({ id: z.string(), before: recordSchema.nullable(), after: recordSchema.nullable() }),
);
const waitingRow = z.object({
  job_id: z.string(),
  step_id: z.string(),
  kind: z.enum(kinds),
  label: z.string(),
  asked: z.string(),
  changes: z.string(),
  made_at: z.string(),
});
/** @throws DamagedOutboxError */
function toWaiting(raw: unknown): Waiting {
  try {
    const r = waitingRow.parse(raw);
    return {
      ...{ jobId: r.job_id, id: r.step_id, kind: r.kind, label: r.label, madeAt: r.made_at },
      ...{
        asked: changeSchema.parse(JSON.parse(r.asked)),
        changes: changeSchema.parse(JSON.parse(r.changes)),
      },
    };
  } catch (error) {
    throw new DamagedOutboxError(error);
  }
}

/** The steps of a job that wait, in their order. */
export const waitingOf = (db: Db, jobId: Id): Waiting[] =>
  prepared(db, 'SELECT * FROM office_outbox WHERE job_id = ? ORDER BY position').all(jobId).map(toWaiting);
/** The first that waits, but for those that are on their way. */
export function firstWaiting(db: Db, jobId: Id, onTheWay: readonly string[] = []): Waiting | null {
  const raw = prepared(
    db,
    `SELECT * FROM office_outbox WHERE job_id = ? AND step_id NOT IN (SELECT value FROM json_each(?))
     ORDER BY position LIMIT 1`,
  ).get(jobId, JSON.stringify(onTheWay));
  return raw === undefined ? null : toWaiting(raw);
}
export const isWaiting = (db: Db, jobId: Id, stepId: string): boolean =>
  prepared(db, 'SELECT 1 FROM office_outbox WHERE job_id = ? AND step_id = ?').get(jobId, stepId) !==
  undefined;
const countRow = z.object({ n: z.number() });
/** How many steps wait, of all jobs. */
export const waitingCount = (db: Db): number =>
  countRow.parse(prepared(db, 'SELECT count(*) AS n FROM office_outbox').get()).n;
/** Jobs of which something waits, and nothing stops it. */
export const jobsToSend = (db: Db): Id[] =>
  z
    .array(z.object({ id: z.string() }))
    .parse(
      prepared(
        db,
        `SELECT job_id AS id FROM office_outbox JOIN office_job USING (job_id) WHERE stopped IS NULL
           GROUP BY job_id ORDER BY min(position)`,
      ).all(),
    )
    .map((r) => r.id);

export function addWaiting(db: Db, step: Waiting): void {
  prepared(
    db,
    `INSERT INTO office_outbox (job_id, step_id, kind, label, asked, changes, made_at) VALUES (?, ?, ?, ?, ?, ?, ?)`,
  ).run(
    ...[step.jobId, step.id, step.kind, step.label],
    ...[JSON.stringify(step.asked), JSON.stringify(step.changes), step.madeAt],
  );
}
export const dropWaiting = (db: Db, jobId: Id, stepId: string): boolean =>
  prepared(db, 'DELETE FROM office_outbox WHERE job_id = ? AND step_id = ?').run(jobId, stepId).changes > 0;

const baseRow = z.object({ id: z.string(), record: z.string().nullable() });

/** A job as the office has it: as here, but for what waiting steps changed. */
export function baseOf(db: Db, jobId: Id, job: Job): Job {
  const other = prepared(db, 'SELECT record_id AS id, record FROM office_base WHERE job_id = ?')
    .all(jobId)
    .map((raw) => baseRow.parse(raw));
  if (other.length === 0) return job;
  const records = new Map(job.byId);
  for (const { id, record } of other)
    if (record === null) records.delete(id);
    else records.set(id, recordSchema.parse(JSON.parse(record)));
  return jobFromRecords(records.values());
}

const putBase = (db: Db) =>
  prepared(
    db,
    `INSERT INTO office_base (job_id, record_id, record) VALUES (?, ?, ?)
     ON CONFLICT (job_id, record_id) DO UPDATE SET record = excluded.record`,
  );
const textOf = (record: AnyRecord | null): string | null => (record === null ? null : JSON.stringify(record));

/** Notes what the office has where it is not as here. */
export function keepBase(db: Db, jobId: Id, base: Job, job: Job): void {
  prepared(db, 'DELETE FROM office_base WHERE job_id = ?').run(jobId);
  const put = putBase(db);
  for (const { id, after } of differences(job, base)) put.run(jobId, id, textOf(after));
}

/** The office has what a step changed: where that is as here nothing is noted any more. */
export function moveBase(db: Db, jobId: Id, changes: readonly Change[]): void {
  const put = putBase(db);
  for (const { id, before, after } of changes) {
    const type = (after ?? before)?.type;
    const here = type === undefined ? null : selectRecord(db, jobId, type, id);
    if (same(here, after))
      prepared(db, 'DELETE FROM office_base WHERE job_id = ? AND record_id = ?').run(jobId, id);
    else put.run(jobId, id, textOf(after));
  }
}

/** What makes one state of a job of another. */
export function differences(from: Job, to: Job): Change[] {
  const changes: Change[] = [];
  for (const [id, before] of from.byId) {
    const after = to.byId.get(id) ?? null;
    if (after !== before && !same(after, before)) changes.push({ id, before, after });
  }
  for (const [id, after] of to.byId) if (!from.byId.has(id)) changes.push({ id, before: null, after });
  return changes;
}

/** Rooms follow from walls anew on every state: only those that came or went are asked for. */
function askedOf(changes: readonly Change[]): Change[] {
  const isWalls = changes.some((c) => [c.before, c.after].some((r) => r?.type === 'wall'));
  const follows = (c: Change) => c.before?.type === 'room' && c.after?.type === 'room';
  return changes.filter((c) => !isWalls || !follows(c));
}

/**
 * Puts a step of this laptop in the outbox, in the transaction that writes it to the job.
 * @throws TraineeError, NotYoursError where it may not be made.
 */
export function noteOwnStep(
  db: Db,
  before: Job,
  step: { id: string; kind: 'do' | 'undo' | 'redo'; edit: z.infer<typeof editSchema> },
  now: string,
): void {
  const jobId = before.info.id;
  const shared = officeJob(db, jobId);
  if (!shared) return;
  mayChange(db, shared);
  const changes = changesOf(before, step.edit);
  const { label } = step.edit;
  addWaiting(db, {
    ...{ jobId, id: step.id, kind: step.kind, label, madeAt: now },
    ...{ asked: askedOf(changes), changes },
  });
  const keep = prepared(db, 'INSERT OR IGNORE INTO office_base (job_id, record_id, record) VALUES (?, ?, ?)');
  for (const { id, before: was } of changes) keep.run(jobId, id, textOf(was));
}

function mayChange(db: Db, { onlyFor }: OfficeJob): void {
  const me = membershipOf(db);
  if (me?.role === 'trainee') throw new TraineeError();
  if (onlyFor !== null && me?.role !== 'office' && me?.laptopId !== onlyFor) throw new NotYoursError();
}

/**
 * Puts a job with the office: its state now is the first entry. Demonstrations and practice stay here.
 * @param knew the newest entry of the log before, where the office lost it.
 */
export function shareJob(db: Db, job: Job, now: string, knew = 0): void {
  const me = membershipOf(db);
  if (!me || me.role === 'trainee' || job.info.demo || job.info.practice !== null) return;
  const jobId = job.info.id;
  prepared(db, 'INSERT INTO office_job (job_id, seq) VALUES (?, 0)').run(jobId);
  const id = `begin-${globalThis.crypto.randomUUID()}`;
  addWaiting(db, { jobId, id, kind: 'begin', label: String(knew), asked: [], changes: [], madeAt: now });
  for (const secret of sealedOf(db, jobId)) noteWhole(db, jobId, 'secret', JSON.stringify(secret), now);
}

/**
 * A step that changes no record.
 * @param label of «only»: the laptop's id, empty = every crew; of «secret»: the sealed password as JSON, of «no-secret»: which one.
 */
export function noteWhole(
  db: Db,
  jobId: Id,
  kind: Exclude<StepKind, 'begin' | 'do' | 'undo' | 'redo'>,
  label: string,
  now: string,
): void {
  const shared = officeJob(db, jobId);
  if (!shared) return;
  mayChange(db, shared);
  const id = `${kind}-${globalThis.crypto.randomUUID()}`;
  addWaiting(db, { jobId, id, kind, label, asked: [], changes: [], madeAt: now });
}

const asideRow = z.object({ id: z.string(), label: z.string(), asked: z.string(), reason: z.string() });
export const asideOf = (db: Db, jobId: Id): Aside[] =>
  prepared(db, 'SELECT id, label, asked, reason FROM office_aside WHERE job_id = ? ORDER BY rowid')
    .all(jobId)
    .map((raw) => {
      const { asked, ...r } = asideRow.parse(raw);
      return { ...r, asked: changeSchema.parse(JSON.parse(asked)) };
    });

const clashRow = z.object({
  id: z.string(),
  record_id: z.string(),
  field: z.string().nullable(),
  mine: z.string(),
  theirs: z.string(),
  label: z.string(),
  changed_by: z.string(),
});
export const clashesOf = (db: Db, jobId: Id): Clash[] =>
  prepared(db, 'SELECT * FROM office_clash WHERE job_id = ? ORDER BY rowid')
    .all(jobId)
    .map((raw) => {
      const r = clashRow.parse(raw);
      return {
        ...{ id: r.id, recordId: r.record_id, field: r.field, label: r.label, by: r.changed_by },
        mine: JSON.parse(r.mine) as unknown,
        theirs: JSON.parse(r.theirs) as unknown,
      };
    });

export function keepAside(db: Db, jobId: Id, aside: readonly Aside[]): void {
  const put = prepared(
    db,
    'INSERT OR IGNORE INTO office_aside (job_id, id, label, asked, reason) VALUES (?, ?, ?, ?, ?)',
  );
  for (const a of aside) put.run(jobId, a.id, a.label, JSON.stringify(a.asked), a.reason);
}
export function keepClashes(db: Db, jobId: Id, clashes: readonly Clash[]): void {
  const put = prepared(
    db,
    `INSERT OR REPLACE INTO office_clash (job_id, id, record_id, field, mine, theirs, label, changed_by)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?)`,
  );
  const text = (value: unknown) => JSON.stringify(value ?? null);
  for (const c of clashes)
    put.run(jobId, c.id, c.recordId, c.field, text(c.mine), text(c.theirs), c.label, c.by);
}
export const dropAside = (db: Db, jobId: Id, id: string): void => {
  prepared(db, 'DELETE FROM office_aside WHERE job_id = ? AND id = ?').run(jobId, id);
};
export const dropClash = (db: Db, jobId: Id, id: string): void => {
  prepared(db, 'DELETE FROM office_clash WHERE job_id = ? AND id = ?').run(jobId, id);
};
export const stopJob = (db: Db, jobId: Id, why: string | null): void => {
  prepared(db, 'UPDATE office_job SET stopped = ? WHERE job_id = ?').run(why, jobId);
};

/** A job that is not here, and was brought back on another laptop: it is fetched whole. */
export const want = (db: Db, jobId: Id): void => {
  prepared(db, 'INSERT OR IGNORE INTO office_want (job_id) VALUES (?)').run(jobId);
};
export const dropWant = (db: Db, jobId: Id): void => {
  prepared(db, 'DELETE FROM office_want WHERE job_id = ?').run(jobId);
};
export const isWanted = (db: Db, jobId: Id): boolean =>
  prepared(db, 'SELECT 1 FROM office_want WHERE job_id = ?').get(jobId) !== undefined;
export const wanted = (db: Db): Id[] =>
  z
    .array(z.object({ id: z.string() }))
    .parse(prepared(db, 'SELECT job_id AS id FROM office_want').all())
    .map((r) => r.id);
