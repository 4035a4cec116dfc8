import { database } from '@/server/database';
import { handle } from '@/server/http';
import { setBinned } from '@/server/bin';

/** Takes a job back out of the bin. */
export const POST = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  handle(async () => {
    setBinned(database(), (await params).id, null);
    return Response.json({ binned: false });
  });
