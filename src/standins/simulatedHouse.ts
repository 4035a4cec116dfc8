/**
 * SIMULATED. A stand-in for a real house and a real phone: a hidden truth that the plan does not
 * know, drawn from the spreads with the job's seed. Nothing here is a measurement.
 */
import type { Job } from '@/core/job/job';
import { bands, type Device, type Id, type PerBand, type Spot, type Unit } from '@/core/job/records';
import { lossTable } from '@/core/materials/assemblyLoss';
import { accessesOf, accessRates, delivered, cellEdgeMarginDb, retryDelayMs } from '@/core/network/delivery';
import { noiseAt } from '@/core/network/disturbance';
import { type Network, networkOf } from '@/core/network/backhaul';
import { pathTreeOfUnit, type SignalOffset } from '@/core/network/hops';
import { makeReceived, receive, shadowingDb, unitOffsetDb } from '@/core/propagation/receive';
import { buildScene, placeInSpace } from '@/core/propagation/scene';
import { random, seedOf } from '@/core/statistics/random';
import { rssiFor } from '@/core/wifi/radioLink';
import type { Scene } from '@/core/propagation/model';

/** What one simulated run shows. */
export interface SimulatedRun {
  connected: boolean;
  downMbps: number | null;
  upMbps: number | null;
  latencyMs: number | null;
  rssiDbm: number | null;
}

export interface HiddenTruth {
  scene: Scene;
  offset: SignalOffset;
}

/** Waves that make up the random field of a unit. */
const waves = 24;
/** How far apart two places must be for their shadowing to differ, m. */
const fieldLengthM = 3;
/** A run drops out now and then, and often at the edge of reach. */
const dropOut = 0.01;
const dropOutAtEdge = 0.3;

/** The truth behind a job: what its walls really cost, and a smooth random field around each unit. */
export function hiddenTruth(job: Job): HiddenTruth {
  const seed = job.info.simulationSeed;
  const correctionDb = new Map<Id, PerBand>();
  const draw = (id: Id, spread: (band: number) => number) => {
    const z = Math.max(-2, Math.min(2, random(seedOf(seed, 'wall', id)).normal()));
    correctionDb.set(id, { '2.4': z * spread(0), '5': z * spread(1), '6': z * spread(2) });
  };
  for (const a of job.assemblies) draw(a.id, (b) => lossTable(a).spread[b] ?? 0);
  for (const o of job.obstacles) draw(o.id, (b) => 2 + 0.2 * o.lossDb[bands[b] ?? '5']);
  const fields = new Map<Id, ReturnType<typeof randomField>>();
  return {
    scene: buildScene(job, { correctionDb }),
    offset: (unit: Unit, at) => {
      const field = fields.get(unit.id) ?? randomField(seedOf(seed, 'field', unit.id));
      fields.set(unit.id, field);
      return field(at);
    },
  };
}

/** A smooth random field in space: the unit's offset plus shadowing, dB (random Fourier features). */
function randomField(seed: number): (at: readonly [number, number, number]) => number {
  const r = random(seed);
  const offset = r.normal() * unitOffsetDb;
  const parts = Array.from({ length: waves }, () => ({
    k: [r.normal() / fieldLengthM, r.normal() / fieldLengthM, r.normal() / fieldLengthM] as const,
    phase: r.uniform() * 2 * Math.PI,
  }));
  const amplitude = shadowingDb * Math.sqrt(2 / waves);
  return ([x, y, z]) =>
    offset +
    amplitude * parts.reduce((s, { k, phase }) => s + Math.cos(k[0] * x + k[1] * y + k[2] * z + phase), 0);
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
    receive(pathTreeOfUnit(truth.scene, backhaul, 'access'), ...at, received);
    for (const access of accessesOf(backhaul, device, job.info.streetLatencyMs)) {
      const rssiDbm =
        access.radio.eirpDbm -
        (backhaul.mountDb[bands.indexOf(access.band)] ?? 0) +
        truth.offset(backhaul.unit, at) +
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
