import { z } from 'zod';
import { database } from '@/server/database';
import { handle, readJson } from '@/server/http';
import { loadJob } from '@/server/jobs';
import { simulatedUnits, trueLinks } from '@/standins/simulatedUnits';

const body = z.strictObject({
  jobId: z.string().max(64),
  atS: z.number().min(0).max(1e6),
  events: z
    .array(
      z.strictObject({
        atS: z.number().min(0).max(1e6),
        unitId: z.string().max(64),
        act: z.enum(['plug-bench', 'plug-place', 'unplug', 'app-looks', 'press', 'update', 'reset']),
      }),
    )
    .max(2000),
});

/** The true links of the job asked for last, while it stays as it is. */
let known: { key: string; links: ReturnType<typeof trueLinks> } | null = null;

/** SIMULATED: what the pages of all units would say at a moment of a rehearsal. */
export const POST = (request: Request) =>
  handle(async () => {
    const { jobId, atS, events } = await readJson(request, body, 300_000);
    const { job, revision } = loadJob(database(), jobId);
    const key = `${jobId} ${revision}`;
    if (known?.key !== key) known = { key, links: trueLinks(job) };
    return Response.json({ units: simulatedUnits(job, events, atS, known.links) });
  });
