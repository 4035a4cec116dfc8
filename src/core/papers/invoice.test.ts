import fc from 'fast-check';
import { z } from 'zod';
import Papa from 'papaparse';
import { XMLParser } from 'fast-xml-parser';
import { demos } from '@/testing/demoJobs';
import { withRecords } from '@/testing/withRecords';
import type { Job } from '../job/job';
import { makeRecord } from '../job/make';
import type { Invoice, Quote } from '../job/records';
import { bookkeepingCsv, invoicePaper, invoiceSums, makeInvoice, nextNumber, openLines } from './invoice';
import { quoteSheetOf, sumsOf } from './quoteSheet';
import { ublInvoice } from './ubl';
import { lacksForUbl } from './ublLacks';

const bare = demos[0]?.job as Job;
const job = withRecords(
  bare,
  makeRecord({
    ...{
      type: 'business',
      id: 'business',
      name: 'Rook & Daughter',
      taxName: 'VAT',
      taxPct: 21,
      travelEur: 30,
    },
    ...{ taxId: 'NL123', country: 'NL', paymentTerms: '14 days' },
  }),
  makeRecord({
    type: 'customer',
    id: 'customer',
    name: 'Ada <Quay>',
    address: 'Slip 1\nHarbour',
    country: 'NL',
  }),
);
const quote = (id: string, over: Partial<Quote> = {}): Quote =>
  makeRecord({
    ...{ type: 'quote', id, name: id, madeOn: '2026-11-29', state: 'accepted', note: '' },
    sheet: quoteSheetOf(job, []),
    options: [{ id: 'a', text: 'Plate', eur: 49.99, ticked: true }],
    ...over,
  });
const agreed = withRecords(job, quote('one'));
const made = makeInvoice(agreed, 'invoice-1', '2026-12-01') as Invoice;

describe('an invoice', () => {
  test('has what was agreed, ticked options too, and comes to the total of the quote', () => {
    expect(made.lines.map((l) => l.kind)).toEqual(
      expect.arrayContaining(['parts', 'work', 'travel', 'option']),
    );
    expect(invoiceSums(made)).toEqual(sumsOf(quote('one').sheet, quote('one').options));
    expect(made).toMatchObject({ number: '2026-001', taxPct: 21, seller: { taxId: 'NL123' } });
  });

  test('is made once of each line; a change order that comes later makes the next one', () => {
    const sent = withRecords(agreed, made);
    expect(openLines(sent)).toEqual([]);
    expect(makeInvoice(sent, 'invoice-2', '2026-12-02')).toBeNull();
    // of the same name, as quotes of proposals may be
    const changed = withRecords(sent, quote('two', { kind: 'change', name: 'one' }));
    expect(makeInvoice(changed, 'invoice-2', '2026-12-02')).toMatchObject({ number: '2026-002' });
  });

  test('of a job where nothing was agreed there is none', () => {
    expect(makeInvoice(job, 'invoice-1', '2026-12-01')).toBeNull();
    expect(makeInvoice(withRecords(job, quote('one', { state: 'offered' })), 'i', '2026-12-01')).toBeNull();
  });

  test('numbers go on within a year, and begin again in the next', () => {
    const sent = withRecords(agreed, { ...made, number: '2026-041' });
    expect(nextNumber(sent, '2026-12-31')).toBe('2026-042');
    expect(nextNumber(sent, '2027-01-01')).toBe('2027-001');
  });

  test('its paper has every line, the tax and when it was paid', () => {
    const paid = withRecords(agreed, { ...made, paidOn: '2026-12-20' });
    const words = JSON.stringify(invoicePaper(paid, made.id).blocks);
    for (const part of [...made.lines.map((l) => l.text), 'VAT, 21 %', 'Paid on 2026-12-20', 'NL123'])
      expect(words).toContain(JSON.stringify(part).slice(1, -1));
  });
});

describe('as UBL', () => {
  const xml = ublInvoice(made);
  /** Read by another program than the one that writes it. */
  const readXml = (text: string) =>
    z.object({ Invoice: z.record(z.string(), z.unknown()) }).parse(
      new XMLParser({
        ignoreAttributes: true,
        parseTagValue: false,
        removeNSPrefix: true,
        isArray: (name) => name === 'InvoiceLine',
      }).parse(text),
    ).Invoice;
  const read = readXml(xml);
  const at = (from: unknown, ...path: string[]): unknown =>
    path.reduce<unknown>((node, key) => z.record(z.string(), z.unknown()).parse(node)[key], from);
  const amount = (...path: string[]) => Number(at(read, ...path));

  test('its elements stand in the order of the schema', () => {
    // UBL-Invoice-2.1.xsd, of those that are written
    const order = [
      ...['CustomizationID', 'ID', 'IssueDate', 'DueDate', 'InvoiceTypeCode', 'DocumentCurrencyCode'],
      ...['AccountingSupplierParty', 'AccountingCustomerParty', 'PaymentTerms', 'TaxTotal'],
      ...['LegalMonetaryTotal', 'InvoiceLine'],
    ];
    const places = Object.keys(read).map((name) => order.indexOf(name));
    expect(places).not.toContain(-1);
    expect(places).toEqual([...places].sort((a, b) => a - b));
    expect(
      Object.keys(z.record(z.string(), z.unknown()).parse(at(read, 'AccountingSupplierParty', 'Party'))),
    ).toEqual(['PartyName', 'PostalAddress', 'PartyTaxScheme', 'PartyLegalEntity']);
    expect(read.InvoiceLine).toHaveLength(made.lines.length);
  });

  test('its amounts add up as the rules of EN 16931 want them', () => {
    const lines = z.array(z.unknown()).parse(read.InvoiceLine);
    const sum = lines.reduce<number>((total, l) => total + Number(at(l, 'LineExtensionAmount')), 0);
    const net = amount('LegalMonetaryTotal', 'LineExtensionAmount');
    // BR-CO-10, BR-CO-13, BR-CO-14, BR-CO-15, BR-CO-16, BR-CO-17
    expect(sum).toBeCloseTo(net, 6);
    expect(amount('LegalMonetaryTotal', 'TaxExclusiveAmount')).toBe(net);
    const tax = amount('TaxTotal', 'TaxAmount');
    expect(amount('TaxTotal', 'TaxSubtotal', 'TaxAmount')).toBe(tax);
    expect(Math.abs(tax - net * 0.21)).toBeLessThan(0.0051);
    expect(amount('LegalMonetaryTotal', 'TaxInclusiveAmount')).toBeCloseTo(net + tax, 6);
    expect(amount('LegalMonetaryTotal', 'PayableAmount')).toBeCloseTo(net + tax, 6);
  });

  test('names with signs of XML stay what they are', () => {
    const buyer = ['AccountingCustomerParty', 'Party'];
    expect(at(read, ...buyer, 'PartyName', 'Name')).toBe('Ada <Quay>');
    expect(xml).toContain('Ada &lt;Quay&gt;');
    expect(at(read, ...buyer, 'PostalAddress', 'Country', 'IdentificationCode')).toBe('NL');
  });

  test.each([
    ['the name of the business', { seller: { ...made.seller, name: '' } }],
    ['the country of the business', { seller: { ...made.seller, country: '' } }],
    ['the tax number', { seller: { ...made.seller, taxId: '' } }],
    ['the name of the customer', { buyer: { ...made.buyer, name: '' } }],
    ['the country of the customer', { buyer: { ...made.buyer, country: '' } }],
    ['when it is due', { paymentTerms: '', dueOn: null }],
  ])('without %s it is not written, and says why', (_what, over) => {
    const invoice = { ...made, ...over };
    expect(lacksForUbl(invoice)).toHaveLength(1);
    expect(() => ublInvoice(invoice)).toThrow(lacksForUbl(invoice)[0]);
  });

  test('without tax it is exempt, and needs no tax number', () => {
    const plain = { ...made, taxPct: 0, seller: { ...made.seller, taxId: '' } };
    const category = ['TaxTotal', 'TaxSubtotal', 'TaxCategory'];
    const written = readXml(ublInvoice(plain));
    expect(at(written, ...category, 'ID')).toBe('E');
    expect(at(written, ...category, 'TaxExemptionReason')).not.toBe('');
  });
});

test('for bookkeeping, the rows of each invoice add up to it to the cent', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 1, max: 1_000_000 }), { minLength: 1, maxLength: 12 }),
      fc.integer({ min: 0, max: 2700 }),
      (cents, tax) => {
        const invoice: Invoice = {
          ...made,
          taxPct: tax / 100,
          lines: cents.map((c, i) => ({
            quoteId: 'one',
            kind: 'parts' as const,
            text: `Part ${i}`,
            count: 1,
            sumEur: c / 100,
          })),
        };
        const text = bookkeepingCsv([withRecords(agreed, invoice)]);
        const { data } = Papa.parse<Record<string, string>>(text.trim(), { header: true });
        const sums = invoiceSums(invoice);
        const total = (column: string) => data.reduce((sum, row) => sum + Number(row[column]), 0);
        expect(total('net')).toBeCloseTo(sums.netEur, 6);
        expect(total('tax')).toBeCloseTo(sums.taxEur, 6);
        expect(data.every((row) => Number(row.tax) >= 0)).toBe(true);
        expect(total('gross')).toBeCloseTo(sums.totalEur, 6);
      },
    ),
    { numRuns: 200 },
  );
});

test('a text that a table program would run as a formula is written so that it does not', () => {
  const invoice = {
    ...made,
    lines: [{ quoteId: 'one', kind: 'parts' as const, text: '=1+1', count: 1, sumEur: 5 }],
  };
  expect(bookkeepingCsv([withRecords(agreed, invoice)])).toContain("'=1+1");
});
