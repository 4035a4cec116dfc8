import { z } from 'zod';
import { database } from '@/server/database';
import { handle, readJson } from '@/server/http';
import { knownEdits } from '@/server/editLog';
import { headOf } from '@/server/jobs';

const body = z.strictObject({ ids: z.array(z.string().max(80)).max(500) });

/** Which of these edits are stored: for a window that was closed before it heard. */
export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  handle(async () => {
    const { id } = await params;
    const { ids } = await readJson(request, body, 100_000);
    const db = database();
    headOf(db, id);
    return Response.json({ known: knownEdits(db, id, ids) });
  });
