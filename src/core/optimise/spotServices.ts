/** What the spots get from one unit, however it is fed. */
import { signalDbm } from '../network/signal';
import { find, type Job } from '../job/job';
import { spotNeed } from '../job/needs';
import { bands, type Device, type Id, type Spot } from '../job/records';
import { accessesOf, accessRates, chanceMet, delivered, signalFor } from '../network/delivery';
import { type Noise, noiseAt } from '../network/disturbance';
import type { Backhaul, Network } from '../network/backhaul';
import { radioOf, sourceOfUnit } from '../network/hops';
import { radioOfDevice } from '../network/fixedDevices';
import { testDevice } from '../network/predict';
import { makeReceived, receive } from '../propagation/receive';
import { placeInSpace } from '../propagation/scene';
import type { Scene } from '../propagation/model';

/** Headroom beyond this is not worth money, dB (custom). */
export const enoughHeadroomDb = 25;
/** What a spot gets from one unit: how sure its need is met, its headroom, dB; rate and signal, by which devices choose. */
export interface SpotService {
  certainty: number;
  headroomDb: number;
  downMbps: number;
  dbm: number;
}

/** A signal so far under what is needed is no signal, dB. */
const hopelessDb = 30;

/** Fixed devices that have no cable yet and want one or Wi-Fi, each as a spot of its own: who plans serves them as one. */
export const deviceSpots = (job: Job): Spot[] =>
  job.fixedDevices
    .filter(
      (d) => (d.standard !== null || d.portMbps > 0) && !job.deviceCables.some((c) => c.deviceId === d.id),
    )
    .map((d) => ({
      type: 'spot',
      id: d.id,
      // spots are numbered from 1
      number: 0,
      storeyId: d.storeyId,
      roomId: '',
      name: d.name,
      xM: d.xM,
      yM: d.yM,
      heightM: d.heightM,
      activityIds: d.activityIds,
    }));

/** Which of some spots a feed serves, fixed devices each with its own radio; the signals of a unit at its place are worked out once. */
export function spotServices(
  job: Job,
  scene: Scene,
  network: Network,
  spots: readonly Spot[],
): (backhaul: Backhaul) => Map<Id, SpotService> {
  const tested = testDevice(job);
  const received = makeReceived();
  const places = spots.map((spot) => {
    const at = placeInSpace(job, spot);
    const noise: Noise = noiseAt(scene, network.disturbers, ...at);
    const need = spotNeed(job, spot);
    const key = [need.downMbps, need.upMbps, need.latencyMs, noise.duty, noise.riseDb].join(' ');
    const fixed = find(job, 'fixedDevice', spot.id);
    const device = fixed ? radioOfDevice(fixed) : tested;
    return { spot, at, noise, need, key, device: device ?? undefined };
  });
  const devices = [...new Set(places.map((p) => p.device))].filter((d) => d !== undefined);
  const signals = new Map<Id, { dbm: number; spreadDb: number }[][]>();
  const signalsOf = (backhaul: Backhaul) => {
    const known = signals.get(backhaul.unit.id);
    if (known) return known;
    const tree = sourceOfUnit(scene, backhaul, 'access');
    const made = places.map(({ at }) => {
      receive(tree, ...at, received);
      return bands.map((b, i) => ({
        dbm: signalDbm(radioOf(backhaul.product, b, 'access'), received, i, backhaul.mountDb),
        spreadDb: received.spreadDb[i] ?? 1,
      }));
    });
    signals.set(backhaul.unit.id, made);
    return made;
  };
  return (backhaul) => {
    const serves: Map<Id, SpotService> = new Map();
    for (const device of devices) servesOf(backhaul, device, serves);
    return serves;
  };

  function servesOf(backhaul: Backhaul, device: Device, serves: Map<Id, SpotService>): void {
    const heard = signalsOf(backhaul);
    // the faster bands first: where they leave nothing to wish for, the others are not looked at
    const accesses = accessesOf(backhaul, device, job.info.streetLatencyMs).sort(
      (a, b) => Number(b.band) - Number(a.band),
    );
    for (const access of accesses) {
      const band = bands.indexOf(access.band);
      // few needs and noises differ: each is worked out once
      const known = new Map<
        string,
        { mean: number; cases: number[] | null; of: ReturnType<typeof signalFor> }
      >();
      places.forEach(({ spot, noise, need, key, device: own }, i) => {
        if (own !== device) return;
        const signal = heard[i]?.[band];
        if (!signal || signal.dbm < -100) return;
        const before = serves.get(spot.id);
        const down = Math.min(
          device.capMbps ?? Infinity,
          delivered(backhaul.mean, access.band, accessRates(access, signal.dbm, noise).down, 'down'),
        );
        const faster = before === undefined || down > before.downMbps;
        if (before && faster) Object.assign(before, { downMbps: down, dbm: signal.dbm });
        if (before && before.certainty > 0.999 && before.headroomDb >= enoughHeadroomDb) return;
        let needed = known.get(key);
        if (!needed) {
          const of = signalFor(access, need, noise);
          known.set(key, (needed = { mean: of(backhaul.mean), cases: null, of }));
        }
        // far too weak even at the mean of the hops: no case of them makes up for so much
        if (signal.dbm < needed.mean - hopelessDb) return;
        needed.cases ??= backhaul.cases.length === 1 ? [needed.mean] : backhaul.cases.map(needed.of);
        const certainty = chanceMet(needed.cases, backhaul.shares, signal.dbm, signal.spreadDb);
        if (certainty < 0.01) return;
        serves.set(spot.id, {
          certainty: Math.max(certainty, before?.certainty ?? 0),
          headroomDb: Math.max(signal.dbm - needed.mean, before?.headroomDb ?? -Infinity),
          downMbps: faster ? down : before.downMbps,
          dbm: faster ? signal.dbm : before.dbm,
        });
      });
    }
  }
}
