import Papa from 'papaparse';
import type { Job } from '../job/job';
import type { Problem } from '../job/references';
import type { Reading } from '../job/records';
import { type Doubt, doubtOf, timeProblem } from '../proof/doubtfulRun';
import { noteRun, runId } from '../proof/noteRun';
import { z } from 'zod';

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
  'jitter_ms',
  'loss_pct',
  'link_mbps',
] as const;
type Column = (typeof readingColumns)[number];
const needed = ['spot', 'down_mbps'];

export interface ReadReadings {
  readings: Reading[];
  /** Lines that stand in the job already. */
  alreadyThere: number;
  /** Readings whose figures look like kbit/s: to be asked about. They are among `readings` as they stand. */
  doubts: Doubt[];
  problems: Problem[];
}

/** Largest file read, characters. */
const mostCharacters = 2_000_000;

/** What tells one run from another where a file gives no time: the same figures at the same spot are the same run. */
const figuresKey = (r: Reading) =>
  [r.spotId, r.phase, r.connected, r.downMbps, r.upMbps, r.latencyMs, r.rssiDbm, r.server].join('|');

/**
 * Reads readings from CSV: a head line with at least `spot` (the spot's number) and `down_mbps`.
 * Empty or zero `down_mbps` or `connected` = no means that the device could not connect. Decimal commas
 * are read where the cells are parted by something else, or quoted. All or nothing: any problem gives no
 * readings.
 * @param defaults phase and time for lines that give none; a time later than that is refused.
 */
export function readReadingsCsv(
  job: Job,
  text: string,
  defaults: { phase: Reading['phase']; takenAt: string },
): ReadReadings {
  const fail = (problems: Problem[]): ReadReadings => ({
    readings: [],
    alreadyThere: 0,
    doubts: [],
    problems,
  });
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

  const torn = parsed.errors.find((e) => e.row !== undefined);
  if (torn)
    return fail([
      {
        path: `line ${(torn.row ?? 0) + 2}`,
        message: `${torn.message}. With decimal commas, part the cells by semicolons or put the numbers in quotes`,
      },
    ]);

  const problems: Problem[] = [];
  const readings: Reading[] = [];
  let alreadyThere = 0;
  const spots = new Map(job.spots.map((s) => [String(s.number), s]));
  const devices = new Map(job.devices.map((d) => [d.name.toLowerCase(), d.id]));
  const used = new Map<string, number>();
  const keyOf = (r: Reading) => [r.spotId, r.phase, r.run, r.takenAt].join('|');
  const known = new Set(job.readings.map(keyOf));
  const knownFigures = new Set(job.readings.filter((r) => r.source === 'csv').map(figuresKey));
  for (const r of job.readings) {
    const key = `${r.spotId}|${r.phase}`;
    used.set(key, Math.max(used.get(key) ?? 0, r.run));
  }
  parsed.data.forEach((row, i) => {
    const path = `line ${i + 2}`;
    const cell = (c: Column) => (row[c] ?? '').trim();
    const say = (c: Column, message: string) => problems.push({ path: `${path}, ${c}`, message });
    const spot = spots.get(cell('spot'));
    if (!spot) {
      say('spot', `there is no spot number ${cell('spot') || '(empty)'}`);
      return;
    }
    const number = (c: Column) => {
      const value = cell(c);
      if (value === '') return null;
      const n = Number(value.replace('−', '-').replace(/^(-?\d+),(\d+)$/, '$1.$2'));
      if (!Number.isFinite(n)) say(c, `“${value}” is not a number`);
      return Number.isFinite(n) ? n : null;
    };
    const before = problems.length;
    const phase = cell('phase') || defaults.phase;
    if (phase !== 'before' && phase !== 'after') {
      say('phase', `“${phase}” is neither before nor after`);
      return;
    }
    const measures = cell('measures') || 'street';
    if (measures !== 'house' && measures !== 'street') {
      say('measures', `“${measures}” is neither house nor street`);
      return;
    }
    const device = cell('device');
    const deviceId = device ? devices.get(device.toLowerCase()) : undefined;
    if (device && !deviceId) say('device', `there is no device named ${device}`);
    const down = number('down_mbps');
    const connected = !['no', 'false', '0'].includes(cell('connected').toLowerCase()) && down !== null;
    const key = `${spot.id}|${phase}`;
    const run = number('run') ?? (used.get(key) ?? 0) + 1;
    const takenAt = cell('taken_at') || defaults.takenAt;
    const late = timeProblem(takenAt, defaults.takenAt);
    if (late) say('taken_at', late);
    const figures = {
      ...(deviceId && { deviceId }),
      takenAt,
      connected,
      downMbps: down,
      upMbps: number('up_mbps'),
      latencyMs: number('latency_ms'),
      rssiDbm: connected ? number('rssi_dbm') : null,
      source: cell('source') === 'simulated' ? ('simulated' as const) : ('csv' as const),
      measures,
      server: cell('server'),
      ...(cell('height_m') && { heightM: number('height_m') }),
      ...(cell('plan_mbps') && { planMbps: number('plan_mbps') }),
      loadedMs: number('loaded_ms'),
      jitterMs: number('jitter_ms'),
      lossPct: number('loss_pct'),
      linkMbps: number('link_mbps'),
    } as const;
    if (problems.length > before) return;
    let reading: Reading;
    try {
      reading = noteRun(job, spot, phase, run, figures);
    } catch (error) {
      if (!(error instanceof z.ZodError)) throw error;
      for (const issue of error.issues)
        problems.push({ path: `${path}, ${issue.path.join('.')}`, message: issue.message });
      return;
    }
    // with a time, spot, run and time tell runs apart; without, the figures have to
    if (known.has(keyOf(reading)) || (!cell('taken_at') && knownFigures.has(figuresKey(reading)))) {
      alreadyThere++;
      return;
    }
    used.set(key, Math.max(used.get(key) ?? 0, run));
    // a run number that is taken moves on to the next free one
    const taken = job.byId.has(reading.id) || readings.some((r) => r.id === reading.id);
    const free = taken ? (used.get(key) ?? 0) + 1 : run;
    used.set(key, Math.max(used.get(key) ?? 0, free));
    readings.push({ ...reading, run: free, id: runId(spot.id, phase, free) });
  });
  if (problems.length) return fail(problems.slice(0, 12));
  const doubts = readings.flatMap((r) => doubtOf(job, r) ?? []);
  return { readings, alreadyThere, doubts, problems: [] };
}

/** Writes the readings of a phase, or all, as CSV that `readReadingsCsv` reads back. */
export function writeReadingsCsv(job: Job, phase?: Reading['phase']): string {
  const numbers = new Map(job.spots.map((s) => [s.id, s.number]));
  const devices = new Map(job.devices.map((d) => [d.id, d.name]));
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
      devices.get(r.deviceId ?? ''),
      r.measures,
      r.server,
      r.heightM,
      r.planMbps,
      r.loadedMs,
      r.jitterMs,
      r.lossPct,
      r.linkMbps,
    ]);
  return `${Papa.unparse({ fields: [...readingColumns], data: rows }, { newline: '\n' })}\n`;
}
