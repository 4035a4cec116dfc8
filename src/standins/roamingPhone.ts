/** SIMULATED: a phone that walks and holds on to its unit, as phones do. */
import { builtOrFound } from '@/core/proof/rounds';
import { find, type Job } from '@/core/job/job';
import { bands, type Id, type Reading } from '@/core/job/records';
import { holdsOnDbm } from '@/core/coverage/roaming';
import { accessesOf, accessRates, delivered } from '@/core/network/delivery';
import { noiseAt } from '@/core/network/disturbance';
import type { Network } from '@/core/network/backhaul';
import { sourceOfUnit } from '@/core/network/hops';
import { testDevice } from '@/core/job/testDevice';
import type { SimulatedBeat } from '@/core/speedtest/linkConditions';
import { makeReceived, receive } from '@/core/propagation/receive';
import { placeInSpace } from '@/core/propagation/scene';
import { hiddenTruth, type HiddenTruth, trueNetwork } from './simulatedHouse';

export interface RoamingHouse {
  job: Job;
  truth: HiddenTruth;
  network: Network;
}

/** The house as a roaming phone finds it; made once, asked every second. */
export function roamingHouse(job: Job, phase: Reading['phase']): RoamingHouse {
  const truth = hiddenTruth(job);
  return { job, truth, network: trueNetwork(job, truth, builtOrFound(phase)) };
}

/** Under so many Mbps a phone looks for another unit even where its signal would do (planning). */
const givesUpMbps = 1;

/**
 * One second of a walk: at a spot, on the unit held so far. The phone keeps it while it hears it at
 * −70 dBm or better; else it changes to the fastest, which costs this second.
 * @returns null when the spot is unknown or the job has no test device.
 */
export function beatAt(
  { job, truth, network }: RoamingHouse,
  spotId: Id,
  heldId: Id | null,
): SimulatedBeat | null {
  const spot = find(job, 'spot', spotId);
  const device = testDevice(job);
  if (!spot || !device) return null;
  const at = placeInSpace(job, spot);
  const received = makeReceived();
  const noise = noiseAt(truth.scene, network.disturbers, ...at);
  const units = network.backhauls.map((backhaul) => {
    receive(sourceOfUnit(truth.scene, backhaul, 'access'), ...at, received);
    const ways = accessesOf(backhaul, device, job.info.streetLatencyMs).map((access) => {
      const b = bands.indexOf(access.band);
      const dbm =
        access.radio.eirpDbm -
        (backhaul.mountDb[b] ?? 0) +
        truth.offset(backhaul.unit, at, b) +
        (received.gainDb[b] ?? -Infinity);
      const mbps = delivered(backhaul.mean, access.band, accessRates(access, dbm, noise).down, 'down');
      return { dbm, mbps, latencyMs: access.latencyMs };
    });
    const best = ways.reduce((a, b) => (b.mbps > a.mbps ? b : a), { dbm: -Infinity, mbps: 0, latencyMs: 0 });
    return { id: backhaul.unit.id, ...best, heardDbm: Math.max(-Infinity, ...ways.map((w) => w.dbm)) };
  });
  const held = units.find((u) => u.id === heldId);
  if (held && held.heardDbm >= holdsOnDbm && held.mbps >= givesUpMbps)
    return { unitId: held.id, lost: false, mbps: held.mbps, latencyMs: held.latencyMs };
  const best = units.reduce<(typeof units)[number] | null>((a, b) => (b.mbps > (a?.mbps ?? 0) ? b : a), null);
  if (!best) return { unitId: null, lost: true, mbps: 0, latencyMs: 0 };
  return {
    unitId: best.id,
    lost: heldId !== null && heldId !== best.id,
    mbps: Math.min(best.mbps, device.capMbps ?? Infinity),
    latencyMs: best.latencyMs,
  };
}
