import { find } from '@/core/job/job';
import { ublInvoice } from '@/core/papers/ubl';
import { lacksForUbl } from '@/core/papers/ublLacks';
import { database } from '@/server/database';
import { handle } from '@/server/http';
import { loadJob } from '@/server/jobs';

export const dynamic = 'force-dynamic';

const refused = (message: string, status: number) =>
  Response.json({ error: { message, problems: [] } }, { status });

/** An invoice as UBL 2.1. */
export const GET = (_: Request, { params }: { params: Promise<{ id: string; invoiceId: string }> }) =>
  handle(async () => {
    const { id, invoiceId } = await params;
    const invoice = find(loadJob(database(), id).job, 'invoice', invoiceId);
    if (!invoice) return refused('There is no such invoice.', 404);
    const lacks = lacksForUbl(invoice);
    if (lacks.length) return refused(lacks.join(' '), 422);
    return new Response(ublInvoice(invoice), {
      headers: {
        'content-type': 'application/xml; charset=utf-8',
        'content-disposition': `attachment; filename="invoice-${invoice.number.replace(/[^A-Za-z0-9-]/g, '-')}.xml"`,
      },
    });
  });
