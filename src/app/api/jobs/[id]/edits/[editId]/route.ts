import { database } from '@/server/database';
import { handle } from '@/server/http';
import { loggedEdit } from '@/server/editLog';

export const dynamic = 'force-dynamic';

/** One edit of the log, with what takes it back. */
export const GET = (_: Request, { params }: { params: Promise<{ id: string; editId: string }> }) =>
  handle(async () => {
    const { id, editId } = await params;
    return Response.json(loggedEdit(database(), id, editId));
  });
