import { database } from '@/server/database';
import { handle } from '@/server/http';
import { setBinned } from '@/server/bin';
import { loadJob } from '@/server/jobs';
import { stopSharingIfUnused } from '@/server/sharing/shareServer';

export const dynamic = 'force-dynamic';

interface Context {
  params: Promise<{ id: string }>;
}

/** A whole job: its records and revision. */
export const GET = (_: Request, { params }: Context) =>
  handle(async () => {
    const { job, ...rest } = loadJob(database(), (await params).id);
    return Response.json({ records: [...job.byId.values()], ...rest });
  });

/** Moves a job to the bin; phones are let out. */
export const DELETE = (_: Request, { params }: Context) =>
  handle(async () => {
    setBinned(database(), (await params).id, new Date().toISOString());
    await stopSharingIfUnused();
    return Response.json({ binned: true });
  });
