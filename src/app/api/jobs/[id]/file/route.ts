import { database } from '@/server/database';
import { handle } from '@/server/http';
import { exportJob } from '@/server/jobFiles';

export const dynamic = 'force-dynamic';

/** The job as a file in the open format: JSON, or a zip when it has pictures. */
export const GET = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  handle(async () => {
    const { name, mime, body } = exportJob(database(), (await params).id);
    return new Response(body, {
      headers: { 'content-type': mime, 'content-disposition': `attachment; filename="${name}"` },
    });
  });
