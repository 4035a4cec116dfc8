import { randomUUID } from 'node:crypto';
import { renameJob } from '@/core/job/job';
import { database } from '@/server/database';
import { handle } from '@/server/http';
import { copyFiles } from '@/server/files';
import { insertJob, loadJob } from '@/server/jobs';
import { copyName } from '@/server/naming';
import { jobRow } from '@/server/summary';

/** Makes a copy of a job, readings and files included. */
export const POST = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  handle(async () => {
    const db = database();
    const { job } = loadJob(db, (await params).id);
    const id = `job-${randomUUID()}`;
    db.transaction(() => {
      insertJob(db, renameJob(job, id, copyName(job.info.name)), new Date().toISOString());
      copyFiles(db, job.info.id, id);
    }).immediate();
    return Response.json(jobRow(db, { id }), { status: 201 });
  });
