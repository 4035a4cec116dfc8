import { writeReadingsCsv } from '@/core/formats/readingsCsv';
import { database } from '@/server/database';
import { handle } from '@/server/http';
import { loadJob } from '@/server/jobs';

export const dynamic = 'force-dynamic';

/** All readings as CSV. */
export const GET = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  handle(async () => {
    const { job } = loadJob(database(), (await params).id);
    return new Response(writeReadingsCsv(job), {
      headers: {
        'content-type': 'text/csv; charset=utf-8',
        'content-disposition': 'attachment; filename="readings.csv"',
      },
    });
  });
