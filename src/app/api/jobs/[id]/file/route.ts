import { writeJobFile } from '@/core/job/jobFile';
import { database } from '@/server/database';
import { handle } from '@/server/http';
import { loadJob } from '@/server/jobs';

export const dynamic = 'force-dynamic';

/** The job as a file in the open format. */
export const GET = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  handle(async () => {
    const { job } = loadJob(database(), (await params).id);
    const file =
      job.info.name
        .replace(/[^A-Za-z0-9]+/g, '-')
        .replace(/^-|-$/g, '')
        .toLowerCase() || 'job';
    return new Response(writeJobFile(job), {
      headers: {
        'content-type': 'application/json; charset=utf-8',
        'content-disposition': `attachment; filename="${file}.nestle.json"`,
      },
    });
  });
