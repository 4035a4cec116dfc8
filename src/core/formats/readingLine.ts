import { z } from 'zod';
import { runRemarks } from '../job/readingRecords';
import type { Job } from '../job/job';
import { bands, type Id, type Reading, type Spot, type Unit } from '../job/records';
import type { Problem } from '../job/references';
import { timeProblem } from '../proof/doubtfulRun';
import { noteRun } from '../proof/noteRun';
import type { ReadingColumn, ReadingLine } from './readingsTable';

const isRemark = (word: string): word is Reading['remarks'][number] =>
  (runRemarks as readonly string[]).includes(word);

/** Spots by number and devices by name, as a file calls them. */
export interface Known {
  job: Job;
  spots: ReadonlyMap<string, Spot>;
  devices: ReadonlyMap<string, Id>;
  /** Phase and time for lines that give none. */
  defaults: { phase: Reading['phase']; takenAt: string };
  /** The number that a run gets when the line gives none. */
  nextRun: (spotId: Id, phase: Reading['phase'], roundId: Id | null) => number;
}

const oneOf = <T extends string>(text: string, words: readonly T[]): T | null =>
  words.find((w) => w === text) ?? null;

/** The unit with a letter: where one stays and one goes share it, that of the phase. */
const unitOf = (job: Job, letter: string, phase: Reading['phase']) =>
  job.units
    .filter((u) => u.letter.toLowerCase() === letter.toLowerCase())
    .sort((a, b) => Number(here(b, phase)) - Number(here(a, phase)))[0];
const here = (u: Unit, phase: Reading['phase']) => (phase === 'before' ? u.found : u.planned);

/** Reads one line. @returns the reading, or everything that is wrong with the line. */
export function readReadingLine(
  { job, spots, devices, defaults, nextRun }: Known,
  { path, cell }: ReadingLine,
): { ok: true; reading: Reading } | { ok: false; why: Problem[] } {
  const problems: Problem[] = [];
  const say = (column: string, message: string) => {
    problems.push({ path: `${path}, ${column}`, message });
    return { ok: false as const, why: problems };
  };
  const number = (column: ReadingColumn): number | null => {
    const value = cell(column);
    if (value === '') return null;
    const n = Number(value.replace('−', '-').replace(/^(-?\d+),(\d+)$/, '$1.$2'));
    if (Number.isFinite(n)) return n;
    say(column, `“${value}” is not a number`);
    return null;
  };
  const spot = spots.get(cell('spot'));
  if (!spot) return say('spot', `there is no spot number ${cell('spot') || '(empty)'}`);
  const phase = oneOf(cell('phase') || defaults.phase, ['before', 'after', 'later'] as const);
  if (!phase) return say('phase', `“${cell('phase')}” is neither before, after nor later`);
  const round = job.testRounds.find((r) => r.name.toLowerCase() === cell('round').toLowerCase());
  if (phase === 'later' && !round) return say('round', `there is no round of tests named “${cell('round')}”`);
  const roundId = phase === 'later' && round ? round.id : null;
  const measures = oneOf(cell('measures') || 'street', ['house', 'street'] as const);
  if (!measures) return say('measures', `“${cell('measures')}” is neither house nor street`);
  const device = cell('device');
  const deviceId = device ? devices.get(device.toLowerCase()) : undefined;
  if (device && !deviceId) say('device', `there is no device named ${device}`);
  const letter = cell('unit');
  const on = letter ? unitOf(job, letter, phase) : undefined;
  if (letter && !on) say('unit', `there is no unit ${letter}`);
  const band = cell('band') || null;
  const onBand = band && oneOf(band, bands);
  if (band && !onBand) say('band', `“${band}” is none of ${bands.join(', ')}`);
  const down = number('down_mbps');
  const connected = !['no', 'false', '0'].includes(cell('connected').toLowerCase()) && down !== null;
  const takenAt = cell('taken_at') || defaults.takenAt;
  const late = timeProblem(takenAt, defaults.takenAt);
  if (late) say('taken_at', late);
  const run = number('run') ?? nextRun(spot.id, phase, roundId);
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
    loadedUpMs: number('loaded_up_ms'),
    jitterMs: number('jitter_ms'),
    lossPct: number('loss_pct'),
    silenceMs: number('silence_ms'),
    remarks: cell('remarks').split(/\s+/).filter(isRemark),
    linkMbps: number('link_mbps'),
    networkName: cell('network_name'),
    onUnitId: on?.id ?? null,
    onBand,
    roundId,
  } as const;
  if (problems.length) return { ok: false, why: problems };
  try {
    return { ok: true, reading: noteRun(job, spot, phase, run, figures) };
  } catch (error) {
    if (!(error instanceof z.ZodError)) throw error;
    for (const issue of error.issues) say(issue.path.join('.'), issue.message);
    return { ok: false, why: problems };
  }
}
