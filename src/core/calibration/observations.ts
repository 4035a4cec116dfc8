/** Readings as observations: which unit and band each was of, and what was computed for it. */
import { signalDbm } from '../network/signal';
import type { Job } from '../job/job';
import type { Point3 } from '../geometry/point';
import { bands, type Id, type Reading } from '../job/records';
import { type Backhaul, networkOf } from '../network/backhaul';
import { accessesOf, accessRates, delivered } from '../network/delivery';
import { noiseAt } from '../network/disturbance';
import { sourceOfUnit } from '../network/hops';
import { testDevice } from '../job/testDevice';
import { copyOf, crossedIn, type Received } from '../propagation/received';
import { makeReceived, receive } from '../propagation/receive';
import { placeInSpace } from '../propagation/scene';
import type { Scene, SignalPath, Source } from '../propagation/model';
import type { Observation } from './fit';

/** What a signal depends on, to be kept; `received` holds what arrived. */
export const signalPathOf = (
  source: Source,
  unitId: Id,
  to: Point3,
  band: number,
  received: Received,
): SignalPath => ({
  unitId,
  from: source.transmitter.at,
  to,
  band,
  crossed: copyOf(crossedIn(received, band)),
  ownDb: received.ownDb[band] as number,
});

/** What a device could have joined at a spot when it was read. */
interface Joinable {
  backhaul: Backhaul;
  source: Source;
  band: number;
  computedDbm: number;
  spreadDb: number;
  downMbps: number;
}

/** A way with no rate at all is so much less likely to have been joined than the fastest, as a logarithm (planning). */
const slowestLog = 3;

/** How unlikely it is that a signal was read of a way to join: by its rate beside the fastest, and by the signal. */
function unlikely(way: Joinable, fastestMbps: number, readDbm: number): number {
  const off = (readDbm - way.computedDbm) / way.spreadDb;
  return (off * off) / 2 + Math.log(way.spreadDb) + slowestLog * (1 - way.downMbps / fastestMbps);
}

/**
 * One observation for each spot and phase with a signal in dBm: the mean of its runs, held against the unit and band
 * that it most likely was of, in the network as found (before) or as planned (after). A phone tells a signal, but not
 * whose: it joins what is fastest there, which need not be what is foretold to be.
 * @param scene without anything taught.
 */
export function observationsOf(job: Job, scene: Scene): Observation[] {
  const received = makeReceived();
  const device = testDevice(job);
  if (!device) return [];
  return (['before', 'after'] as const).flatMap((phase) => {
    const of = (spotId: string): Reading[] =>
      job.readings.filter(
        (r) => r.spotId === spotId && r.phase === phase && r.connected && r.rssiDbm !== null,
      );
    if (!job.spots.some((s) => of(s.id).length)) return [];
    const network = networkOf(job, scene, phase === 'before' ? 'found' : 'planned');
    return job.spots.flatMap((spot): Observation[] => {
      const runs = of(spot.id);
      if (!runs.length) return [];
      const to = placeInSpace(job, spot);
      const noise = noiseAt(scene, network.disturbers, ...to);
      const ways = network.backhauls.flatMap((backhaul): Joinable[] => {
        const source = sourceOfUnit(scene, backhaul, 'access');
        receive(source, ...to, received);
        return accessesOf(backhaul, device, job.info.streetLatencyMs).map((access) => {
          const band = bands.indexOf(access.band);
          const computedDbm = signalDbm(access.radio, received, band, backhaul.mountDb);
          const rate = accessRates(access, computedDbm, noise).down;
          const downMbps = delivered(backhaul.mean, access.band, rate, 'down');
          return {
            backhaul,
            source,
            band,
            computedDbm,
            spreadDb: received.spreadDb[band] as number,
            downMbps,
          };
        });
      });
      const readDbm = runs.reduce((sum, r) => sum + (r.rssiDbm ?? 0), 0) / runs.length;
      const fastest = Math.max(1e-9, ...ways.map((w) => w.downMbps));
      const [likely] = ways
        .map((way) => ({ way, cost: unlikely(way, fastest, readDbm) }))
        .sort((a, b) => a.cost - b.cost);
      if (!likely || !Number.isFinite(likely.cost)) return [];
      const { source, backhaul, band, computedDbm } = likely.way;
      receive(source, ...to, received);
      return [
        {
          ...signalPathOf(source, backhaul.unit.id, to, band, received),
          spotId: spot.id,
          readDbm,
          computedDbm,
          runs: runs.length,
        },
      ];
    });
  });
}
