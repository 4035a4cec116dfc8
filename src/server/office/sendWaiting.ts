/** Sends the edits that wait on a laptop, each at its expected place, and now and then a job's state. */
import type { Id } from '@/core/job/records';
import { fileIdsOf, sendFiles } from './crewFiles';
import * as log from './laptopLog';
import type { Membership } from './membership';
import { encode } from './messages';
import { isTaken, messageOf, type Work } from './officeLink';
import * as outbox from './outbox';
import * as subjects from './subjects';
import * as whole from './wholeJobs';

/** Jobs of which steps are sent side by side. */
const sideBySide = 8;
/** After so many entries a job's state is put beside the log. */
const snapshotEvery = 200;

/** Sends what waits, some jobs side by side, each in its order. */
export async function sendWaiting(work: Work): Promise<void> {
  const { db } = work;
  const jobs = outbox.jobsToSend(db());
  const one = async () => {
    for (let id = jobs.shift(); id !== undefined; id = jobs.shift())
      try {
        await sendJob(work, id);
      } catch (error) {
        if (!(error instanceof outbox.DamagedOutboxError)) throw error;
        outbox.stopJob(db(), id, error.message);
      }
  };
  await Promise.all(Array.from({ length: sideBySide }, one));
}

async function sendJob(work: Work, jobId: Id): Promise<void> {
  const { link, me, db, now, stopped, flight } = work;
  while (!stopped() && !link.nc.isClosed()) {
    const store = db();
    const shared = outbox.officeJob(store, jobId);
    if (!shared || shared.stopped !== null) return;
    const sent = flight.of(jobId, shared.seq, (id) => outbox.isWaiting(store, jobId, id));
    if (sent.isBroken) return;
    const isFirst = sent.places.size === 0;
    if (isFirst) await snapshot(work, shared);
    const step = outbox.firstWaiting(store, jobId, [...sent.places.keys()]);
    if (!step) return;
    // made on what was sent before it; else on the newest that counts, at the end of all that are known
    const [after, place] = isFirst ? [shared.validSeq, shared.seq] : [sent.seq, sent.seq];
    const entry = log.entryOf(store, me, step, after);
    // files first: who reads the step finds them
    await sendFiles(store, link, jobId, fileIdsOf(step.kind === 'begin' ? entry : step.changes));
    try {
      const { seq, duplicate } = await link.js.publish(subjects.jobSubject(jobId), encode(entry), {
        // put on something else it is another entry
        msgID: `${jobId} ${step.id} ${after}`,
        expect: { lastSubjectSequence: place },
      });
      // it is there from before, after entries that are on their way here
      if (duplicate) return waitForOthers(work, shared);
      // it counts here when it comes back, after all that lie before it
      flight.sent(jobId, step.id, seq);
    } catch (error) {
      // what came in between is on its way here
      if (isTaken(error)) return waitForOthers(work, shared);
      if (/Permissions Violation/i.test(messageOf(error))) {
        log.setAside(store, jobId, step, refusedWords(shared, me), now());
        continue;
      }
      if (/maximum payload|MAX_PAYLOAD/i.test(messageOf(error))) {
        outbox.stopJob(store, jobId, 'it is too large for the office');
        return;
      }
      throw error;
    }
  }
}

/** What came between is on its way here. Where it does not come for so long, all that is missing is asked for, ms. */
const mostWaitMs = 3000;
function waitForOthers({ db, blocked }: Work, { jobId, seq }: outbox.OfficeJob): void {
  const since = blocked.get(jobId);
  if (since?.seq !== seq) blocked.set(jobId, { seq, atMs: Date.now() });
  else if (Date.now() - since.atMs > mostWaitMs) {
    blocked.delete(jobId);
    outbox.want(db(), jobId);
  }
}

/** The state of a job beside its log, now and then. */
async function snapshot({ link, me, db, now }: Work, shared: outbox.OfficeJob): Promise<void> {
  if (shared.sinceSnapshot < snapshotEvery) return;
  const store = db();
  const state = whole.snapshotOf(store, me, shared, now());
  await link.js.publish(subjects.snapshotSubject(shared.jobId), encode(state));
  store.prepare('UPDATE office_job SET since_snapshot = 0 WHERE job_id = ?').run(shared.jobId);
}

const refusedWords = ({ onlyFor }: outbox.OfficeJob, me: Membership): string =>
  me.role === 'trainee'
    ? 'a trainee can’t change a job of the firm'
    : onlyFor !== null
      ? 'this job is set to another crew'
      : 'the office does not let this laptop change the job';
