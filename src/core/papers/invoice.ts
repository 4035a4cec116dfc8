/** An invoice of what was agreed: its lines, sums, paper, and lines for bookkeeping. */
import Papa from 'papaparse';
import { get, type Job } from '../job/job';
import { makeRecord } from '../job/make';
import type { Id, Invoice } from '../job/records';
import { exactMoney, toCents } from './moneyWords';
import { type Block, type Paper, table, text } from './paper';
import { acceptedOf, businessOf, type QuoteSums } from './quoteSheet';

/** Net, tax and total: the tax is that of the sum, to the cent. */
export function invoiceSums({ lines, taxPct }: Pick<Invoice, 'lines' | 'taxPct'>): QuoteSums {
  const netEur = toCents(lines.reduce((sum, l) => sum + l.sumEur, 0));
  const taxEur = toCents((netEur * taxPct) / 100);
  return { netEur, taxEur, totalEur: toCents(netEur + taxEur) };
}

/** What was agreed and stands in no invoice yet: of a quote that is in one, nothing. */
export function openLines(job: Job): Invoice['lines'] {
  const invoiced = new Set(job.invoices.flatMap((i) => i.lines.map((l) => l.quoteId)));
  return acceptedOf(job).flatMap(({ id: quoteId, name, sheet, options }) => {
    if (invoiced.has(quoteId)) return [];
    const line = (kind: Invoice['lines'][number]['kind'], words: string, count: number, sumEur: number) => ({
      ...{ quoteId, kind, text: `${words} (${name})`.slice(0, 200), count, sumEur },
    });
    return [
      ...sheet.parts.map((p) => line('parts', p.text, p.count, p.sumEur)),
      line('work', 'Work', toCents(sheet.workMin / 60), sheet.workEur),
      line('travel', 'Travel', 1, sheet.travelEur),
      ...options.filter((o) => o.ticked).map((o) => line('option', o.text, 1, o.eur)),
    ].filter((l) => l.sumEur > 0);
  });
}

/** The next number of a year, after all that the job has. Example: 2026-002. */
export function nextNumber(job: Job, day: string): string {
  const year = day.slice(0, 4);
  const used = job.invoices.flatMap((i) =>
    i.number.startsWith(`${year}-`) ? Number(i.number.slice(5)) || 0 : 0,
  );
  return `${year}-${String(Math.max(0, ...used) + 1).padStart(3, '0')}`;
}

/** An invoice of all open lines; null where nothing is open. @param day of today. */
export function makeInvoice(job: Job, id: Id, day: string): Invoice | null {
  const lines = openLines(job);
  const own = businessOf(job);
  const [customer] = job.customers;
  const [quote] = acceptedOf(job);
  if (lines.length === 0 || !quote) return null;
  const { currency, taxName, taxPct } = quote.sheet;
  return makeRecord({
    ...{ type: 'invoice', id, number: nextNumber(job, day), issuedOn: day, lines, currency, taxName, taxPct },
    seller: { name: own.name, contact: own.contact, taxId: own.taxId, country: own.country },
    buyer: { name: customer?.name ?? '', address: customer?.address ?? '', country: customer?.country ?? '' },
    paymentTerms: own.paymentTerms,
  });
}

export function invoicePaper(job: Job, invoiceId: Id): Paper {
  const invoice = get(job, 'invoice', invoiceId);
  const money = (eur: number) => exactMoney(eur, invoice.currency);
  const sums = invoiceSums(invoice);
  const { seller, buyer } = invoice;
  const blocks: Block[] = [
    {
      kind: 'title',
      text: `Invoice ${invoice.number}`,
      sub: `${job.info.name}. Issued on ${invoice.issuedOn}${invoice.dueOn ? `, due on ${invoice.dueOn}` : ''}.`,
    },
    ...(businessOf(job).logo ? [{ kind: 'logo' as const, data: businessOf(job).logo ?? '' }] : []),
    text(
      [seller.name, ...seller.contact.split('\n'), seller.taxId && `tax number ${seller.taxId}`]
        .filter(Boolean)
        .join(' · '),
      'muted',
    ),
    text([`To ${buyer.name || 'the customer'}`, ...buyer.address.split('\n')].filter(Boolean).join(', ')),
    table(
      [
        ['Item', 0.62],
        ['Count', 0.14, true],
        [`Sum, ${invoice.currency}`, 0.24, true],
      ],
      [
        ...invoice.lines.map((l) => [
          l.text,
          l.kind === 'work' ? `${l.count} h` : String(l.count),
          money(l.sumEur),
        ]),
        ['Net', '', money(sums.netEur)],
        [`${invoice.taxName}, ${invoice.taxPct} %`, '', money(sums.taxEur)],
        ['Total', '', money(sums.totalEur)],
      ],
      3,
    ),
    ...(invoice.paymentTerms ? [text(invoice.paymentTerms)] : []),
    ...(invoice.paidOn ? [text(`Paid on ${invoice.paidOn}.`, 'strong')] : []),
  ];
  return {
    title: `Invoice ${invoice.number}, ${job.info.name}`,
    running: [seller.name, `Invoice ${invoice.number}`].filter(Boolean).join(' · '),
    warning: job.info.demo ? 'Demonstration data.' : null,
    blocks,
  };
}

const columns = [
  'date',
  'due',
  'number',
  'job',
  'customer',
  'kind',
  'text',
  'count',
  'net',
  'tax_name',
  'tax_pct',
  'tax',
  'gross',
  'currency',
  'paid_on',
];

/**
 * Lines of invoices for bookkeeping, one a row. The tax of a line is what it adds to the tax of the lines
 * before it, to the cent, so that the rows of an invoice add up to it and none is below 0.
 */
export function bookkeepingCsv(jobs: readonly Job[]): string {
  const rows = jobs
    .flatMap((job) => job.invoices.map((invoice) => ({ job, invoice })))
    .sort(
      (a, b) =>
        a.invoice.issuedOn.localeCompare(b.invoice.issuedOn) ||
        a.invoice.number.localeCompare(b.invoice.number),
    )
    .flatMap(({ job, invoice }) => {
      const taxOf = (netEur: number) => toCents((netEur * invoice.taxPct) / 100);
      let net = 0;
      return invoice.lines.map((l) => {
        const before = taxOf(net);
        net = toCents(net + l.sumEur);
        const tax = toCents(taxOf(net) - before);
        const figure = (eur: number) => eur.toFixed(2);
        return [
          ...[invoice.issuedOn, invoice.dueOn ?? '', invoice.number, job.info.name, invoice.buyer.name],
          ...[l.kind, l.text, l.count, figure(l.sumEur), invoice.taxName, invoice.taxPct, figure(tax)],
          ...[figure(l.sumEur + tax), invoice.currency, invoice.paidOn ?? ''],
        ];
      });
    });
  return `${Papa.unparse({ fields: columns, data: rows }, { newline: '\n', escapeFormulae: true })}\n`;
}
