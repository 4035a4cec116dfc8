import { z } from 'zod';
import { handle, readJson } from '@/server/http';
import { closeSharing, openSharing, sharingState } from '@/server/sharing/sharing';

export const dynamic = 'force-dynamic';

const jobId = z.string().min(1).max(64);
const hostOf = (request: Request) => request.headers.get('host');
const asked = (request: Request) => jobId.parse(new URL(request.url).searchParams.get('job'));

/** Is a job open to phones? */
export const GET = (request: Request) =>
  handle(async () => Response.json(await sharingState(asked(request), hostOf(request))));

/** Opens a job to phones on the local network. */
export const POST = (request: Request) =>
  handle(async () => {
    const body = await readJson(request, z.strictObject({ jobId }), 1000);
    return Response.json(await openSharing(body.jobId, hostOf(request)));
  });

/** Closes it again; the code is never valid again. */
export const DELETE = (request: Request) =>
  handle(async () => Response.json(await closeSharing(asked(request))));
