/** SIMULATED conditions for the phone's own speed test: what the hidden truth lets through at a spot. */
import { builtOrFound } from '@/core/proof/rounds';
import { applyEdit, putOne } from '@/core/job/edits';
import { find, type Job } from '@/core/job/job';
import type { Network } from '@/core/network/backhaul';
import { testDevice } from '@/core/job/testDevice';
import type { LinkConditions, SimulatedAir, SimulateRequest } from '@/core/speedtest/linkConditions';
import { trueJob } from '@/core/practice/practiceJob';
import { random, type Random, seedOf } from '@/core/statistics/random';
import { hiddenTruth, type HiddenTruth, simulateRun, trueNetwork } from './simulatedHouse';

/** Through the house alone the street takes no part: no plan, no delay of its own. */
const withoutStreet = (job: Job): Job =>
  applyEdit(
    job,
    putOne('without the internet', {
      ...job.info,
      planDownMbps: 100_000,
      planUpMbps: 100_000,
      streetLatencyMs: 0,
    }),
  ).job;

/** What all runs of one phase and kind have in common: made once, asked for each run. */
export interface ShapedHouse {
  job: Job;
  truth: HiddenTruth;
  network: Network;
}
export function shapedHouse(
  job: Job,
  { phase, measures }: Pick<SimulateRequest, 'phase' | 'measures'>,
): ShapedHouse {
  const real = trueJob(job);
  const house = measures === 'house' ? withoutStreet(real) : real;
  const truth = hiddenTruth(house);
  return { job: house, truth, network: trueNetwork(house, truth, builtOrFound(phase)) };
}

/**
 * The conditions of one run at a spot; the same job, spot, phase, kind and run number give the same.
 * Null when the spot is unknown or the job has no test device.
 */
export function shapeFor(
  { job, truth, network }: ShapedHouse,
  { spotId, phase, measures }: SimulateRequest,
  run: number,
): LinkConditions | null {
  const spot = find(job, 'spot', spotId);
  const device = testDevice(job);
  if (!spot || !device) return null;
  const result = simulateRun(job, truth, network, spot, device, builtOrFound(phase), run);
  return {
    connected: result.connected,
    downMbps: result.downMbps ?? 0,
    upMbps: result.upMbps ?? 0,
    latencyMs: result.latencyMs ?? 0,
    rssiDbm: result.rssiDbm,
    air: simulatedAir(
      result.rssiDbm ?? 0,
      random(seedOf(job.info.simulationSeed, 'air', spotId, phase, measures, run)),
    ),
  };
}

/** The air gets worse from the first of these signals to the second, dBm (planning). */
const goodAirDbm = -70;
const badAirDbm = -85;
/** At its worst: answers so much later, so many of them lost, and a silence in so many of the runs (planning). */
const worst = { jitterMs: 25, lostShare: 0.05, silentRuns: 0.6 };
/** Even where the signal is good the air is never still. */
const stillJitterMs = 2;
/** A silence is so long, and begins within a run, ms (planning). */
const silenceMs = { least: 400, most: 4000 };
const runMs = 9000;

/** What the air does to a run at a signal: none of it at a good one, often at the edge of reach. */
export function simulatedAir(rssiDbm: number, r: Random): SimulatedAir {
  const bad = Math.min(1, Math.max(0, (goodAirDbm - rssiDbm) / (goodAirDbm - badAirDbm)));
  const hasSilence = r.uniform() < bad * worst.silentRuns;
  const silence = {
    atMs: r.uniform() * runMs,
    lengthMs: silenceMs.least + r.uniform() * (silenceMs.most - silenceMs.least),
  };
  return {
    jitterMs: stillJitterMs + bad * worst.jitterMs,
    lostShare: bad * worst.lostShare,
    silences: hasSilence ? [silence] : [],
  };
}
