import Papa from 'papaparse';
import type { Bill, Label } from '../design/bill';
import type { Order } from '../design/pickList';

const cents = (v: number) => Number(v.toFixed(2));

/** A bill as CSV: a line an item, then the sum. Amounts in the job's currency, lengths in metres. */
export function writeBillCsv({ lines, partsEur, minutes, cableM }: Bill): string {
  const rows = lines.map((l) => [
    l.item,
    l.count,
    l.metres === null ? '' : cents(l.metres),
    cents(l.eachEur),
    cents(l.sumEur),
    Math.round(l.minutes),
    l.forUnits.join(' '),
  ]);
  return `${Papa.unparse(
    {
      fields: ['item', 'count', 'metres', 'each', 'sum', 'minutes', 'for_units'],
      data: [...rows, ['Total', '', cents(cableM), '', cents(partsEur), Math.round(minutes), '']],
    },
    { newline: '\n' },
  )}\n`;
}

/** What has to be ordered as CSV, supplier by supplier. */
export const writeOrdersCsv = (orders: readonly Order[]): string =>
  `${Papa.unparse(
    {
      fields: ['supplier', 'item', 'count', 'unit', 'for_units'],
      data: orders.flatMap(({ supplier, lines }) =>
        lines.map((l) => [supplier, l.item, l.order, l.unit, l.forUnits.join(' ')]),
      ),
    },
    { newline: '\n', escapeFormulae: true },
  )}\n`;

/** Labels as CSV, for a label printer. */
export const writeLabelsCsv = (labels: readonly Label[]): string =>
  `${Papa.unparse({ fields: ['text', 'at'], data: labels.map((l) => [l.text, l.at]) }, { newline: '\n' })}\n`;
