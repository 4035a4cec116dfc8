import { readable } from '@/server/checkData';
import { dataFolder } from '@/server/database';
import { handle } from '@/server/http';
import { zipOf } from '@/server/zip';

export const dynamic = 'force-dynamic';

/** What can be read of a damaged database. */
export const GET = () =>
  handle(
    () =>
      new Response(zipOf(readable(dataFolder())), {
        headers: {
          'content-type': 'application/zip',
          'content-disposition': 'attachment; filename="nestle-readable.zip"',
        },
      }),
  );
