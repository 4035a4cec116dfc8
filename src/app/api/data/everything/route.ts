import { database } from '@/server/database';
import { everythingStream } from '@/server/everything';
import { handle } from '@/server/http';

export const dynamic = 'force-dynamic';

/** Everything in one file: jobs, files, log, encrypted passwords. */
export const GET = () =>
  handle(() => {
    const now = new Date().toISOString();
    return new Response(everythingStream(database(), now), {
      headers: {
        'content-type': 'application/zip',
        'content-disposition': `attachment; filename="nestle-everything-${now.slice(0, 10)}.zip"`,
      },
    });
  });
