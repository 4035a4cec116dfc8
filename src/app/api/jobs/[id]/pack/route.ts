import { database } from '@/server/database';
import { handle } from '@/server/http';
import { packOf } from '@/server/pack';

export const dynamic = 'force-dynamic';

/** All that is handed over as one zip. It can be imported as a job. Query: size=A4 or LETTER. */
export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  handle(async () => {
    const size = new URL(request.url).searchParams.get('size') === 'LETTER' ? 'LETTER' : 'A4';
    const { name, body } = await packOf(database(), (await params).id, size, new Date());
    return new Response(body, {
      headers: { 'content-type': 'application/zip', 'content-disposition': `attachment; filename="${name}"` },
    });
  });
