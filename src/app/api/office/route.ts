import { z } from 'zod';
import { database, dataFolder } from '@/server/database';
import { handle, readJson } from '@/server/http';
import { joinFirm, leaveFirm } from '@/server/office/join';
import { officeView } from '@/server/office/officeView';
import { crew } from '@/server/office/running';

export const dynamic = 'force-dynamic';

const joining = z.strictObject({ code: z.string().max(6000), name: z.string().trim().min(1).max(80) });

/** Which firm this laptop belongs to, whether the office is there, and what waits. */
export const GET = () => handle(() => Response.json(officeView(database(), crew())));

/** Joins a firm with a code. */
export const POST = (request: Request) =>
  handle(async () => {
    const { code, name } = await readJson(request, joining, 20_000);
    await joinFirm(database(), dataFolder(), code, name, new Date().toISOString());
    crew()?.nudge();
    return Response.json(officeView(database(), crew()), { status: 201 });
  });

/** Leaves it. */
export const DELETE = () =>
  handle(() => {
    leaveFirm(database(), dataFolder());
    return Response.json(officeView(database(), crew()));
  });
