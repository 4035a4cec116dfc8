import { database } from '@/server/database';
import { handle } from '@/server/http';
import { headOf } from '@/server/jobs';
import { rawRecords } from '@/server/recordTable';

export const dynamic = 'force-dynamic';

/** The rows of a job as they are, for one that can't be read. */
export const GET = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  handle(async () => {
    const { id } = await params;
    const db = database();
    const head = headOf(db, id);
    return new Response(
      `${JSON.stringify({ format: 'nestle-raw', head, tables: rawRecords(db, id) }, null, 1)}\n`,
      {
        headers: {
          'content-type': 'application/json; charset=utf-8',
          'content-disposition': `attachment; filename="${id.replace(/[^A-Za-z0-9_-]/g, '')}.raw.json"`,
        },
      },
    );
  });
