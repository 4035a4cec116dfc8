/** Takes what a phone measured on its walk into the job. */
import { z } from 'zod';
import { randomUUID } from 'node:crypto';
import { find, get, type Job } from '@/core/job/job';
import { type Id, type Reading, schemas } from '@/core/job/records';
import type { Edit } from '@/core/job/edits';
import { nextRun, noteRun } from '@/core/proof/noteRun';
import type { Db } from '../database';
import { changeJob } from '../editLog';
import { isKnownWord, keepWords, onOurClock } from './phoneWords';

const { shape } = schemas.reading;

/** A run as a phone sends it: its own id, so that what is sent twice counts once; the run number is given here. */
export const phoneRunSchema = z.strictObject({
  id: shape.id,
  spotId: shape.spotId,
  phase: shape.phase,
  roundId: shape.roundId,
  takenAt: shape.takenAt,
  deviceId: shape.deviceId,
  connected: shape.connected,
  downMbps: shape.downMbps,
  upMbps: shape.upMbps,
  latencyMs: shape.latencyMs,
  rssiDbm: shape.rssiDbm,
  source: z.enum(['measured', 'typed', 'simulated']),
  measures: z.enum(['house', 'street']),
  server: z.string().max(120),
  heightM: shape.heightM,
  loadedMs: shape.loadedMs,
  loadedUpMs: shape.loadedUpMs,
  silenceMs: shape.silenceMs,
  remarks: shape.remarks,
  jitterMs: shape.jitterMs,
  lossPct: shape.lossPct,
  linkMbps: shape.linkMbps,
  networkName: shape.networkName,
  onUnitId: shape.onUnitId,
  onBand: shape.onBand,
  togetherId: shape.togetherId,
});
export type PhoneRun = z.infer<typeof phoneRunSchema>;
export const phoneRunsSchema = z.strictObject({
  runs: z.array(z.unknown()).min(1).max(200),
  /** The phone's clock as it sends. */
  sentAt: z.iso.datetime().optional(),
});

/** What became of each run sent, by its id; `message` says why one is refused. */
export interface Received {
  id: Id;
  state: 'taken' | 'known' | 'refused';
  message?: string;
}

const idOf = (raw: unknown): Id =>
  z
    .object({ id: z.string().max(64) })
    .catch({ id: '?' })
    .parse(raw).id;

const mostRuns = shape.run.maxValue ?? 999;

/** What is wrong with a run that is one by its form, or null. */
function problemOf(
  job: Job,
  { spotId, deviceId, connected, downMbps, phase, roundId }: PhoneRun,
  run: number,
): string | null {
  if (!find(job, 'spot', spotId)) return `There is no spot ${spotId} in this job any more.`;
  if (deviceId !== null && !find(job, 'device', deviceId))
    return `There is no device ${deviceId} in this job any more.`;
  if ((phase === 'later') !== (roundId !== null) || (roundId !== null && !find(job, 'testRound', roundId)))
    return 'This round of tests is not in the job any more.';
  if (connected && downMbps === null) return 'A run that connected has a download figure.';
  return run > mostRuns ? `This spot has ${mostRuns} runs, the most that it can have.` : null;
}

/** An id for a record: the phone's own, unless something else in the job has it. */
const freeRecordId = (job: Job, wished: Id, also: readonly { id: Id }[] = []): Id =>
  job.byId.has(wished) || also.some((r) => r.id === wished) ? `rd-${randomUUID()}` : wished;

/**
 * Adds runs to a job in one edit. A run that this phone has sent before is known and changes nothing; one
 * that is wrong is refused by itself, the others are taken.
 * @param sentAt the phone's clock as it sent them: only differences to it count.
 * @throws NoSuchJobError
 */
export function receiveRuns(
  db: Db,
  jobId: Id,
  raw: readonly unknown[],
  now: string,
  sentAt: string = now,
): Received[] {
  return changeJob(db, jobId, now, ({ job }) => {
    const put: Reading[] = [];
    const words: Id[] = [];
    const out = raw.map((one): Received => {
      const parsed = phoneRunSchema.safeParse(one);
      if (!parsed.success) {
        const issue = parsed.error.issues[0];
        return {
          id: idOf(one),
          state: 'refused',
          message: `${issue?.path.join('.') ?? ''}: ${issue?.message ?? 'not a run'}`,
        };
      }
      const { id, spotId, phase, ...figures } = parsed.data;
      if (words.includes(id) || isKnownWord(db, jobId, 'run', id)) return { id, state: 'known' };
      const run = nextRun([...job.readings, ...put], spotId, phase, figures.roundId);
      const message = problemOf(job, parsed.data, run);
      if (message) return { id, state: 'refused', message };
      const takenAt = onOurClock(figures.takenAt, sentAt, now);
      const spot = get(job, 'spot', spotId);
      put.push(noteRun(job, spot, phase, run, { ...figures, takenAt }, freeRecordId(job, id, put)));
      words.push(id);
      return { id, state: 'taken' };
    });
    if (put.length === 0) return { step: null, answer: () => out };
    keepWords(db, jobId, 'run', words);
    const numbers = [...new Set(put.map((r) => get(job, 'spot', r.spotId).number))].sort((a, b) => a - b);
    const label = `${put.length === 1 ? 'A run' : `${put.length} runs`} from the phone, spot ${numbers.join(', ')}`;
    return { step: fromPhone({ label: label.slice(0, 120), put, remove: [] }), answer: () => out };
  });
}

/** An edit of a phone: undo at the desk does not reach it. */
export const fromPhone = (edit: Edit) => ({
  id: `phone-${randomUUID()}`,
  author: 'phone',
  kind: 'do' as const,
  of: null,
  edit,
});

export const phoneWalkSchema = schemas.roamWalk
  .omit({ type: true })
  .extend({ sentAt: z.iso.datetime().optional() });

/** Takes a walk from unit to unit; one that was sent before changes nothing. @throws EditError when a spot is gone. */
export function receiveWalk(
  db: Db,
  jobId: Id,
  { sentAt, ...walk }: z.infer<typeof phoneWalkSchema>,
  now: string,
): void {
  changeJob(db, jobId, now, ({ job }) => {
    if (isKnownWord(db, jobId, 'walk', walk.id)) return { step: null, answer: () => undefined };
    keepWords(db, jobId, 'walk', [walk.id]);
    const record = schemas.roamWalk.parse({
      type: 'roamWalk',
      ...walk,
      id: freeRecordId(job, walk.id),
      takenAt: onOurClock(walk.takenAt, sentAt ?? now, now),
    });
    const label = `Walk from the phone: ${walk.name}`.slice(0, 120);
    return { step: fromPhone({ label, put: [record], remove: [] }), answer: () => undefined };
  });
}
