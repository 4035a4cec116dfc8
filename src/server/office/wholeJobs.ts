/** Jobs as a whole: the state beside the log, beginning with one, and what becomes of a job when the office was restored from an old copy. */
import { z } from 'zod';
import { applyEdit } from '@/core/job/edits';
import { jobFromRecords } from '@/core/job/job';
import type { Id } from '@/core/job/records';
import { caughtUp, openSync, type Pending, renewed, type Sync } from '@/core/sync/sync';
import { setBinned } from '../bin';
import type { Db } from '../database';
import { headOf, insertJob, jobExists, keepInCache } from '../jobs';
import { sealedOf } from '../sealed';
import { keepSecret } from '../secrets';
import { counting, type Numbered } from './chain';
import { editsOf, isOwnKind, jobOf, keepSync, moveAside, noteEntry, recordsOf } from './laptopLog';
import type { Membership } from './membership';
import { messageVersion, type Snapshot, UnreadableError } from './messages';
import * as outbox from './outbox';

const newest = z.string();

/** The state of a job at the newest entry that is known of it. */
export function snapshotOf(db: Db, me: Membership, shared: outbox.OfficeJob, now: string): Snapshot {
  const id = db.prepare('SELECT entry_id FROM office_seen WHERE seq = ?').pluck().get(shared.seq);
  return {
    ...{ v: messageVersion, by: { id: me.laptopId, name: me.laptopName }, at: now },
    ...{
      ...{ seq: shared.seq, validSeq: shared.validSeq },
      entryId: newest.parse(id),
      binned: headOf(db, shared.jobId).deletedAt !== null,
      onlyFor: shared.onlyFor,
    },
    secrets: sealedOf(db, shared.jobId),
    records: recordsOf(db, shared.jobId),
  };
}

/** Begins with a job as it is at the office, where this laptop has none of it. */
export function takeSnapshot(db: Db, me: Membership, jobId: Id, snapshot: Snapshot, now: string): void {
  db.transaction(() => {
    if (outbox.officeJob(db, jobId)) return;
    if (jobExists(db, jobId)) moveAside(db, me, jobId, now);
    insertJob(db, jobFromRecords(snapshot.records), now, { fromOffice: true });
    db.prepare(
      'INSERT INTO office_job (job_id, seq, valid_seq, last_by, last_at, only_for) VALUES (?, ?, ?, ?, ?, ?)',
    ).run(jobId, snapshot.seq, snapshot.validSeq, snapshot.by.name, snapshot.at, snapshot.onlyFor);
    noteEntry(db, jobId, snapshot.seq, snapshot.entryId);
    for (const secret of snapshot.secrets) keepSecret(db, jobId, secret, now, { fromOffice: true });
    if (snapshot.binned) setBinned(db, jobId, now, { fromOffice: true });
  }).immediate();
}

/**
 * The office was restored from an old copy: from the newest entry on that both have, what this laptop knows beyond it goes there
 * again as one step, put on what others wrote there since; fields that both changed are told.
 * @param entries of the job at the office, from its beginning on; none = it does not know the job.
 */
export function afterRestore(
  db: Db,
  me: Membership,
  jobId: Id,
  entries: readonly Numbered[],
  now: string,
): void {
  db.transaction(() => {
    const seen = db.prepare('SELECT 1 FROM office_seen WHERE seq = ? AND job_id = ? AND entry_id = ?');
    // what lies before an entry that both have, both have
    const both = entries.findLastIndex((e) => seen.get(e.seq, jobId, e.entry.id) !== undefined) + 1;
    const [first] = entries;
    const job = jobOf(db, jobId);
    const knew = outbox.officeJob(db, jobId)?.seq ?? 0;
    const forget = () => {
      for (const table of ['office_job', 'office_base', 'office_outbox', 'office_seen'])
        db.prepare(`DELETE FROM ${table} WHERE job_id = ?`).run(jobId);
    };
    if (first?.entry.kind !== 'begin') {
      forget();
      if (me.role !== 'trainee') outbox.shareJob(db, job, now, knew);
      return;
    }
    const start = jobFromRecords(first.entry.records);
    const counted = counting(entries);
    // where another laptop began the log anew: it knew more than this one, or less
    const ancestor =
      both > 0
        ? editsOf(counted.filter((e) => entries.indexOf(e) < both)).reduce(
            (j, e) => applyEdit(j, e.edit).job,
            start,
          )
        : first.entry.knew >= knew
          ? outbox.baseOf(db, jobId, job)
          : start;
    const asked = outbox.differences(ancestor, job);
    const step: Pending = {
      ...{ id: `again-${globalThis.crypto.randomUUID()}`, kind: 'do', of: null },
      ...{ label: 'What the office had lost', asked, changes: asked },
    };
    const stored = { job: ancestor, incarnation: '', revision: 0, savedAt: '' };
    const open: Sync = { ...openSync(stored), job, queue: asked.length ? [step] : [] };
    const sync = both > 0 ? open : renewed(open, { ...stored, job: start }, new Set());
    const later = editsOf(counted.filter((e) => entries.indexOf(e) >= both)).map((e, i) => ({
      ...e,
      revision: i + 1,
    }));
    const next = caughtUp(sync, later, now);
    if (!next) throw new UnreadableError(false);
    const whole = outbox.waitingOf(db, jobId).filter((w) => !isOwnKind(w) && w.kind !== 'begin');
    forget();
    db.prepare('INSERT INTO office_job (job_id, seq, valid_seq) VALUES (?, ?, ?)').run(
      ...[jobId, entries.at(-1)?.seq ?? 0, counted.at(-1)?.seq ?? 0],
    );
    for (const { seq, entry } of entries) noteEntry(db, jobId, seq, entry.id);
    for (const q of next.queue) outbox.addWaiting(db, { ...q, jobId, madeAt: now });
    for (const w of whole) outbox.addWaiting(db, w);
    keepSync(db, jobId, job, next, 'What others did at the office', 'office', `restored-${step.id}`, now);
  }).immediate();
  keepInCache(db, jobId, null);
}
