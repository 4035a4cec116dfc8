import { z } from 'zod';
import { database } from '@/server/database';
import { handle } from '@/server/http';
import { emptyBin } from '@/server/bin';

const job = z.string().min(1).max(64).nullable();

/** Removes binned jobs for good: one, or all of them. */
export const DELETE = (request: Request) =>
  handle(() => {
    const one = job.parse(new URL(request.url).searchParams.get('job'));
    return Response.json(emptyBin(database(), one));
  });
