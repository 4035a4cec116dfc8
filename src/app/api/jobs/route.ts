import { randomInt, randomUUID } from 'node:crypto';
import { withOwnSet } from '@/core/papers/ownSet';
import { newJob, newJobSchema } from '@/core/templates/newJob';
import { upkeep } from '@/server/backup';
import { ownSet } from '@/server/business';
import { database } from '@/server/database';
import { handle, readJson } from '@/server/http';
import { insertJob } from '@/server/jobs';
import { jobRow, jobRows } from '@/server/summary';

export const dynamic = 'force-dynamic';

/** All jobs in short, the bin included. */
export const GET = () =>
  handle(() => {
    void upkeep();
    return Response.json(jobRows(database()));
  });

/** Makes a job from the form. */
export const POST = (request: Request) =>
  handle(async () => {
    const form = await readJson(request, newJobSchema, 20_000);
    const db = database();
    const now = new Date().toISOString();
    const id = `job-${randomUUID()}`;
    const made = newJob(form, { id, createdOn: now.slice(0, 10), seed: randomInt(2 ** 31 - 1) });
    insertJob(db, withOwnSet(made, ownSet(db)), now);
    return Response.json(jobRow(db, { id }), { status: 201 });
  });
