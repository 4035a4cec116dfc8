/** What a laptop does first when it reaches the office: is it the same log still, and what lies between? */
import { DeliverPolicy } from '@nats-io/jetstream';
import type { Id } from '@/core/job/records';
import { ApartError, type Numbered } from './chain';
import * as log from './laptopLog';
import { noteSeq } from './membership';
import { decode, entrySchema, snapshotSchema, UnreadableError } from './messages';
import { mostTogether, RefusedError, type Work } from './officeLink';
import * as outbox from './outbox';
import * as subjects from './subjects';
import * as whole from './wholeJobs';

/** Is it the firm's own log, and does it go on from what is known here? Who is new begins with the states beside it. */
export async function begin(work: Work): Promise<void> {
  const { link, me, db } = work;
  const { config, state } = await link.jsm.streams.info(subjects.jobsStream);
  if (config.description !== me.firmId)
    throw new RefusedError(
      'The office at this address belongs to another firm. Nothing was sent or taken in.',
    );
  const store = db();
  const known = store
    .prepare('SELECT seq, entry_id AS id FROM office_seen ORDER BY seq DESC LIMIT 1')
    .get() as { seq: number; id: string } | undefined;
  const wentBack = state.last_seq < me.seq || (known !== undefined && !(await isThere(work, known)));
  if (wentBack) await recover(work);
  else if (me.seq === 0) await beginNew(work);
  for (const { jobId, stopped, seq } of outbox.officeJobs(store)) {
    if (stopped === null) continue;
    // a newer program may read what an older one could not
    outbox.stopJob(store, jobId, null);
    await takeAll(work, jobId, seq);
  }
}

async function isThere({ link }: Work, { seq, id }: { seq: number; id: string }): Promise<boolean> {
  const message = await link.jsm.streams.getMessage(subjects.jobsStream, { seq });
  if (!message) return false;
  try {
    return decode(entrySchema, message.data).id === id;
  } catch (error) {
    if (error instanceof UnreadableError) return false;
    throw error;
  }
}

/** Job by job what is not here yet: also of those that were begun with before, where this was broken off. */
async function beginNew(work: Work): Promise<void> {
  const { link, db } = work;
  const { state } = await link.jsm.streams.info(subjects.jobsStream, { subjects_filter: '>' });
  for (const subject of Object.keys(state.subjects ?? {})) {
    await takeWhole(work, subjects.jobIdOf(subject));
  }
  noteSeq(db(), state.last_seq);
}

/** All that is missing here of a job; of one that is not here at all the state beside the log, and what came after it. */
export async function takeWhole(work: Work, jobId: Id): Promise<void> {
  const { link, me, db, now } = work;
  const shared = outbox.officeJob(db(), jobId);
  if (shared) return takeAll(work, jobId, shared.seq);
  const message = await link.jsm.streams.getMessage(subjects.snapshotsStream, {
    last_by_subj: subjects.snapshotSubject(jobId),
  });
  try {
    if (message) whole.takeSnapshot(db(), me, jobId, decode(snapshotSchema, message.data), now());
  } catch (error) {
    // without it the log is read from its beginning
    if (!(error instanceof UnreadableError)) throw error;
  }
  await takeAll(work, jobId, outbox.officeJob(db(), jobId)?.seq ?? 0);
}

/** All entries of a job after one. */
async function entriesOf({ link }: Work, jobId: Id, after: number): Promise<Numbered[]> {
  const subject = subjects.jobSubject(jobId);
  const last = await link.jsm.streams.getMessage(subjects.jobsStream, { last_by_subj: subject });
  const entries: Numbered[] = [];
  if (!last || last.seq <= after) return entries;
  const consumer = await link.js.consumers.get(subjects.jobsStream, {
    filter_subjects: subject,
    deliver_policy: DeliverPolicy.StartSequence,
    opt_start_seq: after + 1,
  });
  for await (const message of await consumer.consume({ max_messages: mostTogether })) {
    entries.push({ seq: message.seq, entry: decode(entrySchema, message.data) });
    if (message.seq >= last.seq) return entries;
  }
  // a connection that is cut ends the reading without an error
  throw new Error('The office stopped answering.');
}

async function takeAll(work: Work, jobId: Id, after: number): Promise<void> {
  const { me, db, now } = work;
  try {
    log.takeIn(db(), me, jobId, await entriesOf(work, jobId, after), now(), { isWhole: true });
  } catch (error) {
    if (!(error instanceof UnreadableError)) throw error;
    outbox.stopJob(db(), jobId, error.message);
  }
}

/** The office was restored from an old copy: each job is put on what it has now. */
async function recover(work: Work): Promise<void> {
  const { link, me, db, now } = work;
  const { state } = await link.jsm.streams.info(subjects.jobsStream);
  for (const { jobId } of outbox.officeJobs(db()))
    try {
      whole.afterRestore(db(), me, jobId, await entriesOf(work, jobId, 0), now());
    } catch (error) {
      if (!(error instanceof UnreadableError || error instanceof ApartError)) throw error;
      outbox.stopJob(db(), jobId, error.message);
    }
  await beginNew(work);
  noteSeq(db(), state.last_seq);
}
