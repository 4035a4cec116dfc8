/** The log of a job: edits stored once, in order, each on the state before it; what was missed; what can be undone. */
import { z } from 'zod';
import { applyEdit, type Edit, editSchema } from '@/core/job/edits';
import { type History, historyOf } from '@/core/job/history';
import type { Job } from '@/core/job/job';
import type { Id } from '@/core/job/records';
import { assertInPlace, type Db, prepared } from './database';
import { headOf, type JobHead, keepInCache, loadJob, NoSuchJobError, readJob, type StoredJob } from './jobs';
import { noteOwnStep } from './office/outbox';
import { deleteRecord, upsertRecord } from './recordTable';

/** The edit was made on another revision than the newest; nothing was changed. */
export class ConflictError extends Error {
  constructor(readonly at: Pick<JobHead, 'incarnation' | 'revision'>) {
    super('This job was changed meanwhile: what was changed has to be fetched first.');
    this.name = 'ConflictError';
  }
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
  const raw = prepared(
    db,
    'SELECT revision, made_at AS savedAt FROM edits WHERE job_id = ? AND edit_id = ?',
  ).get(id, editId);
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

type Step = Pick<EditRequest, 'id' | 'author' | 'kind' | 'of' | 'edit'> & {
  /** It comes from the office, and does not go there again. */
  fromOffice?: true;
};

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

/** Writes what comes from the office, to a job in the bin too. Within a transaction of the caller's, who forgets the job where that is taken back. */
export function writeFromOffice(
  db: Db,
  id: Id,
  edit: Edit,
  by: { id: string; author: string },
  now: string,
): void {
  const head = headOf(db, id);
  const stored = { job: readJob(db, head), ...head };
  const step: Step = { ...by, kind: 'do', of: null, edit, fromOffice: true };
  keepInCache(db, id, { incarnation: head.incarnation, ...appendEdit(db, id, stored, step, now) });
}

function appendEdit(
  db: Db,
  id: Id,
  { job, revision }: StoredJob,
  { id: editId, author, kind, of, edit, fromOffice }: Step,
  now: string,
): { job: Job; revision: number } {
  const { job: next, inverse } = applyEdit(job, edit);
  if (!fromOffice) noteOwnStep(db, job, { id: editId, kind, edit }, now);
  for (const removed of edit.remove) {
    const record = job.byId.get(removed);
    if (record) deleteRecord(db, id, record.type, removed);
  }
  for (const record of edit.put) upsertRecord(db, id, record);
  const to = revision + 1;
  prepared(
    db,
    `INSERT INTO edits (job_id, revision, edit_id, author, kind, of_id, label, edit, inverse, made_at)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
  ).run(id, to, editId, author, kind, of, edit.label, JSON.stringify(edit), JSON.stringify(inverse), now);
  prepared(db, 'UPDATE job_head SET revision = ?, saved_at = ? WHERE id = ?').run(to, now, id);
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
  if (head.deletedAt !== null) throw new NoSuchJobError(id, 'bin');
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

/** All edits of a job with what takes them back, in their order. Read one after the other: a log can be long. */
export function* allEdits(db: Db, id: Id): Generator<{ edit: Edit; inverse: Edit }> {
  const rows = db.prepare('SELECT edit, inverse FROM edits WHERE job_id = ? ORDER BY revision').iterate(id);
  for (const raw of rows) {
    const { edit, inverse } = storedEdit.parse(raw);
    yield { edit: readEdit(edit), inverse: readEdit(inverse) };
  }
}

/** There is no such edit in the log. */
export class NoSuchEditError extends Error {
  constructor() {
    super('This step is not in the log of the job.');
    this.name = 'NoSuchEditError';
  }
}
