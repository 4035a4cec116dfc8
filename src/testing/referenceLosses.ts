/** Losses that an independent solver computed for generated houses (reference/README.md), and how the engine fares. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Job } from '@/core/job/job';
import { parseJobFile } from '@/core/job/jobFile';
import { bands } from '@/core/job/records';
import { sourceOf } from '@/core/propagation/source';
import { makeReceived, receive, type Received } from '@/core/propagation/receive';
import { strongest } from '@/core/propagation/received';
import { buildScene, placeInSpace } from '@/core/propagation/scene';
import { unitOffsetDb } from '@/core/propagation/spread';
import { random, seedOf } from '@/core/statistics/random';
import { transmitterAt } from './transmitter';

const folder = join(process.cwd(), 'reference');

/** One loss, isotropic to isotropic, dB: by the solver, and foretold. */
export interface ReferenceLoss {
  house: string;
  construction: string;
  unit: string;
  spot: string;
  /** 0 … 2. */
  band: number;
  storey: string;
  freeDb: number;
  /** All paths, walls as surveyed; and in the true house, with furniture and walls that are off. */
  nominalDb: number;
  trueDb: number;
  foretoldDb: number;
  spreadDb: number;
  path: 'straight' | 'reflected' | 'turned';
  /** Seeded offset of the unit, dB: real units have one, the losses have none. */
  offsetDb: number;
}

const houses = readdirSync(join(folder, 'houses')).sort();

/** The job files there are, or as many as asked for of each construction. */
export function referenceJobs(ofEach = Infinity): Job[] {
  const seen = new Map<string, number>();
  return houses.flatMap((file) => {
    const job = parseJobFile(readFileSync(join(folder, 'houses', file), 'utf8'));
    const kind = constructionOf(job);
    seen.set(kind, (seen.get(kind) ?? 0) + 1);
    return (seen.get(kind) ?? 0) <= ofEach ? [job] : [];
  });
}

const constructionOf = (job: Job) => job.info.name.split(', ')[1] ?? '';

const columns = ['house', 'unit', 'spot', 'band', 'free_db', 'direct_db', 'nominal_db', 'true_db'];

/** The solver's rows by house. @throws Error where the file is not as its README says. */
function solverRows() {
  const [head = '', ...lines] = readFileSync(join(folder, 'losses.csv'), 'utf8').trim().split('\n');
  if (head !== columns.join()) throw new Error('reference/losses.csv: unknown columns');
  const rows = new Map<string, { unit: string; spot: string; band: number; db: number[] }[]>();
  for (const line of lines) {
    const [house = '', unit = '', spot = '', band = '', ...db] = line.split(',');
    const list = rows.get(house) ?? [];
    list.push({ unit, spot, band: bands.findIndex((b) => b === band), db: db.map(Number) });
    rows.set(house, list);
  }
  return rows;
}

const kindOf = (out: Received, band: number): ReferenceLoss['path'] => {
  const i = strongest(out, band);
  return i === 0 ? 'straight' : (out.edge[i] as number) >= 0 ? 'turned' : 'reflected';
};

/** Every loss of the jobs, with what the engine foretells from the survey alone. */
export function referenceLosses(jobs: readonly Job[]): ReferenceLoss[] {
  const rows = solverRows();
  return jobs.flatMap((job) => {
    const scene = buildScene(job);
    const out = makeReceived();
    const spots = new Map(job.spots.map((s) => [s.id, s]));
    const house = job.info.id;
    const all = rows.get(house) ?? [];
    return job.units.flatMap((unit) => {
      const source = sourceOf(scene, transmitterAt(placeInSpace(job, unit)));
      const offsetDb = unitOffsetDb * random(seedOf(1, house, unit.id)).normal();
      return [...spots.values()].flatMap((spot) => {
        receive(source, ...placeInSpace(job, spot), out);
        return all
          .filter((r) => r.unit === unit.id && r.spot === spot.id)
          .map(({ band, db: [freeDb = NaN, , nominalDb = NaN, trueDb = NaN] }): ReferenceLoss => ({
            house,
            construction: constructionOf(job),
            unit: unit.id,
            spot: spot.id,
            band,
            storey: spot.storeyId,
            freeDb,
            nominalDb,
            trueDb,
            foretoldDb: -(out.gainDb[band] as number),
            spreadDb: out.spreadDb[band] as number,
            path: kindOf(out, band),
            offsetDb,
          }));
      });
    });
  });
}

/** A list by key, in the order in which keys come. */
export function grouped<T>(list: readonly T[], keyOf: (item: T) => string): Map<string, T[]> {
  const groups = new Map<string, T[]>();
  for (const item of list) {
    const group = groups.get(keyOf(item));
    if (group) group.push(item);
    else groups.set(keyOf(item), [item]);
  }
  return groups;
}

/** Mean, root mean square, median and 90th percentile of errors, dB. */
export function errorFigures(errors: readonly number[]) {
  const n = errors.length;
  const sizes = errors.map(Math.abs).sort((a, b) => a - b);
  return {
    n,
    bias: errors.reduce((a, b) => a + b, 0) / n,
    rms: Math.sqrt(errors.reduce((a, b) => a + b * b, 0) / n),
    median: sizes[n >> 1] ?? NaN,
    p90: sizes[Math.floor(0.9 * n)] ?? NaN,
  };
}

/** Share of errors within so many standard deviations, 0 … 1. */
export const shareWithin = (
  errors: readonly { errorDb: number; spreadDb: number }[],
  sigmas: number,
): number => errors.filter((e) => Math.abs(e.errorDb) < sigmas * e.spreadDb).length / errors.length;

/** Error of what is foretold, the unit's offset added to the truth. */
export const withOffset = ({ trueDb, offsetDb, foretoldDb, spreadDb }: ReferenceLoss) => ({
  errorDb: trueDb - offsetDb - foretoldDb,
  spreadDb,
});
