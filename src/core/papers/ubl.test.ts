/* The invoice as UBL against a JSON Schema of UBL in the use of EN 16931 that others keep: elements, counts, order, codes. */
import { invoiceSchema } from '@e-invoice-eu/core';
import Ajv2019 from 'ajv/dist/2019';
import { XMLParser } from 'fast-xml-parser';
import fc from 'fast-check';
import { z } from 'zod';
import type { Invoice } from '../job/records';
import { ublInvoice } from './ubl';

type Node = string | { [name: string]: Node | Node[] };
const object = z.record(z.string(), z.unknown());

/** The XML in the shape of the schema: attributes stand beside their element as `name@attribute`, namespaces of the root are left out. */
const parser = new XMLParser({
  ignoreAttributes: false,
  attributeNamePrefix: '@',
  parseTagValue: false,
  parseAttributeValue: false,
  ignoreDeclaration: true,
});
const schemaOf = (schema: unknown, name: string): unknown => {
  const at = object.parse(schema);
  const inside = at.type === 'array' ? object.parse(at.items) : at;
  return object.parse(inside.properties ?? {})[name];
};
function shaped(node: unknown, schema: unknown): Node {
  if (typeof node !== 'object' || node === null) return String(node);
  const made: Record<string, Node | Node[]> = {};
  for (const [name, value] of Object.entries(node)) {
    if (name.startsWith('@')) continue;
    const own = schemaOf(schema, name);
    const list = Array.isArray(value) ? value : [value];
    const isList = Array.isArray(value) || object.safeParse(own).data?.type === 'array';
    const nodes = list.map((v) => shaped(object.safeParse(v).data?.['#text'] ?? v, own));
    made[name] = isList ? nodes : (nodes[0] as Node);
    for (const [attribute, words] of Object.entries(object.safeParse(list[0]).data ?? {}))
      if (attribute.startsWith('@')) made[`${name}${attribute}`] = String(words);
  }
  return made;
}
const read = (xml: string): Node => {
  const { Invoice: root } = z.object({ Invoice: object }).parse(parser.parse(xml));
  return { 'ubl:Invoice': shaped(root, object.parse(invoiceSchema.properties)['ubl:Invoice']) };
};

/** Elements that stand before one that the schema has before them. */
function outOfOrder(node: Node | Node[], schema: unknown, path = ''): string[] {
  if (Array.isArray(node)) return node.flatMap((n) => outOfOrder(n, schema, path));
  if (typeof node === 'string') return [];
  const at = object.parse(schema);
  const inside = at.type === 'array' ? object.parse(at.items) : at;
  const order = Object.keys(object.parse(inside.properties ?? {}));
  const names = Object.keys(node).filter((n) => !n.includes('@'));
  const wrong = names.filter((n, i) => i > 0 && order.indexOf(n) < order.indexOf(names[i - 1] as string));
  return [
    ...wrong.map((n) => `${path}/${n}`),
    ...names.flatMap((n) => outOfOrder(node[n] as Node, schemaOf(schema, n), `${path}/${n}`)),
  ];
}

const validate = new Ajv2019({ strict: false, allErrors: true }).compile(invoiceSchema);
function faults(xml: string): string[] {
  const found = read(xml);
  const valid = validate(found);
  return [
    ...(valid ? [] : (validate.errors ?? []).map((e) => `${e.instancePath} ${e.message ?? ''}`)),
    ...outOfOrder(found, invoiceSchema),
  ];
}

const line = (over: Partial<Invoice['lines'][number]> = {}): Invoice['lines'][number] => ({
  ...{ quoteId: 'one', kind: 'parts', text: 'Mesh node', count: 2, sumEur: 178 },
  ...over,
});
const invoice: Invoice = {
  ...{ type: 'invoice', id: 'invoice-1', number: '2026-001' },
  ...{ issuedOn: '2026-12-01', dueOn: '2026-12-15', paidOn: null, currency: 'EUR', taxPct: 21 },
  seller: {
    name: 'Dry Dock Networks',
    contact: 'Quay 1\nHarbour',

    country: 'NL',
    taxId: 'NL123456789B01',
  },
  taxName: 'VAT',
  buyer: { name: 'Ada <Quay>', address: 'Quay House\nHarbour', country: 'NL' },
  paymentTerms: '14 days',
  lines: [line(), line({ kind: 'work', text: 'Work', count: 3.25, sumEur: 211.25 })],
};

test('an invoice has what the schema asks for, nothing else, and in its order', () => {
  expect(faults(ublInvoice(invoice))).toEqual([]);
});

test.each<[string, Partial<Invoice>]>([
  ['without tax', { taxPct: 0, seller: { ...invoice.seller, taxId: '' } }],
  ['without a day when it is due', { dueOn: null }],
  ['without terms', { paymentTerms: '' }],
  ['of one line', { lines: [line()] }],
  [
    'without addresses',
    { seller: { ...invoice.seller, contact: '' }, buyer: { ...invoice.buyer, address: '' } },
  ],
])('so has one %s', (_what, over) => {
  expect(faults(ublInvoice({ ...invoice, ...over }))).toEqual([]);
});

test('so has any invoice, whatever its lines, tax and currency', () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.integer({ min: 1, max: 1_000_000 }), fc.integer({ min: 0, max: 400 })), {
        minLength: 1,
        maxLength: 8,
      }),
      fc.integer({ min: 0, max: 2700 }),
      fc.constantFrom('EUR', 'USD', 'GBP', 'SEK'),
      (lines, tax, currency) => {
        const xml = ublInvoice({
          ...invoice,
          ...{ currency, taxPct: tax / 100 },
          lines: lines.map(([cents, quarter]) => line({ count: quarter / 4, sumEur: cents / 100 })),
        });
        expect(faults(xml)).toEqual([]);
      },
    ),
    { numRuns: 60 },
  );
});

test('price and quantity of each line come to its sum', () => {
  const lines = [
    line({ count: 3, sumEur: 10 }),
    line({ count: 4, sumEur: 10 }),
    line({ count: 0, sumEur: 7 }),
  ];
  const found = read(ublInvoice({ ...invoice, lines }));
  const shape = z.object({
    'ubl:Invoice': z.object({
      'cac:InvoiceLine': z.array(
        z.object({
          'cbc:InvoicedQuantity': z.string(),
          'cbc:LineExtensionAmount': z.string(),
          'cac:Price': z.object({ 'cbc:PriceAmount': z.string(), 'cbc:BaseQuantity': z.string().optional() }),
        }),
      ),
    }),
  });
  for (const l of shape.parse(found)['ubl:Invoice']['cac:InvoiceLine']) {
    const { 'cbc:PriceAmount': price, 'cbc:BaseQuantity': of = '1' } = l['cac:Price'];
    const sum = (Number(l['cbc:InvoicedQuantity']) * Number(price)) / Number(of);
    expect(sum).toBeCloseTo(Number(l['cbc:LineExtensionAmount']), 9);
  }
});

test('the schema does tell: of what is missing, unknown, out of its place or no code', () => {
  const xml = ublInvoice(invoice);
  const without = (from: string, to: string) => {
    expect(xml).toContain(from);
    return faults(xml.replace(from, to));
  };
  expect(without('<cbc:ID>2026-001</cbc:ID>', '')).not.toEqual([]);
  expect(without('<cbc:ID>2026-001</cbc:ID>', '<cbc:ID>2026-001</cbc:ID><cbc:Ship>1</cbc:Ship>')).not.toEqual(
    [],
  );
  expect(without('<cbc:DocumentCurrencyCode>EUR<', '<cbc:DocumentCurrencyCode>EUX<')).not.toEqual([]);
  const type = '<cbc:InvoiceTypeCode>380</cbc:InvoiceTypeCode>';
  const moved = xml.replace(type, '').replace('<cbc:ID>2026-001', `${type}<cbc:ID>2026-001`);
  expect(faults(moved)).not.toEqual([]);
});
