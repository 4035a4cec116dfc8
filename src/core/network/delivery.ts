import type { Need } from '../job/needs';
import { type Band, bands, type Device, type Radio } from '../job/records';
import { normalBelow } from '../statistics/normal';
import { goodputIn, rssiIn } from '../wifi/airTime';
import { commonMode, rssiFor, type RadioMode } from '../wifi/radioLink';
import { type Noise, noNoise } from './disturbance';
import type { BackhaulCapacity, Backhaul } from './backhaul';
import type { UnitAir } from './hops';

/** One device on one band of one unit: fixed things that every place shares. */
export interface Access {
  backhaul: Backhaul;
  band: Band;
  radio: Radio;
  mode: RadioMode;
  air: UnitAir;
  /** Uplink signal minus downlink signal, dB: phones send weaker than units. */
  upMinusDownDb: number;
  device: Device;
  latencyMs: number;
}

/** Latency of each step, ms, idle (planning). */
export const wiredHopMs = 1;
export const radioHopMs = 4;
const accessMs: Record<Band, number> = { '2.4': 8, '5': 4, '6': 4 };
/** Retries near the edge of reach add this much, ms, within so many dB of the lowest rate (planning). */
export const retryDelayMs = 20;
export const cellEdgeMarginDb = 6;

/** All ways in which a device can join a unit. */
export function accessesOf(backhaul: Backhaul, device: Device, streetLatencyMs: number): Access[] {
  return backhaul.product.radios.flatMap((radio): Access[] => {
    const width = device.widthMHz[radio.band];
    if (radio.use !== 'access' || width === null) return [];
    const hops = backhaul.hops.reduce((sum, h) => sum + (h.wireless ? radioHopMs : wiredHopMs), 0);
    return [
      {
        backhaul,
        band: radio.band,
        radio,
        air: backhaul.air[radio.band],
        mode: commonMode(radio, { ...device, widthMHz: width }, radio.band),
        upMinusDownDb: device.txDbm + radio.gainDbi - radio.eirpDbm,
        device,
        latencyMs: streetLatencyMs + hops + accessMs[radio.band],
      },
    ];
  });
}

/**
 * What a device gets when its access link alone would give so much, Mbps: the chain's least, and shared air.
 * Example: 300 Mbps alone, on a band of which each Mbps takes 1/300 of the air for the hop too → 150.
 */
export function delivered(
  capacity: BackhaulCapacity,
  band: Band,
  accessMbps: number,
  way: 'down' | 'up',
): number {
  const shared = way === 'down' ? capacity.sharedDown : capacity.sharedUp;
  let least = way === 'down' ? capacity.downMbps : capacity.upMbps;
  // hops on another band's access radio only limit one another
  for (const other of bands) {
    if (other === band || shared[other] === 0) continue;
    const most = 1 / shared[other];
    if (most < least) least = most;
  }
  return Math.min(least, accessMbps > 0 ? 1 / (1 / accessMbps + shared[band]) : 0);
}

/** The access rate, Mbps, needed to deliver so much; Infinity when no access rate would do. */
function accessNeeded(capacity: BackhaulCapacity, band: Band, needMbps: number, way: 'down' | 'up'): number {
  if (needMbps <= 0) return 0;
  if (delivered(capacity, band, Infinity, way) < needMbps) return Infinity;
  const left = 1 / needMbps - (way === 'down' ? capacity.sharedDown : capacity.sharedUp)[band];
  return left > 0 ? 1 / left : Infinity;
}

const downAir = (access: Access, noise: Noise) => ({
  share: 1 - access.air.busyShare,
  duty: access.band === '2.4' ? noise.duty : 0,
  riseDb: noise.riseDb,
});
const upAir = (access: Access) => ({ share: 1 - access.air.busyShare, ...access.air.noise });

/**
 * The least downlink signal, dBm, at which a need is met through an access, both ways counted, by what
 * feeds the unit: to be asked for many cases of it. Infinity when the chain or the latency forbids it
 * however strong the signal.
 * @param noise at the device; that at the unit is known.
 */
export function signalFor(access: Access, need: Need, noise: Noise): (capacity: BackhaulCapacity) => number {
  const apart = signalForBothDirections(access, need);
  const downFor = rssiIn(downAir(access, noise), access.mode);
  return (capacity) =>
    Math.max(apart(capacity), downFor(accessNeeded(capacity, access.band, need.downMbps, 'down')));
}

/** The same for one access, need and feed in many kinds of noise: by kind. */
export function signalsIn(
  access: Access,
  capacity: BackhaulCapacity,
  need: Need,
  kinds: readonly Noise[],
): Float64Array {
  const { band, mode } = access;
  const apart = signalForBothDirections(access, need)(capacity);
  const mbps = accessNeeded(capacity, band, need.downMbps, 'down');
  const out = new Float64Array(kinds.length);
  for (let k = 0; k < out.length; k++)
    out[k] = Math.max(apart, rssiIn(downAir(access, kinds[k] ?? noNoise), mode)(mbps));
  return out;
}

/** What the need asks of the signal apart from the rate down, which is all that noise at the device changes. */
function signalForBothDirections(access: Access, need: Need): (capacity: BackhaulCapacity) => number {
  if (need.latencyMs < access.latencyMs) return () => Infinity;
  const { band, mode, upMinusDownDb } = access;
  const upFor = rssiIn(upAir(access), mode);
  // a strict latency is not kept where retries begin
  const edge =
    need.latencyMs >= access.latencyMs + retryDelayMs ? -Infinity : rssiFor(0, mode) + cellEdgeMarginDb;
  const floor = Math.max(edge, edge - upMinusDownDb);
  return (capacity) =>
    Math.max(floor, upFor(accessNeeded(capacity, band, need.upMbps, 'up')) - upMinusDownDb);
}

/**
 * Chance that a need is met, 0 … 1, over the cases of the hops and the spread of the access signal.
 * @param thresholdsDbm least access signal with which the need is met, a case each, dBm.
 * @param shares how likely each case is; they add up to 1.
 * Example: −65 dBm ± 5 dB where −70 dBm is enough → 0.841.
 */
export function chanceMet(
  thresholdsDbm: ArrayLike<number>,
  shares: ArrayLike<number>,
  rssiDbm: number,
  spreadDb: number,
): number {
  let sum = 0;
  for (let i = 0; i < thresholdsDbm.length; i++) {
    const t = thresholdsDbm[i] as number;
    // beyond six standard deviations it is as good as sure
    const z = (rssiDbm - t) / spreadDb;
    const share = shares[i] as number;
    if (z > 6) sum += share;
    else if (z > -6) sum += share * normalBelow(z);
  }
  return Math.min(1, sum);
}

/** The access link alone at a signal, in the air there: goodput both ways. @param noise at the device. */
export function accessRates(
  access: Access,
  rssiDbm: number,
  noise: Noise = noNoise,
): { down: number; up: number } {
  return {
    down: goodputIn(downAir(access, noise), rssiDbm, access.mode),
    up: goodputIn(upAir(access), rssiDbm + access.upMinusDownDb, access.mode),
  };
}
