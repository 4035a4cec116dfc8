import { database } from '@/server/database';
import { handle, readJson } from '@/server/http';
import { phoneRunsSchema, receiveRuns } from '@/server/sharing/phoneReadings';
import { shareByCode } from '@/server/sharing/shares';

/** Runs of a phone; each is told whether it was taken, known already, or refused and why. */
export const POST = (request: Request, { params }: { params: Promise<{ code: string }> }) =>
  handle(async () => {
    const now = new Date().toISOString();
    const share = shareByCode(database(), (await params).code, now);
    const { runs, sentAt } = await readJson(request, phoneRunsSchema, 500_000);
    return Response.json({ received: receiveRuns(database(), share.jobId, runs, now, sentAt) });
  });
