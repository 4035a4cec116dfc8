import Papa from 'papaparse';
import type { Job } from '../job/job';
import type { Problem } from '../job/references';
import { type Reading, schemas } from '../job/records';

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
] as const;
const needed = ['spot', 'down_mbps'];

export interface ReadReadings {
  readings: Reading[];
  /** Lines that stand in the job already. */
  alreadyThere: number;
  problems: Problem[];
}

/** Largest file read, characters. */
const mostCharacters = 2_000_000;

/**
 * Reads readings from CSV: a head line with at least `spot` (the spot's number) and `down_mbps`.
 * Empty `down_mbps` or `connected` = no means that the device could not connect. All or nothing:
 * any problem gives no readings.
 * @param defaults phase and time for lines that give none.
 */
export function readReadingsCsv(
  job: Job,
  text: string,
  defaults: { phase: Reading['phase']; takenAt: string },
): ReadReadings {
  const fail = (problems: Problem[]): ReadReadings => ({ readings: [], alreadyThere: 0, problems });
  if (text.trim() === '') return fail([{ path: '', message: 'the file is empty' }]);
  if (text.length > mostCharacters) return fail([{ path: '', message: 'the file is larger than 2 MB' }]);
  const parsed = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (h) => h.trim().toLowerCase(),
  });
  const head = parsed.meta.fields ?? [];
  const missing = needed.filter((c) => !head.includes(c));
  if (missing.length)
    return fail([
      {
        path: 'line 1',
        message: `there is no column ${missing.join(', ')}; columns found: ${head.join(', ')}`,
      },
    ]);
  const unknown = head.filter((h) => h && !readingColumns.some((c) => c === h));
  if (unknown.length)
    return fail([
      {
        path: 'line 1',
        message: `unknown column ${unknown.join(', ')}; known: ${readingColumns.join(', ')}`,
      },
    ]);

  const problems: Problem[] = [];
  const readings: Reading[] = [];
  let alreadyThere = 0;
  const spots = new Map(job.spots.map((s) => [String(s.number), s]));
  const used = new Map<string, number>();
  const keyOf = (r: Reading) => [r.spotId, r.phase, r.run, r.takenAt].join('|');
  const known = new Set(job.readings.map(keyOf));
  for (const r of job.readings) {
    const key = `${r.spotId}|${r.phase}`;
    used.set(key, Math.max(used.get(key) ?? 0, r.run));
  }
  parsed.data.forEach((row, i) => {
    const path = `line ${i + 2}`;
    const cell = (c: (typeof readingColumns)[number]) => (row[c] ?? '').trim();
    const spot = spots.get(cell('spot'));
    if (!spot) {
      problems.push({
        path: `${path}, spot`,
        message: `there is no spot number ${cell('spot') || '(empty)'}`,
      });
      return;
    }
    const number = (c: (typeof readingColumns)[number]) => {
      const value = cell(c);
      if (value === '') return null;
      const n = Number(value);
      if (!Number.isFinite(n))
        problems.push({ path: `${path}, ${c}`, message: `“${value}” is not a number` });
      return Number.isFinite(n) ? n : null;
    };
    const before = problems.length;
    const phase = cell('phase') || defaults.phase;
    const down = number('down_mbps');
    const connected = !['no', 'false', '0'].includes(cell('connected').toLowerCase()) && down !== null;
    const key = `${spot.id}|${phase}`;
    const run = number('run') ?? (used.get(key) ?? 0) + 1;
    const takenAt = cell('taken_at') || defaults.takenAt;
    const result = schemas.reading.safeParse({
      type: 'reading',
      id: `rd-${spot.id}-${phase}-${run}`,
      spotId: spot.id,
      phase,
      run,
      takenAt,
      deviceId: job.info.testDeviceId,
      connected,
      downMbps: connected ? down : null,
      upMbps: connected ? number('up_mbps') : null,
      latencyMs: connected ? number('latency_ms') : null,
      rssiDbm: connected ? number('rssi_dbm') : null,
      source: cell('source') === 'simulated' ? 'simulated' : 'csv',
    });
    if (problems.length > before) return;
    if (!result.success) {
      for (const issue of result.error.issues)
        problems.push({ path: `${path}, ${issue.path.join('.')}`, message: issue.message });
      return;
    }
    if (known.has(keyOf(result.data))) {
      alreadyThere++;
      return;
    }
    used.set(key, Math.max(used.get(key) ?? 0, run));
    // a run number that is taken moves on to the next free one
    const taken = job.byId.has(result.data.id) || readings.some((r) => r.id === result.data.id);
    const free = taken ? (used.get(key) ?? 0) + 1 : run;
    used.set(key, Math.max(used.get(key) ?? 0, free));
    readings.push({ ...result.data, run: free, id: `rd-${spot.id}-${phase}-${free}` });
  });
  return problems.length ? fail(problems.slice(0, 12)) : { readings, alreadyThere, problems: [] };
}

/** Writes the readings of a phase, or all, as CSV that `readReadingsCsv` reads back. */
export function writeReadingsCsv(job: Job, phase?: Reading['phase']): string {
  const numbers = new Map(job.spots.map((s) => [s.id, s.number]));
  const rows = job.readings
    .filter((r) => phase === undefined || r.phase === phase)
    .map((r) => [
      numbers.get(r.spotId),
      r.phase,
      r.run,
      r.takenAt,
      r.connected ? 'yes' : 'no',
      r.downMbps,
      r.upMbps,
      r.latencyMs,
      r.rssiDbm,
      r.source,
    ]);
  return `${Papa.unparse({ fields: [...readingColumns], data: rows }, { newline: '\n' })}\n`;
}
