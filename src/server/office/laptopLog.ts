/** The laptop's side of the log: what comes from the office is put under what waits here, entry by entry. */
import { type Job, jobFromRecords, renameJob } from '@/core/job/job';
import type { AnyRecord, Id } from '@/core/job/records';
import { editOfChanges, same } from '@/core/sync/changes';
import { caughtUp, editOf, type Logged, openSync, type Pending, refused, type Sync } from '@/core/sync/sync';
import { setBinned } from '../bin';
import { type Db, prepared } from '../database';
import { writeFromOffice } from '../editLog';
import { dropSecret, keepSecret } from '../secrets';
import { secretSchema } from '../sealed';
import { headOf, insertJob, jobExists, keepInCache, readJob } from '../jobs';
import { ApartError, GapError, judged, type Numbered } from './chain';
import { messageVersion, type Entry } from './messages';
import { type Membership } from './membership';
import * as outbox from './outbox';

const short = (words: string): string => words.slice(0, 120);
/** Who made it and when, as a clash tells it. */
const byline = ({ by, at }: Entry): string => short(`${by.name}, ${at.slice(0, 16).replace('T', ' ')} UTC`);

/** A job binned or not; its log is written whether or not it is in the bin. */
export function jobOf(db: Db, jobId: Id): Job {
  return readJob(db, headOf(db, jobId));
}

export const isOwnKind = (step: outbox.Waiting): step is outbox.Waiting & Pick<Pending, 'kind'> =>
  step.kind === 'do' || step.kind === 'undo' || step.kind === 'redo';

/** The laptop as a window in front of the office: what is there, and what waits here. */
function syncOf(db: Db, jobId: Id, job: Job): Sync {
  const queue = outbox
    .waitingOf(db, jobId)
    .filter(isOwnKind)
    .map(({ id, kind, label, asked, changes }): Pending => ({ id, kind, of: null, label, asked, changes }));
  const base = outbox.baseOf(db, jobId, job);
  const stored = { job: base, incarnation: '', revision: 0, savedAt: '' };
  return { ...openSync(stored), job, queue };
}

/** Writes what has become of waiting steps, and the job as it is now. */
export function keepSync(
  db: Db,
  jobId: Id,
  before: Job,
  next: Sync,
  label: string,
  by: string,
  id: string,
  now: string,
) {
  const had = outbox.waitingOf(db, jobId);
  const queued = new Map(next.queue.map((q) => [q.id, q]));
  for (const step of had) if (isOwnKind(step)) outbox.dropWaiting(db, jobId, step.id);
  // steps for the job as a whole keep their place before those of the same time
  for (const step of had) {
    const now = queued.get(step.id);
    if (now) outbox.addWaiting(db, { ...step, asked: now.asked, changes: now.changes });
  }
  outbox.keepAside(db, jobId, next.aside);
  outbox.keepClashes(db, jobId, next.clashes);
  const changes = outbox.differences(before, next.job);
  if (changes.length) {
    const author = `office:${by}`.replace(/[^A-Za-z0-9._:-]/g, '-').slice(0, 80);
    writeFromOffice(db, jobId, editOfChanges(label, changes), { id, author }, now);
  }
  outbox.keepBase(db, jobId, next.base, jobOf(db, jobId));
}

/**
 * Takes in entries of one job that follow what is known of it, in one transaction; those that are known count once.
 * A job of which an entry does not fit stops, and nothing of it is written. Where one is missing between, all are asked for.
 * @param options.isWhole these are all that the office has after what is known: a gap is a fault of the log.
 */
export function takeIn(
  db: Db,
  me: Membership,
  jobId: Id,
  entries: readonly Numbered[],
  now: string,
  { isWhole = false } = {},
): void {
  try {
    db.transaction(() => {
      const shared = outbox.officeJob(db, jobId);
      if (shared?.stopped) return;
      for (const row of rowsOf(judged(shared ?? { seq: 0, validSeq: 0 }, entries)))
        takeRow(db, me, jobId, row, now);
    }).immediate();
  } catch (error) {
    // what was read meanwhile may be of the transaction that was taken back
    keepInCache(db, jobId, null);
    if (error instanceof GapError && !isWhole) return outbox.want(db, jobId);
    if (!(error instanceof ApartError || error instanceof outbox.DamagedOutboxError)) throw error;
    outbox.stopJob(db, jobId, error.message);
  }
}

/** Edits in a row that count are taken in together. */
function rowsOf(
  some: readonly { one: Numbered; counts: boolean }[],
): { entries: Numbered[]; counts: boolean }[] {
  const rows: { entries: Numbered[]; counts: boolean }[] = [];
  for (const { one, counts } of some) {
    const last = rows.at(-1);
    const isMore =
      last?.counts && counts && last.entries[0]?.entry.kind === 'edit' && one.entry.kind === 'edit';
    if (isMore) last.entries.push(one);
    else rows.push({ entries: [one], counts });
  }
  return rows;
}

function takeRow(
  db: Db,
  me: Membership,
  jobId: Id,
  { entries, counts }: { entries: readonly Numbered[]; counts: boolean },
  now: string,
): void {
  const [first, last] = [entries[0], entries.at(-1)];
  if (!first || !last) return;
  if (counts) takeCounting(db, me, jobId, first.entry, entries, now);
  prepared(
    db,
    `UPDATE office_job SET seq = ?, valid_seq = iif(?, ?, valid_seq), last_by = ?, last_at = ?,
     since_snapshot = since_snapshot + ? WHERE job_id = ?`,
  ).run(last.seq, Number(counts), last.seq, last.entry.by.name, last.entry.at, entries.length, jobId);
  for (const { seq, entry } of entries) noteEntry(db, jobId, seq, entry.id);
}

function takeCounting(
  db: Db,
  me: Membership,
  jobId: Id,
  entry: Entry,
  entries: readonly Numbered[],
  now: string,
): void {
  if (entry.kind === 'begin') return begin(db, me, jobId, entry, now);
  if (!outbox.officeJob(db, jobId)) throw new ApartError('its beginning is missing at the office');
  if (entry.kind === 'edit') return takeEdits(db, jobId, entries.slice(ownFirst(db, jobId, entries)), now);
  const isOwn = outbox.dropWaiting(db, jobId, entry.id);
  if (entry.kind === 'only')
    prepared(db, 'UPDATE office_job SET only_for = ? WHERE job_id = ?').run(entry.laptopId, jobId);
  // what comes back from here is done here, and may have been changed again since
  else if (isOwn) return;
  else if (entry.kind === 'secret' || entry.kind === 'no-secret') takeSecret(db, jobId, entry, now);
  else if ((headOf(db, jobId).deletedAt === null) === (entry.kind === 'bin'))
    setBinned(db, jobId, entry.kind === 'bin' ? now : null, { fromOffice: true });
}

/** A password that was entered on two laptops: the one that came first stands, and the other is told. */
function takeSecret(
  db: Db,
  jobId: Id,
  entry: Extract<Entry, { kind: 'secret' | 'no-secret' }>,
  now: string,
): void {
  const kind = entry.kind === 'secret' ? entry.secret.kind : entry.of;
  for (const step of outbox.waitingOf(db, jobId))
    if (step.kind === 'secret' && secretSchema.parse(JSON.parse(step.label)).kind === kind) {
      outbox.dropWaiting(db, jobId, step.id);
      const reason = `${byline(entry)} changed this password too; theirs stands. Enter yours again if it is the right one.`;
      outbox.keepAside(db, jobId, [{ id: step.id, label: `Password: ${kind}`, asked: [], reason }]);
    }
  if (entry.kind === 'secret') keepSecret(db, jobId, entry.secret, now, { fromOffice: true });
  else dropSecret(db, jobId, kind, now, { fromOffice: true });
}

function begin(
  db: Db,
  me: Membership,
  jobId: Id,
  entry: Extract<Entry, { kind: 'begin' }>,
  now: string,
): void {
  const shared = outbox.officeJob(db, jobId);
  if (shared && outbox.dropWaiting(db, jobId, entry.id)) return;
  const records = jobFromRecords(entry.records);
  if (jobExists(db, jobId)) {
    if (outbox.differences(jobOf(db, jobId), records).length === 0) {
      // the same job, brought in on two laptops
      db.prepare('DELETE FROM office_job WHERE job_id = ?').run(jobId);
      db.prepare('DELETE FROM office_outbox WHERE job_id = ?').run(jobId);
      db.prepare('INSERT INTO office_job (job_id, seq) VALUES (?, 0)').run(jobId);
      return;
    }
    moveAside(db, me, jobId, now);
  }
  insertJob(db, records, now, { fromOffice: true });
  db.prepare('INSERT INTO office_job (job_id, seq) VALUES (?, 0)').run(jobId);
}

/** A job of this laptop whose id another one has at the office goes on under a new id. */
export function moveAside(db: Db, me: Membership, jobId: Id, now: string): void {
  const job = jobOf(db, jobId);
  const id = `job-${globalThis.crypto.randomUUID()}`;
  insertJob(db, renameJob(job, id, short(`${job.info.name} (of ${me.laptopName})`)), now);
  db.prepare(
    'INSERT INTO job_file (job_id, id, mime, bytes) SELECT ?, id, mime, bytes FROM job_file WHERE job_id = ?',
  ).run(id, jobId);
  db.prepare('DELETE FROM job_head WHERE id = ?').run(jobId);
  keepInCache(db, jobId, null);
}

/** Own steps that come back as they were sent, before all else: the office has them. @returns how many. */
function ownFirst(db: Db, jobId: Id, entries: readonly Numbered[]): number {
  let count = 0;
  for (const { entry } of entries) {
    const step = outbox.firstWaiting(db, jobId);
    if (!step || !isOwnKind(step) || step.id !== entry.id || entry.kind !== 'edit') break;
    if (!same(editOf({ ...step, of: null }), entry.edit)) break;
    outbox.dropWaiting(db, jobId, step.id);
    outbox.moveBase(db, jobId, step.changes);
    count++;
  }
  return count;
}

function takeEdits(db: Db, jobId: Id, entries: readonly Numbered[], now: string): void {
  if (entries.length === 0) return;
  const job = jobOf(db, jobId);
  const sync = syncOf(db, jobId, job);
  const logged = editsOf(entries);
  const next = caughtUp(sync, logged, now);
  if (!next) throw new ApartError('what the office has does not fit to what is here');
  const [newest] = logged.slice(-1);
  const names = [...new Set(entries.map((e) => e.entry.by.name))].join(', ');
  const label = logged.length === 1 && newest ? newest.edit.label : `${logged.length} steps of ${names}`;
  const id = `office-${entries.at(-1)?.seq ?? 0}-${globalThis.crypto.randomUUID().slice(0, 8)}`;
  keepSync(db, jobId, job, next, short(label), names, id, now);
}

/** The office takes a step never: it is set aside with its reason, and what hangs on it too. */
export function setAside(db: Db, jobId: Id, step: outbox.Waiting, reason: string, now: string): void {
  db.transaction(() => {
    const job = jobOf(db, jobId);
    if (!isOwnKind(step)) {
      outbox.dropWaiting(db, jobId, step.id);
      return;
    }
    const next = refused(syncOf(db, jobId, job), step.id, reason);
    const id = `aside-${globalThis.crypto.randomUUID()}`;
    keepSync(db, jobId, job, next, short(`Not taken by the office: ${step.label}`), 'office', id, now);
  }).immediate();
}

/** The entry that a waiting step is sent as. @param after place of the entry of the job that it follows. */
export function entryOf(db: Db, me: Membership, step: outbox.Waiting, after: number): Entry {
  const head = {
    v: messageVersion,
    id: step.id,
    by: { id: me.laptopId, name: me.laptopName },
    ...{ at: step.madeAt, after },
  } as const;
  switch (step.kind) {
    case 'begin':
      return { ...head, kind: 'begin', records: recordsOf(db, step.jobId), knew: Number(step.label) || 0 };
    case 'bin':
    case 'back':
      return { ...head, kind: step.kind };
    case 'secret':
      return { ...head, kind: 'secret', secret: secretSchema.parse(JSON.parse(step.label)) };
    case 'no-secret':
      return { ...head, kind: 'no-secret', of: step.label };
    case 'only':
      return { ...head, kind: 'only', laptopId: step.label || null };
    case 'do':
    case 'undo':
    case 'redo':
      return {
        ...head,
        kind: 'edit',
        edit: editOf({ ...step, kind: step.kind, of: null }),
      };
  }
}

export const recordsOf = (db: Db, jobId: Id): AnyRecord[] => [
  ...outbox.baseOf(db, jobId, jobOf(db, jobId)).byId.values(),
];

export const editsOf = (entries: readonly Numbered[]): Logged[] =>
  entries.flatMap(({ entry }, i): Logged[] =>
    entry.kind === 'edit' ? [{ id: entry.id, revision: i + 1, author: byline(entry), edit: entry.edit }] : [],
  );

export const noteEntry = (db: Db, jobId: Id, seq: number, entryId: string): void => {
  prepared(db, 'INSERT OR REPLACE INTO office_seen (seq, job_id, entry_id) VALUES (?, ?, ?)').run(
    seq,
    jobId,
    entryId,
  );
};
