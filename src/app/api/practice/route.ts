import { database } from '@/server/database';
import { handle, readJson } from '@/server/http';
import { practiceRequest, startPractice } from '@/server/practice';
import { jobRow } from '@/server/summary';

/** Makes a job of a practice house. */
export const POST = (request: Request) =>
  handle(async () => {
    const asked = await readJson(request, practiceRequest, 2000);
    const db = database();
    const id = startPractice(db, asked, new Date().toISOString());
    return Response.json(jobRow(db, { id }), { status: 201 });
  });
