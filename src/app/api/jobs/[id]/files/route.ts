import { database } from '@/server/database';
import { mostFileBytes } from '@/core/job/limits';
import { keepPicture } from '@/server/files';
import { handle, readBytes } from '@/server/http';
import { loadJob } from '@/server/jobs';

/** Keeps a picture of the job: PNG or JPEG, told by its bytes. */
export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  handle(async () => {
    const { id } = await params;
    const bytes = await readBytes(request, mostFileBytes);
    const db = database();
    loadJob(db, id);
    return Response.json(keepPicture(db, id, bytes), { status: 201 });
  });
