import { database } from '@/server/database';
import { handle, readJson } from '@/server/http';
import { phoneStepsSchema, receiveSteps } from '@/server/sharing/phoneSteps';
import { shareByCode } from '@/server/sharing/shares';

/** What a phone did of the runbook; each step is told whether it was taken. */
export const POST = (request: Request, { params }: { params: Promise<{ code: string }> }) =>
  handle(async () => {
    const now = new Date().toISOString();
    const share = shareByCode(database(), (await params).code, now);
    const { words, sentAt } = await readJson(request, phoneStepsSchema, 900_000);
    return Response.json({ received: receiveSteps(database(), share.jobId, words, now, sentAt) });
  });
