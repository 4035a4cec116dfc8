/** Takes what a phone did of the runbook into the job: the newest word on a step counts, whoever ends it first has ended it. */
import { z } from 'zod';
import { type StepRun, schemas } from '@/core/job/records';
import { mergeRun } from '@/core/install/mergeRun';
import type { Id } from '@/core/job/records';
import type { Db } from '../database';
import { editJob, loadJob } from '../jobs';

export const phoneStepsSchema = z.strictObject({ runs: z.array(schemas.stepRun).min(1).max(100) });

export interface StepReceived {
  stepKey: string;
  state: 'taken' | 'older' | 'ended-before';
  message?: string;
}

/** Merges steps in one edit. Sent twice, they count once. @throws NoSuchJobError */
export function receiveSteps(db: Db, jobId: Id, sent: readonly StepRun[], now: string): StepReceived[] {
  return db
    .transaction((): StepReceived[] => {
      const { job, revision } = loadJob(db, jobId);
      const put = new Map<string, StepRun>();
      const out = sent.map((run): StepReceived => {
        const had = put.get(run.stepKey) ?? job.stepRuns.find((r) => r.stepKey === run.stepKey) ?? null;
        const { merged, state } = mergeRun(had, run);
        if (merged !== had) put.set(run.stepKey, { ...merged, id: had?.id ?? merged.id });
        return {
          stepKey: run.stepKey,
          state,
          ...(state === 'ended-before' &&
            had && { message: `${had.by || 'Someone'} had ended this step already.` }),
        };
      });
      if (put.size)
        editJob(
          db,
          jobId,
          {
            kind: 'do',
            revision,
            edit: { label: `Steps from the phone: ${put.size}`, put: [...put.values()], remove: [] },
          },
          now,
        );
      return out;
    })
    .immediate();
}
