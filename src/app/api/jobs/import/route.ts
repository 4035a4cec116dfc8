import { join } from 'node:path';
import { mostFilesBytes } from '@/core/job/limits';
import { database } from '@/server/database';
import { handle } from '@/server/http';
import { importJob } from '@/server/jobFiles';
import { bodyToFile, withScratch } from '@/server/scratch';
import { jobRow } from '@/server/summary';

/** Largest file taken, bytes: a job with all the pictures that it can have. */
const limitBytes = Math.round(1.4 * mostFilesBytes);

/** Takes a job file, JSON or zip. A job whose id is known comes in beside it as a copy. */
export const POST = (request: Request) =>
  handle(() =>
    withScratch(async (folder) => {
      const file = join(folder, 'job');
      await bodyToFile(request, file, limitBytes);
      const db = database();
      const id = await importJob(db, file, new Date().toISOString());
      return Response.json(jobRow(db, { id }), { status: 201 });
    }),
  );
