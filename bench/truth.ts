/** The engine against an independent solver: 30 houses, from the survey alone, then learning from readings. */
import { signalPathOf } from '@/core/calibration/observations';
import { calibrate, type Observation } from '@/core/calibration/fit';
import type { Job } from '@/core/job/job';
import { makeReceived, receive } from '@/core/propagation/receive';
import { buildScene, placeInSpace } from '@/core/propagation/scene';
import { sourceOf } from '@/core/propagation/source';
import { random, seedOf } from '@/core/statistics/random';
import { transmitterAt } from '@/testing/transmitter';
import {
  errorFigures,
  grouped,
  type ReferenceLoss,
  referenceJobs,
  referenceLosses,
  shareWithin,
  withOffset,
} from '@/testing/referenceLosses';

const sigmas = { '50 %': 0.6745, '80 %': 1.2816, '90 %': 1.6449, '95 %': 1.96 };
const percent = (v: number) => Number((100 * v).toFixed(1));
const round = (v: number) => Number(v.toFixed(2));

function row(what: string, list: readonly ReferenceLoss[]) {
  const real = errorFigures(list.map((r) => r.trueDb - r.foretoldDb));
  const nominal = errorFigures(list.map((r) => r.nominalDb - r.foretoldDb));
  const offs = list.map(withOffset);
  return {
    what,
    losses: list.length,
    bias: round(real.bias),
    rms: round(real.rms),
    median: round(real.median),
    p90: round(real.p90),
    'nominal bias': round(nominal.bias),
    'nominal rms': round(nominal.rms),
    ...Object.fromEntries(
      Object.entries(sigmas).map(([name, s]) => [`in ${name}`, percent(shareWithin(offs, s))]),
    ),
  };
}

/** One row for each value of a key, in order. */
function by(list: readonly ReferenceLoss[], key: (r: ReferenceLoss) => string) {
  const groups = grouped(list, key);
  return [...groups].sort(([a], [b]) => a.localeCompare(b)).map(([what, rows]) => row(what, rows));
}

const excess = (r: ReferenceLoss) => r.foretoldDb - r.freeDb;

/** From the survey alone: errors in dB, shares in the stated bands. */
export function truthTable(jobs = referenceJobs()): object[] {
  const all = referenceLosses(jobs);
  return [
    row('all', all),
    ...by(all, (r) => r.construction),
    ...by(all, (r) => `${['2.4', '5', '6'][r.band]} GHz`),
    ...by(all, (r) => `storey ${r.storey.replace(/^.*-(\d|air)$/, '$1')}`),
    ...by(all, (r) => `mostly ${r.path}`),
    ...by(all, (r) => {
      const from = Math.max(-10, Math.min(50, Math.floor(excess(r) / 10) * 10));
      return `foretold ${from < 0 ? '−10' : `+${from}`} dB over free space`;
    }),
    row(
      'foretold 30 dB and more over free space',
      all.filter((r) => excess(r) >= 30),
    ),
  ];
}

const readingCounts = [0, 3, 6, 10, 20];
/** Spots are held back, and readings taken, in another order in each. */
const draws = [1, 2, 3, 4, 5];

interface Miss {
  errorDb: number;
  spreadDb: number;
  construction: string;
}

/**
 * Learning, one unit at a time: half of the spots are held back; so many of the others are read in the 5 GHz band, and
 * what the unit brings to those held back is foretold in every band.
 * @param offset share of the unit's seeded offset that is added to the truth: 0 or 1.
 * @returns for each count of readings, every loss held back.
 */
function learningMisses(jobs: readonly Job[], draw: number, offset: 0 | 1): Miss[][] {
  const losses = grouped(referenceLosses(jobs), (r) => `${r.house} ${r.unit}`);
  const misses = readingCounts.map((): Miss[] => []);
  for (const job of jobs) {
    const scene = buildScene(job);
    const out = makeReceived();
    for (const unit of job.units) {
      const rows = losses.get(`${job.info.id} ${unit.id}`) ?? [];
      const transmitter = transmitterAt(placeInSpace(job, unit));
      const source = sourceOf(scene, transmitter, unit.id);
      const r = random(seedOf(draw, job.info.id, unit.id));
      const spots = job.spots
        .map((spot) => ({ spot, order: r.uniform() }))
        .sort((a, b) => a.order - b.order)
        .map(({ spot }) => spot);
      const held = spots.slice(0, spots.length >> 1);
      const readable = spots.slice(spots.length >> 1).flatMap((spot): Observation[] => {
        const loss = rows.find((row) => row.spot === spot.id && row.band === 1);
        if (!loss) return [];
        const to = placeInSpace(job, spot);
        receive(source, ...to, out);
        return [
          {
            ...signalPathOf(source, unit.id, to, 1, out),
            spotId: spot.id,
            computedDbm: out.gainDb[1] as number,
            readDbm: offset * loss.offsetDb - loss.trueDb + 0.5 * r.normal(),
            runs: 5,
          },
        ];
      });
      readingCounts.forEach((count, k) => {
        const learnt = calibrate(scene, readable.slice(0, count));
        const known = sourceOf({ ...scene, posterior: learnt?.posterior ?? null }, transmitter, unit.id);
        for (const spot of held) {
          receive(known, ...placeInSpace(job, spot), out);
          for (const loss of rows)
            if (loss.spot === spot.id)
              misses[k]?.push({
                errorDb: loss.trueDb - offset * loss.offsetDb + (out.gainDb[loss.band] as number),
                spreadDb: out.spreadDb[loss.band] as number,
                construction: loss.construction,
              });
        }
      });
    }
  }
  return misses;
}

/** Bias and rms of the losses as they are; bands with what sets one unit apart from another of its kind. */
export function learningTable(jobs: readonly Job[] = referenceJobs()): object[] {
  const asTheyAre = draws.map((draw) => learningMisses(jobs, draw, 0));
  const withOffsets = draws.map((draw) => learningMisses(jobs, draw, 1));
  return readingCounts.map((count, k) => {
    const errors = (all: Miss[][][]) =>
      all.map((misses) => errorFigures((misses[k] ?? []).map((m) => m.errorDb)));
    const mean = (v: number[]) => round(v.reduce((sum, x) => sum + x, 0) / v.length);
    const rms = errors(asTheyAre).map((e) => e.rms);
    const list = withOffsets.flatMap((misses) => misses[k] ?? []);
    return {
      readings: count,
      bias: mean(errors(asTheyAre).map((e) => e.bias)),
      rms: mean(rms),
      'rms of each draw': rms.map((v) => v.toFixed(2)).join(' '),
      'rms with offsets': mean(errors(withOffsets).map((e) => e.rms)),
      ...Object.fromEntries(
        Object.entries(sigmas).map(([name, s]) => [`in ${name}`, percent(shareWithin(list, s))]),
      ),
      ...Object.fromEntries(
        [...grouped(list, (e) => e.construction)].map(([name, some]) => [
          name,
          percent(shareWithin(some, sigmas['90 %'])),
        ]),
      ),
    };
  });
}

if (process.argv[1]?.endsWith('truth.ts')) {
  console.table(truthTable());
  console.table(learningTable());
}
