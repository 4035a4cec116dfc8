/** Takes what a phone did of the runbook into the job: merged step by step, whoever ends one first has ended it. */
import { z } from 'zod';
import { freeRunId } from '@/core/install/runActions';
import { mergeRun } from '@/core/install/mergeRun';
import { type Id, type StepRun, schemas } from '@/core/job/records';
import type { Db } from '../database';
import { changeJob } from '../editLog';
import { fromPhone } from './phoneReadings';
import { isKnownWord, keepWords, onOurClock } from './phoneWords';

/** One word on a step: its own id, the step as it is now on the phone, and as the phone had seen it before. */
export const phoneStepSchema = z.strictObject({
  id: schemas.stepRun.shape.id,
  run: schemas.stepRun,
  base: schemas.stepRun.nullable(),
});
export type PhoneStep = z.infer<typeof phoneStepSchema>;
export const phoneStepsSchema = z.strictObject({
  words: z.array(phoneStepSchema).min(1).max(100),
  /** The phone's clock as it sends. */
  sentAt: z.iso.datetime(),
});

export interface StepReceived {
  id: Id;
  stepKey: string;
  state: 'taken' | 'known' | 'older' | 'ended-before';
  message?: string;
}

const times = ['startedAt', 'handsFreeAt', 'doneAt', 'windowAt', 'changedAt'] as const;

/** The times that the phone set, on the clock of this machine; those it had seen stay as they are. */
function timed(run: StepRun, base: StepRun | null, sentAt: string, now: string): StepRun {
  const out = { ...run };
  for (const field of times) {
    const at = run[field];
    if (at !== null && at !== base?.[field]) out[field] = onOurClock(at, sentAt, now);
  }
  return out;
}

/** Merges steps in one edit. Sent twice, they count once. @throws NoSuchJobError */
export function receiveSteps(
  db: Db,
  jobId: Id,
  sent: readonly PhoneStep[],
  now: string,
  sentAt: string = now,
): StepReceived[] {
  return changeJob(db, jobId, now, ({ job }) => {
    const put = new Map<string, StepRun>();
    const words: Id[] = [];
    const out = sent.map(({ id, run, base }): StepReceived => {
      const { stepKey } = run;
      if (words.includes(id) || isKnownWord(db, jobId, 'step', id)) return { id, stepKey, state: 'known' };
      words.push(id);
      const had = put.get(stepKey) ?? job.stepRuns.find((r) => r.stepKey === stepKey) ?? null;
      const { merged, state } = mergeRun(had, timed(run, base, sentAt, now), base);
      // a record keeps its id; a new one gets the id of its step, whatever the phone calls it
      if (merged !== had) put.set(stepKey, { ...merged, stepKey, id: had?.id ?? freeRunId(job, stepKey) });
      return {
        id,
        stepKey,
        state,
        ...(state === 'ended-before' && {
          message: `${had?.by || 'Someone'} had ended this step already.`,
        }),
      };
    });
    if (words.length) keepWords(db, jobId, 'step', words);
    if (put.size === 0) return { step: null, answer: () => out };
    const label = `Steps from the phone: ${put.size}`;
    return { step: fromPhone({ label, put: [...put.values()], remove: [] }), answer: () => out };
  });
}
