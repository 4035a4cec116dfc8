import { z } from 'zod';
import { bookkeepingCsv } from '@/core/papers/invoice';
import { database } from '@/server/database';
import { handle } from '@/server/http';
import { jobsWithInvoices } from '@/server/invoices';

export const dynamic = 'force-dynamic';

const day = z.iso.date().nullable();

/** Lines of all invoices as CSV. Query: from and to, days, both optional. */
export const GET = (request: Request) =>
  handle(() => {
    const query = new URL(request.url).searchParams;
    const [from, to] = [day.parse(query.get('from')), day.parse(query.get('to'))];
    return new Response(bookkeepingCsv(jobsWithInvoices(database(), from, to)), {
      headers: {
        'content-type': 'text/csv; charset=utf-8',
        'content-disposition': 'attachment; filename="invoices.csv"',
      },
    });
  });
