/**
 * SIMULATED. A stand-in for a real house and a real phone: a hidden truth that the plan does not
 * know, drawn with the job's seed; see `trueHouse.ts`. Nothing here is a measurement.
 */
import type { Job } from '@/core/job/job';
import { bands, type Device, type Spot } from '@/core/job/records';
import { accessesOf, accessRates, delivered, cellEdgeMarginDb, retryDelayMs } from '@/core/network/delivery';
import { noiseAt } from '@/core/network/disturbance';
import { type Network, networkOf } from '@/core/network/backhaul';
import { sourceOfUnit, type SignalOffset } from '@/core/network/hops';
import { makeReceived, receive } from '@/core/propagation/receive';
import { cachedSource } from '@/core/propagation/source';
import { unitOffsetDb } from '@/core/propagation/spread';
import { buildScene, placeInSpace } from '@/core/propagation/scene';
import { random, seedOf } from '@/core/statistics/random';
import { rssiFor } from '@/core/wifi/radioLink';
import type { Scene } from '@/core/propagation/model';
import { trueHouse } from './trueHouse';

/** What one simulated run shows. */
export interface SimulatedRun {
  connected: boolean;
  downMbps: number | null;
  upMbps: number | null;
  latencyMs: number | null;
  rssiDbm: number | null;
}

export interface HiddenTruth {
  /** The house as surveyed: what the engine computes is set right by `offset`. */
  scene: Scene;
  offset: SignalOffset;
}

/** A run drops out now and then, and often at the edge of reach. */
const dropOut = 0.01;
const dropOutAtEdge = 0.3;

const isotropic = ['isotropic', 'isotropic', 'isotropic'] as const;
const upright = [0, 0, 1] as const;

/** The truth behind a job: a true house with a solver of its own, and how far each unit is off. */
export function hiddenTruth(job: Job): HiddenTruth {
  const seed = job.info.simulationSeed;
  const scene = buildScene(job);
  const house = trueHouse(job, seed);
  const received = makeReceived();
  const known = new Map<string, number>();
  return {
    scene,
    offset(unit, at, band) {
      const key = `${unit.id} ${band} ${at.join()} ${unit.storeyId} ${unit.xM} ${unit.yM} ${unit.heightM}`;
      const had = known.get(key);
      if (had !== undefined) return had;
      const from = placeInSpace(job, unit);
      receive(cachedSource(scene, { at: from, axis: upright, patterns: isotropic }), ...at, received);
      const really = house.gainDb(unit.id, from, at, bands[band] ?? '5');
      const unitDb = random(seedOf(seed, 'unit', unit.id)).normal() * unitOffsetDb;
      const value = really + unitDb - (received.gainDb[band] as number);
      known.set(key, value);
      return value;
    },
  };
}

/** The network as it truly is, for the phase of a test. */
export const trueNetwork = (job: Job, truth: HiddenTruth, phase: 'before' | 'after'): Network =>
  networkOf(job, truth.scene, phase === 'before' ? 'found' : 'planned', truth.offset);

/**
 * One simulated speed test at a spot. The same job, spot, phase and run number give the same result.
 */
export function simulateRun(
  job: Job,
  truth: HiddenTruth,
  network: Network,
  spot: Spot,
  device: Device,
  phase: 'before' | 'after',
  run: number,
): SimulatedRun {
  const r = random(seedOf(job.info.simulationSeed, 'run', spot.id, phase, run));
  const at = placeInSpace(job, spot);
  const received = makeReceived();
  const noise = noiseAt(truth.scene, network.disturbers, ...at);
  let best = { down: 0, up: 0, rssiDbm: -Infinity, latencyMs: 0, atEdge: true };
  for (const backhaul of network.backhauls) {
    receive(sourceOfUnit(truth.scene, backhaul, 'access'), ...at, received);
    for (const access of accessesOf(backhaul, device, job.info.streetLatencyMs)) {
      const rssiDbm =
        access.radio.eirpDbm -
        (backhaul.mountDb[bands.indexOf(access.band)] ?? 0) +
        truth.offset(backhaul.unit, at, bands.indexOf(access.band)) +
        (received.gainDb[bands.indexOf(access.band)] ?? -Infinity) +
        r.normal() * 1.2;
      const rates = accessRates(access, rssiDbm, noise);
      const down = delivered(backhaul.mean, access.band, rates.down, 'down');
      const up = delivered(backhaul.mean, access.band, rates.up, 'up');
      const weaker = Math.min(rssiDbm, rssiDbm + access.upMinusDownDb);
      const atEdge = weaker < rssiFor(0, access.mode) + cellEdgeMarginDb;
      if (down > best.down && up > 0)
        best = { down, up, rssiDbm, latencyMs: access.latencyMs + (atEdge ? retryDelayMs : 0), atEdge };
    }
  }
  const jitter = (spread: number) => Math.min(1.02, Math.max(0.4, 0.96 + r.normal() * spread));
  const lost = r.uniform() < (best.atEdge ? dropOutAtEdge : dropOut);
  if (best.down === 0 || lost)
    return { connected: false, downMbps: null, upMbps: null, latencyMs: null, rssiDbm: null };
  const cap = device.capMbps ?? Infinity;
  const round = (v: number) => Number(v.toPrecision(3));
  return {
    connected: true,
    downMbps: round(Math.min(cap, best.down * jitter(0.05))),
    upMbps: round(Math.min(cap, best.up * jitter(0.06))),
    latencyMs: Math.max(1, Math.round(best.latencyMs + Math.abs(r.normal()) * 3)),
    rssiDbm: Math.round(best.rssiDbm),
  };
}
