import { mostUndo } from '@/core/sync/sync';
import { database } from '@/server/database';
import { handle } from '@/server/http';
import { historyFor } from '@/server/editLog';
import { headOf } from '@/server/jobs';

export const dynamic = 'force-dynamic';

/** What a window can undo and redo, newest last. */
export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  handle(async () => {
    const { id } = await params;
    const author = new URL(request.url).searchParams.get('author') ?? '';
    const db = database();
    headOf(db, id);
    const { undo, redo } = historyFor(db, id, author);
    return Response.json({ undo: undo.slice(-mostUndo), redo: redo.slice(-mostUndo) });
  });
