import { z } from 'zod';
import { find } from '@/core/job/job';
import { schemas } from '@/core/job/records';
import { JobFileError } from '@/core/job/jobFile';
import { database } from '@/server/database';
import { handle, readJson } from '@/server/http';
import { loadJob } from '@/server/jobs';
import { simulatedReadings } from '@/standins/simulatedReadings';

const body = z.strictObject({
  jobId: z.string().max(64),
  spotIds: z.array(z.string().max(64)).min(1).max(200),
  phase: schemas.reading.shape.phase,
  roundId: schemas.reading.shape.roundId,
  runs: z.int().min(1).max(20),
});

/** SIMULATED speed tests at spots of a stored job. Returns readings; the window adds them as an edit. */
export const POST = (request: Request) =>
  handle(async () => {
    const { jobId, spotIds, phase, roundId, runs } = await readJson(request, body, 20_000);
    const { job } = loadJob(database(), jobId);
    const unknown = spotIds.findIndex((id) => !find(job, 'spot', id));
    if (unknown >= 0)
      throw new JobFileError([
        { path: `spotIds.${unknown}`, message: `there is no spot with the id ${spotIds[unknown]}` },
      ]);
    if ((phase === 'later') !== (roundId !== null && find(job, 'testRound', roundId) !== undefined))
      throw new JobFileError([{ path: 'roundId', message: 'a later run is of a round that the job has' }]);
    const now = new Date().toISOString();
    return Response.json({
      readings: spotIds.flatMap((id) => simulatedReadings(job, id, phase, runs, now, roundId)),
    });
  });
