import Papa from 'papaparse';
import type { Problem } from '../job/references';

/** Columns of a readings file, in this order when written; any order when read. */
export const readingColumns = [
  'spot',
  'phase',
  'run',
  'taken_at',
  'connected',
  'down_mbps',
  'up_mbps',
  'latency_ms',
  'rssi_dbm',
  'source',
  'device',
  'measures',
  'server',
  'height_m',
  'plan_mbps',
  'loaded_ms',
  'loaded_up_ms',
  'jitter_ms',
  'loss_pct',
  'silence_ms',
  'remarks',
  'link_mbps',
  'network_name',
  'unit',
  'band',
  'round',
] as const;
export type ReadingColumn = (typeof readingColumns)[number];
const needed = ['spot', 'down_mbps'];
/** Largest file read, characters. */
const mostCharacters = 2_000_000;

/** One line of the file: what stands in a column, without blanks round it. */
export interface ReadingLine {
  /** Where it stands, «line 3». */
  path: string;
  cell: (column: ReadingColumn) => string;
}

/** Cuts a readings file into lines, or says what is wrong with the file as a whole. */
export function readingLines(text: string): { ok: true; lines: ReadingLine[] } | { ok: false; why: Problem } {
  const no = (path: string, message: string) => ({ ok: false as const, why: { path, message } });
  if (text.trim() === '') return no('', 'the file is empty');
  if (text.length > mostCharacters) return no('', 'the file is larger than 2 MB');
  const parsed = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (h) => h.trim().toLowerCase(),
  });
  const head = parsed.meta.fields ?? [];
  const missing = needed.filter((c) => !head.includes(c));
  if (missing.length)
    return no('line 1', `there is no column ${missing.join(', ')}; columns found: ${head.join(', ')}`);
  const unknown = head.filter((h) => h && !readingColumns.some((c) => c === h));
  if (unknown.length)
    return no('line 1', `unknown column ${unknown.join(', ')}; known: ${readingColumns.join(', ')}`);
  const torn = parsed.errors.find((e) => e.row !== undefined);
  if (torn)
    return no(
      `line ${(torn.row ?? 0) + 2}`,
      `${torn.message}. With decimal commas, part the cells by semicolons or put the numbers in quotes`,
    );
  const lines = parsed.data.map((row, i) => ({
    path: `line ${i + 2}`,
    cell: (column: ReadingColumn) => (row[column] ?? '').trim(),
  }));
  return { ok: true, lines };
}
