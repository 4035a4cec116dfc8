import { database } from '@/server/database';
import { handle } from '@/server/http';
import { shareByCode } from '@/server/sharing/shares';
import { walkOf } from '@/server/sharing/sharing';

export const dynamic = 'force-dynamic';

/** What a phone needs for its walk. */
export const GET = (_: Request, { params }: { params: Promise<{ code: string }> }) =>
  handle(async () => {
    const share = shareByCode(database(), (await params).code, new Date().toISOString());
    return Response.json(walkOf(share.jobId), { headers: { 'cache-control': 'no-store' } });
  });
