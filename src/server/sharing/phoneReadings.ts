/** Takes what a phone measured on its walk into the job. */
import { z } from 'zod';
import { find, get } from '@/core/job/job';
import { type Id, type Reading, schemas } from '@/core/job/records';
import { timeProblem } from '@/core/proof/doubtfulRun';
import { nextRun, noteRun } from '@/core/proof/noteRun';
import type { Db } from '../database';
import { editJob, loadJob } from '../jobs';

const { shape } = schemas.reading;

/** A run as a phone sends it: its own id, so that what is sent twice counts once; the run number is given here. */
export const phoneRunSchema = z.strictObject({
  id: shape.id,
  spotId: shape.spotId,
  phase: shape.phase,
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
  jitterMs: shape.jitterMs,
  lossPct: shape.lossPct,
  linkMbps: shape.linkMbps,
});
export type PhoneRun = z.infer<typeof phoneRunSchema>;
export const phoneRunsSchema = z.strictObject({ runs: z.array(z.unknown()).min(1).max(200) });

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

/** What is wrong with a run that is one by its form, or null. */
function problemOf(run: PhoneRun, spotThere: boolean, deviceThere: boolean, now: string): string | null {
  if (!spotThere) return `There is no spot ${run.spotId} in this job any more.`;
  if (!deviceThere) return `There is no device ${run.deviceId} in this job any more.`;
  if (run.connected && run.downMbps === null) return 'A run that connected has a download figure.';
  const late = timeProblem(run.takenAt, now);
  return late && `The phone’s clock is wrong: ${late}.`;
}

/**
 * Adds runs to a job in one edit. A run that is there already is known and changes nothing; one that is
 * wrong is refused by itself, the others are taken.
 * @throws NoSuchJobError
 */
export function receiveRuns(db: Db, jobId: Id, raw: readonly unknown[], now: string): Received[] {
  return db
    .transaction((): Received[] => {
      const { job, revision } = loadJob(db, jobId);
      const put: Reading[] = [];
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
        if (job.byId.has(id) || put.some((r) => r.id === id)) return { id, state: 'known' };
        const deviceThere = figures.deviceId === null || !!find(job, 'device', figures.deviceId);
        const message = problemOf(parsed.data, !!find(job, 'spot', spotId), deviceThere, now);
        if (message) return { id, state: 'refused', message };
        const run = nextRun([...job.readings, ...put], spotId, phase);
        put.push(noteRun(job, get(job, 'spot', spotId), phase, run, figures, id));
        return { id, state: 'taken' };
      });
      if (put.length) {
        const numbers = [...new Set(put.map((r) => get(job, 'spot', r.spotId).number))].sort((a, b) => a - b);
        const label = `${put.length === 1 ? 'A run' : `${put.length} runs`} from the phone, spot ${numbers.join(', ')}`;
        editJob(
          db,
          jobId,
          { kind: 'do', revision, edit: { label: label.slice(0, 120), put, remove: [] } },
          now,
        );
      }
      return out;
    })
    .immediate();
}

export const phoneWalkSchema = schemas.roamWalk.omit({ type: true });

/** Takes a walk from unit to unit; one that is there already changes nothing. @throws EditError when a spot is gone. */
export function receiveWalk(db: Db, jobId: Id, walk: z.infer<typeof phoneWalkSchema>, now: string): void {
  const { job, revision } = loadJob(db, jobId);
  if (job.byId.has(walk.id)) return;
  const record = schemas.roamWalk.parse({ type: 'roamWalk', ...walk });
  editJob(
    db,
    jobId,
    {
      kind: 'do',
      revision,
      edit: { label: `Walk from the phone: ${walk.name}`.slice(0, 120), put: [record], remove: [] },
    },
    now,
  );
}
