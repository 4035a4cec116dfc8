import Papa from 'papaparse';
import type { Job } from '../job/job';
import type { Id, Reading } from '../job/records';
import type { Problem } from '../job/references';
import { type Doubt, doubtOf } from '../proof/doubtfulRun';
import { runId } from '../proof/noteRun';
import { type Known, readReadingLine } from './readingLine';
import { readingColumns, readingLines } from './readingsTable';

export interface ReadReadings {
  readings: Reading[];
  /** Lines that stand in the job already. */
  alreadyThere: number;
  /** Readings whose figures look like kbit/s: to be asked about. They are among `readings` as they stand. */
  doubts: Doubt[];
  problems: Problem[];
}

/** Problems of one file that are told; more would only hide the first. */
const mostProblems = 12;

const nothing = { readings: [], alreadyThere: 0, doubts: [] };

/**
 * Reads readings from CSV: a head line with at least `spot` (the spot's number) and `down_mbps`.
 * Empty or zero `down_mbps` or `connected` = no means that the device could not connect. Decimal commas
 * are read where the cells are parted by something else, or quoted. All or nothing: any problem gives no
 * readings.
 * @param defaults phase and time for lines that give none; a time later than that is refused.
 */
export function readReadingsCsv(job: Job, text: string, defaults: Known['defaults']): ReadReadings {
  const table = readingLines(text);
  if (!table.ok) return { ...nothing, problems: [table.why] };
  const numbers = runNumbers(job);
  const known: Known = {
    job,
    spots: new Map(job.spots.map((s) => [String(s.number), s])),
    devices: new Map(job.devices.map((d) => [d.name.toLowerCase(), d.id])),
    defaults,
    nextRun: numbers.next,
  };
  const isThere = knownRuns(job);
  const problems: Problem[] = [];
  const readings: Reading[] = [];
  let alreadyThere = 0;
  for (const line of table.lines) {
    const read = readReadingLine(known, line);
    if (!read.ok) problems.push(...read.why);
    else if (isThere(read.reading, line.cell('taken_at') !== '')) alreadyThere++;
    else {
      const { reading } = read;
      // a run number that is taken moves on to the next free one
      const taken = job.byId.has(reading.id) || readings.some((r) => r.id === reading.id);
      const { spotId, phase, roundId } = reading;
      numbers.take(reading);
      const run = taken ? numbers.next(spotId, phase, roundId) : reading.run;
      numbers.take({ ...reading, run });
      readings.push({ ...reading, run, id: runId(spotId, phase, run, roundId) });
    }
  }
  if (problems.length) return { ...nothing, problems: problems.slice(0, mostProblems) };
  return { readings, alreadyThere, doubts: readings.flatMap((r) => doubtOf(job, r) ?? []), problems: [] };
}

/** The highest run number of each spot and round so far. */
function runNumbers(job: Job) {
  const used = new Map<string, number>();
  const keyOf = (spotId: Id, phase: Reading['phase'], roundId: Id | null) => `${spotId}|${roundId ?? phase}`;
  const take = ({ spotId, phase, roundId, run }: Reading) => {
    const key = keyOf(spotId, phase, roundId);
    used.set(key, Math.max(used.get(key) ?? 0, run));
  };
  job.readings.forEach(take);
  const next: Known['nextRun'] = (spotId, phase, roundId) =>
    (used.get(keyOf(spotId, phase, roundId)) ?? 0) + 1;
  return { take, next };
}

/** Does the job have a run already? With a time, spot, run and time tell runs apart; without, the figures have to. */
function knownRuns(job: Job): (reading: Reading, hasTime: boolean) => boolean {
  const byTime = (r: Reading) => [r.spotId, r.roundId ?? r.phase, r.run, r.takenAt].join('|');
  const byFigures = (r: Reading) =>
    [
      r.spotId,
      r.roundId ?? r.phase,
      r.connected,
      r.downMbps,
      r.upMbps,
      r.latencyMs,
      r.rssiDbm,
      r.server,
    ].join('|');
  const times = new Set(job.readings.map(byTime));
  const figures = new Set(job.readings.filter((r) => r.source === 'csv').map(byFigures));
  return (r, hasTime) => times.has(byTime(r)) || (!hasTime && figures.has(byFigures(r)));
}

/** Writes the readings of a phase, or all, as CSV that `readReadingsCsv` reads back. */
export function writeReadingsCsv(job: Job, phase?: Reading['phase']): string {
  const numbers = new Map(job.spots.map((s) => [s.id, s.number]));
  const devices = new Map(job.devices.map((d) => [d.id, d.name]));
  const letters = new Map(job.units.map((u) => [u.id, u.letter]));
  const rounds = new Map(job.testRounds.map((t) => [t.id, t.name]));
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
      r.loadedUpMs,
      r.jitterMs,
      r.lossPct,
      r.silenceMs,
      r.remarks.join(' '),
      r.linkMbps,
      r.networkName,
      letters.get(r.onUnitId ?? ''),
      r.onBand,
      rounds.get(r.roundId ?? ''),
    ]);
  return `${Papa.unparse({ fields: [...readingColumns], data: rows }, { newline: '\n' })}\n`;
}
