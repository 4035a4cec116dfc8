/** Where a walk begins when its job is first there: what the phone kept, what was chosen, and where to stand. */
import { find, type Job } from '@/core/job/job';
import type { Reading } from '@/core/job/records';
import type { RoundOf } from '@/core/proof/rounds';
import { choiceKey, choiceSchema, kept, nothing, waitingKey, waitingSchema } from './walkKept';
import { runsAt, runsWanted } from './walkRuns';
import type { WalkState } from './walkState';

const isProven = (job: Job) =>
  job.readings.some((r) => r.phase === 'after') ||
  job.spots.every((s) => job.readings.some((r) => r.spotId === s.id));

/** @param now the walk with the job in it. @param asked phase that the link names; null = as the readings suggest. */
export function openedWith(now: WalkState, job: Job, asked: Reading['phase'] | null): Partial<WalkState> {
  const had = kept(waitingKey(job.info.id), waitingSchema) ?? nothing;
  const { waiting } = now;
  const opened = {
    waiting: {
      runs: [...had.runs, ...waiting.runs],
      roams: [...had.roams, ...waiting.roams],
      steps: [...had.steps, ...waiting.steps],
      refused: had.refused,
    },
    phase: asked ?? (isProven(job) ? ('after' as const) : ('before' as const)),
    roundId: null,
    simulated: job.info.demo,
    deviceId: job.info.testDeviceId ?? job.devices[0]?.id ?? null,
  };
  const choice = kept(choiceKey(now.code), choiceSchema);
  if (!choice || (asked && asked !== choice.phase)) return { ...opened, ...toDo({ ...now, ...opened }) };
  const { deviceId, spotId } = choice;
  const chosen = {
    ...opened,
    ...choice,
    deviceId: deviceId && job.byId.has(deviceId) ? deviceId : opened.deviceId,
    ...roundIn(job, choice),
  };
  return spotId && job.byId.has(spotId)
    ? chosen
    : { ...chosen, spotId: now.spotId, ...toDo({ ...now, ...chosen }) };
}

/** The round that was chosen; after the work where it is not in the job any more. */
const roundIn = (job: Job, { phase, roundId }: RoundOf): RoundOf =>
  phase === 'later' && !find(job, 'testRound', roundId)
    ? { phase: 'after', roundId: null }
    : { phase, roundId };

/** The first spot that does not have its runs. */
function toDo(now: WalkState): Partial<WalkState> {
  const spotId = now.order.find((id) => runsAt(now, id, now).length < runsWanted);
  return spotId ? { spotId } : {};
}
