import { randomUUID } from 'node:crypto';
import { renameJob } from '@/core/job/job';
import { database } from '@/server/database';
import { handle } from '@/server/http';
import { filesOf } from '@/server/files';
import { headOf, insertJob, loadJob } from '@/server/jobs';
import { copyName } from '@/server/naming';
import { storedSummary } from '@/server/summary';

/** Makes a copy of a job, readings included. */
export const POST = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  handle(async () => {
    const db = database();
    const { job } = loadJob(db, (await params).id);
    const id = `job-${randomUUID()}`;
    const files = filesOf(db, job.info.id).map((f) => f.bytes);
    insertJob(db, renameJob(job, id, copyName(job.info.name)), new Date().toISOString(), files);
    return Response.json(storedSummary(db, headOf(db, id)), { status: 201 });
  });
