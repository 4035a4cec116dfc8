/** What the spots get from one unit, however it is fed. */
import { signalDbm } from '../network/signal';
import { find, type Job } from '../job/job';
import { spotNeed } from '../job/needs';
import { bands, type Device, type Id, type Spot } from '../job/records';
import { type Access, accessesOf, accessRates, chanceMet, delivered, signalFor } from '../network/delivery';
import { type Noise, noiseAt } from '../network/disturbance';
import type { Backhaul, Network } from '../network/backhaul';
import { radioOf, sourceOfUnit } from '../network/hops';
import { isBeyond } from './reach';
import { radioOfDevice } from '../network/fixedDevices';
import { testDevice } from '../job/testDevice';
import { signalAt } from '../propagation/signalsKept';
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

/** A place's signal of one unit on one band, dBm, dB, and the rate that it alone would give, Mbps. */
interface Heard {
  dbm: number;
  spreadDb: number;
  downMbps: number;
}
/** Weaker signals count as none, dBm; nor is what another device hears looked at. */
const leastHeardDbm = -100;
const unheard: Heard = { dbm: -Infinity, spreadDb: 1, downMbps: 0 };

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

/**
 * Which of some spots a feed serves, fixed devices each with its own radio; the signals of a unit at its place are worked out once.
 * @param reachM farther off in the same building nothing is looked at.
 */
export function spotServices(
  job: Job,
  scene: Scene,
  network: Network,
  spots: readonly Spot[],
  reachM = Infinity,
): (backhaul: Backhaul) => Map<Id, SpotService> {
  const tested = testDevice(job);
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
  const heard = new Map<string, Heard[]>();
  /** What each place hears of a unit through an access: the same however the unit is fed. */
  const heardBy = (access: Access): Heard[] => {
    const { backhaul, band, device } = access;
    const key = `${backhaul.unit.id} ${band} ${device.id}`;
    const known = heard.get(key);
    if (known) return known;
    const tree = sourceOfUnit(scene, backhaul, 'access');
    const b = bands.indexOf(band);
    const made = places.map(({ spot, at, noise, device: own }): Heard => {
      if (own !== device || isBeyond(job, backhaul.unit, spot, reachM)) return unheard;
      const received = signalAt(tree, at);
      const dbm = signalDbm(radioOf(backhaul.product, band, 'access'), received, b, backhaul.mountDb);
      if (dbm < leastHeardDbm) return unheard;
      return { dbm, spreadDb: received.spreadDb[b] ?? 1, downMbps: accessRates(access, dbm, noise).down };
    });
    heard.set(key, made);
    return made;
  };
  return (backhaul) => {
    const serves: Map<Id, SpotService> = new Map();
    for (const device of devices) servesOf(backhaul, device, serves);
    return serves;
  };

  function servesOf(backhaul: Backhaul, device: Device, serves: Map<Id, SpotService>): void {
    // the faster bands first: where they leave nothing to wish for, the others are not looked at
    const accesses = accessesOf(backhaul, device, job.info.streetLatencyMs).sort(
      (a, b) => Number(b.band) - Number(a.band),
    );
    for (const access of accesses) {
      const signals = heardBy(access);
      // few needs and noises differ: each is worked out once
      const known = new Map<
        string,
        { mean: number; cases: number[] | null; of: ReturnType<typeof signalFor> }
      >();
      places.forEach(({ spot, noise, need, key }, i) => {
        const signal = signals[i];
        if (!signal || signal === unheard) return;
        const before = serves.get(spot.id);
        const down = Math.min(
          device.capMbps ?? Infinity,
          delivered(backhaul.mean, access.band, signal.downMbps, 'down'),
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
