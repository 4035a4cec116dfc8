import { database } from '@/server/database';
import { handle, readJson } from '@/server/http';
import { phoneWalkSchema, receiveWalk } from '@/server/sharing/phoneReadings';
import { shareByCode } from '@/server/sharing/shares';

/** A walk from unit to unit. Sent twice, it counts once. */
export const POST = (request: Request, { params }: { params: Promise<{ code: string }> }) =>
  handle(async () => {
    const now = new Date().toISOString();
    const share = shareByCode(database(), (await params).code, now);
    receiveWalk(database(), share.jobId, await readJson(request, phoneWalkSchema, 900_000), now);
    return Response.json({ taken: true });
  });
