import { writeJobFile } from '@/core/job/jobFile';
import { database } from '@/server/database';
import { filesOf } from '@/server/files';
import { handle } from '@/server/http';
import { loadJob } from '@/server/jobs';

export const dynamic = 'force-dynamic';

/** The job as a file in the open format. */
export const GET = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  handle(async () => {
    const db = database();
    const { job } = loadJob(db, (await params).id);
    const files = filesOf(db, job.info.id).map(({ id, mime, bytes }) => ({
      id,
      mime,
      base64: bytes.toString('base64'),
    }));
    const file =
      job.info.name
        .replace(/[^A-Za-z0-9]+/g, '-')
        .replace(/^-|-$/g, '')
        .toLowerCase() || 'job';
    return new Response(writeJobFile(job, files), {
      headers: {
        'content-type': 'application/json; charset=utf-8',
        'content-disposition': `attachment; filename="${file}.nestle.json"`,
      },
    });
  });
