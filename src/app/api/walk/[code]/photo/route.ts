import { database } from '@/server/database';
import { keepPicture } from '@/server/files';
import { handle, readBytes } from '@/server/http';
import { mostPhoneBody } from '@/server/sharing/limits';
import { shareByCode } from '@/server/sharing/shares';

/** Keeps a photo of a step with the job; the same photo is kept once. */
export const POST = (request: Request, { params }: { params: Promise<{ code: string }> }) =>
  handle(async () => {
    const share = shareByCode(database(), (await params).code, new Date().toISOString());
    return Response.json(keepPicture(database(), share.jobId, await readBytes(request, mostPhoneBody.photo)));
  });
