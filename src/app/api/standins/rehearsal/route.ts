import { z } from 'zod';
import { database } from '@/server/database';
import { handle, readJson } from '@/server/http';
import { loadJob } from '@/server/jobs';
import { rehearse } from '@/standins/rehearsal';

const body = z.strictObject({ jobId: z.string().max(64), startIso: z.iso.datetime() });

/** SIMULATED: the whole runbook of a stored job against simulated units; the job itself stays as it is. */
export const POST = (request: Request) =>
  handle(async () => {
    const { jobId, startIso } = await readJson(request, body, 2000);
    return Response.json(rehearse(loadJob(database(), jobId).job, startIso));
  });
