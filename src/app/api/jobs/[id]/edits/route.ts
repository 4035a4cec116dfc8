import { z } from 'zod';
import { upkeep } from '@/server/backup';
import { database } from '@/server/database';
import { handle, readJson } from '@/server/http';
import { editJob, editRequestSchema, editsSince } from '@/server/editLog';
import { crew } from '@/server/office/running';

export const dynamic = 'force-dynamic';

type Context = { params: Promise<{ id: string }> };

/** The most that one edit weighs, bytes: 5000 records of a drawing. */
const mostBytes = 4_000_000;

const known = z.object({ since: z.coerce.number().int().min(0), incarnation: z.string().max(64) });

/** What was stored after a revision. */
export const GET = (request: Request, { params }: Context) =>
  handle(async () => {
    const { since, incarnation } = known.parse(Object.fromEntries(new URL(request.url).searchParams));
    return Response.json(editsSince(database(), (await params).id, { incarnation, revision: since }));
  });

/** Applies an edit, undo or redo, made on a known revision; sent again it answers the same. */
export const POST = (request: Request, { params }: Context) =>
  handle(async () => {
    const body = await readJson(request, editRequestSchema, mostBytes);
    const answer = editJob(database(), (await params).id, body, new Date().toISOString());
    void upkeep();
    crew()?.nudge();
    return Response.json(answer);
  });
