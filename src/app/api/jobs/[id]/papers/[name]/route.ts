import { database } from '@/server/database';
import { fileOf } from '@/server/files';
import { handle } from '@/server/http';
import { loadJob } from '@/server/jobs';
import { pdfOf } from '@/server/papers/pdf';
import { isLabelSize } from '@/core/papers/asBuiltPaper';
import { isPaperName, paperOf } from '@/server/papers/papers';

export const dynamic = 'force-dynamic';

const none = (message: string) => Response.json({ error: { message, problems: [] } }, { status: 404 });

/** A paper of a job as PDF. Query: size=A4 or LETTER; quote=ID; invoice=ID; labels=63.5x25.4 and such; codes for picture codes on labels. */
export const GET = (request: Request, { params }: { params: Promise<{ id: string; name: string }> }) =>
  handle(async () => {
    const { id, name } = await params;
    const db = database();
    const { job } = loadJob(db, id);
    if (!isPaperName(name)) return none('There is no such paper.');
    const query = new URL(request.url).searchParams;
    const labels = query.get('labels') ?? '63.5x25.4';
    if (!isLabelSize(labels)) return none('There is no such sheet of labels.');
    const paper = paperOf(job, name, {
      recordId: query.get('quote') ?? query.get('invoice'),
      labels,
      page: query.has('codes') ? new URL(`/jobs/${id}/report`, request.url).href : null,
    });
    if (!paper) return none(`No ${name} was made yet.`);
    const size = query.get('size') === 'LETTER' ? 'LETTER' : 'A4';
    const bytes = await pdfOf(paper, size, new Date(), (fileId) => fileOf(db, id, fileId)?.bytes ?? null);
    return new Response(new Uint8Array(bytes), {
      headers: {
        'content-type': 'application/pdf',
        'content-disposition': `attachment; filename="${name}.pdf"`,
      },
    });
  });
