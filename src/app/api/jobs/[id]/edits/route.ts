import { database } from '@/server/database';
import { handle, readJson } from '@/server/http';
import { editJob, editRequestSchema } from '@/server/jobs';

/** Applies an edit, undo or redo, made on a known revision. */
export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  handle(async () => {
    const body = await readJson(request, editRequestSchema);
    return Response.json(editJob(database(), (await params).id, body, new Date().toISOString()));
  });
