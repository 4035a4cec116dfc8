import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import { putOne } from '@/core/job/edits';
import { schemas } from '@/core/job/records';
import { database } from '@/server/database';
import { changeJob } from '@/server/editLog';
import { handle, readJson } from '@/server/http';
import { jobRow } from '@/server/summary';

const { nextAction, nextOn } = schemas.job.shape;
/** What is not said stays as it is. */
const body = z.strictObject({
  nextAction: nextAction.unwrap().optional(),
  nextOn: nextOn.unwrap().optional(),
});

/** Notes what comes next with a job, from the list of jobs. */
export const PUT = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  handle(async () => {
    const { id } = await params;
    const said = await readJson(request, body, 5_000);
    const next = {
      ...(said.nextAction !== undefined && { nextAction: said.nextAction }),
      ...(said.nextOn !== undefined && { nextOn: said.nextOn }),
    };
    const db = database();
    changeJob(db, id, new Date().toISOString(), ({ job }) => ({
      step: {
        ...{ id: `next-${randomUUID()}`, author: 'list', kind: 'do', of: null },
        edit: putOne('What comes next', { ...job.info, ...next }),
      },
      answer: () => undefined,
    }));
    return Response.json(jobRow(db, { id }));
  });
