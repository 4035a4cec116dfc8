/** The result of a practice job: the truth from the server, the better plan from the planning worker, the score. */
import * as Comlink from 'comlink';
import { z } from 'zod';
import type { Job } from '@/core/job/job';
import { recordSchema } from '@/core/job/records';
import type { BetterPlan, PracticeScore } from '@/core/practice/score';
import { ask } from '@/client/store/api';
import { startPlanning } from '@/workers/client';

const truthSchema = z.object({
  truth: z.array(recordSchema),
  needs: z.array(z.object({ spotId: z.string(), share: z.number() })),
  moves: z.int(),
});

/** Works out the result; some seconds. @throws ApiError, TypeError when the server can't be reached */
export async function practiceResult(job: Job): Promise<PracticeScore> {
  const { truth, needs, moves } = await ask(truthSchema, `/api/jobs/${job.info.id}/practice`);
  const { api, stop } = startPlanning();
  try {
    const ignore = Comlink.proxy(() => undefined);
    const { proposals } = await api.plan(truth, {}, ignore, ignore);
    const least = proposals.find((p) => p.kind === 'least cost');
    const best: BetterPlan | null = least
      ? {
          costEur: least.costEur,
          minutes: least.minutes,
          met: least.met,
          spots: least.spots,
          units: least.units.map((u) => `${u.product} ${u.place} (${u.link})`),
        }
      : null;
    const { practiceScore } = await import('@/core/practice/score');
    return practiceScore(job, needs, moves, best);
  } finally {
    stop();
  }
}
