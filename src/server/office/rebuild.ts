/** The log of an office made anew from the database of a laptop that has the jobs. */
import { jetstream } from '@nats-io/jetstream';
import type { NatsConnection } from '@nats-io/transport-node';
import type { Db } from '../database';
import { headOf } from '../jobs';
import { sendFiles, fileIdsOf } from './crewFiles';
import { entryOf } from './laptopLog';
import { membershipOf } from './membership';
import { encode } from './messages';
import * as outbox from './outbox';
import { jobSubject } from './subjects';

/** The laptop's database belongs to no firm, or to another. */
export class NotOursError extends Error {}

/**
 * Puts each job that the log lacks there as the laptop's office had it; steps that wait on the laptop stay there and are sent
 * by itself. Jobs that the log has are left as they are.
 * @returns how many were put there, and how many were there. @throws NotOursError
 */
export async function rebuildFrom(
  db: Db,
  nc: NatsConnection,
  firmId: string,
  now: string,
): Promise<{ put: number; there: number }> {
  const me = membershipOf(db);
  if (!me)
    throw new NotOursError('This database belongs to no firm. Give the data folder of a laptop that does.');
  if (me.firmId !== firmId)
    throw new NotOursError(
      `This database belongs to ${me.firmName}, which is another firm. Nothing was changed.`,
    );
  const js = jetstream(nc);
  let [put, there] = [0, 0];
  for (const shared of outbox.officeJobs(db)) {
    const { jobId } = shared;
    if (shared.seq === 0) continue;
    const step = {
      ...{ jobId, id: `again-${jobId}`.slice(0, 80), kind: 'begin' as const, label: String(shared.seq) },
      ...{ asked: [], changes: [], madeAt: now },
    };
    const entry = entryOf(db, me, step, 0);
    try {
      await sendFiles(db, { nc }, jobId, fileIdsOf(entry));
      const { seq } = await js.publish(jobSubject(jobId), encode(entry), {
        expect: { lastSubjectSequence: 0 },
      });
      put++;
      if (headOf(db, jobId).deletedAt === null) continue;
      const bin = { ...step, id: `bin-${step.id}`.slice(0, 80), kind: 'bin' as const, label: '' };
      await js.publish(jobSubject(jobId), encode(entryOf(db, me, bin, seq)), {
        expect: { lastSubjectSequence: seq },
      });
    } catch (error) {
      if (!/wrong last sequence/.test(String(error))) throw error;
      there++;
    }
  }
  return { put, there };
}
