import Papa from 'papaparse';
import type { Bill, Label } from '../design/bill';

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

/** Labels as CSV, for a label printer. */
export const writeLabelsCsv = (labels: readonly Label[]): string =>
  `${Papa.unparse({ fields: ['text', 'at'], data: labels.map((l) => [l.text, l.at]) }, { newline: '\n' })}\n`;
