import { renameJob } from '@/core/job/job';
import { readJobFile } from '@/core/job/jobFile';
import { database } from '@/server/database';
import { handle, readText } from '@/server/http';
import { headOf, insertJob } from '@/server/jobs';
import { copyName, freeId } from '@/server/naming';
import { storedSummary } from '@/server/summary';

/** Largest job file taken, bytes. */
const limitBytes = 60_000_000;

/** Takes a job file. A job whose id is known comes in beside it as a copy. */
export const POST = (request: Request) =>
  handle(async () => {
    const { job, files } = readJobFile(await readText(request, limitBytes));
    const db = database();
    const id = freeId(db, job.info.id);
    const name = id === job.info.id ? job.info.name : copyName(job.info.name);
    insertJob(
      db,
      renameJob(job, id, name),
      new Date().toISOString(),
      files.map((f) => Buffer.from(f.base64, 'base64')),
    );
    return Response.json(storedSummary(db, headOf(db, id)), { status: 201 });
  });
