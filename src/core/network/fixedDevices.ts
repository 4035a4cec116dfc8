/** Fixed devices: how each joins, over the air or by a cable, and whether its need is met. */
import type { Job } from '../job/job';
import { type Need, needOf } from '../job/needs';
import { bands, type Device, type DeviceCable, type FixedDevice, type Id } from '../job/records';
import { placeInSpace } from '../propagation/scene';
import type { Backhaul, BackhaulCapacity, Network } from './backhaul';
import { radioHopMs, wiredHopMs } from './delivery';
import { tcpFraction } from './hops';
import { type Prediction, predictAt } from './predict';
import type { Scene } from '../propagation/model';

/** What small devices send with (planning), dBm. */
const txDbm = 14;

/** A fixed device as a radio; null when it has no Wi-Fi. Bulbs and cameras for 2.4 GHz know 20 MHz only. */
export function radioOfDevice(d: FixedDevice): Device | null {
  if (d.standard === null) return null;
  const wide = d.standard === 'ht' ? 40 : 80;
  const six = d.standard === 'eht' ? 80 : null;
  return {
    type: 'device',
    id: d.id,
    name: d.name,
    standard: d.standard,
    streams: d.streams,
    widthMHz: d.only24 ? { '2.4': 20, '5': null, '6': null } : { '2.4': 20, '5': wide, '6': six },
    txDbm,
    capMbps: null,
  };
}

/** The cable of a device, where it has one from a unit of the network. */
export const cableOf = (
  job: Job,
  network: Pick<Network, 'placed'>,
  device: FixedDevice,
): DeviceCable | null =>
  job.deviceCables.find((c) => c.deviceId === device.id && network.placed.has(c.fromUnitId)) ?? null;

/** Predictions for all fixed devices that have Wi-Fi and no cable, each with its own radio and need. */
export function predictFixed(job: Job, scene: Scene, network: Network): Prediction[] {
  return job.fixedDevices.flatMap((d) => {
    const radio = cableOf(job, network, d) ? null : radioOfDevice(d);
    if (!radio) return [];
    const target = { id: d.id, at: placeInSpace(job, d), need: needOf(job, d.activityIds) };
    return [predictAt(job, scene, network, target, radio)];
  });
}

/** What a device gets over its cable. */
export interface CabledDevice {
  deviceId: Id;
  cable: DeviceCable;
  downMbps: number;
  upMbps: number;
  latencyMs: number;
  /** Chance that its need is met, 0 … 1: by what feeds the unit at the other end. */
  certainty: number;
}

/** What comes over what feeds a unit, shared air counted, Mbps. */
function ratesOf(capacity: BackhaulCapacity, portMbps: number): { downMbps: number; upMbps: number } {
  const port = portMbps * tcpFraction;
  const shared = (way: 'sharedDown' | 'sharedUp') =>
    Math.min(...bands.map((b) => (capacity[way][b] > 0 ? 1 / capacity[way][b] : Infinity)));
  return {
    downMbps: Math.min(port, capacity.downMbps, shared('sharedDown')),
    upMbps: Math.min(port, capacity.upMbps, shared('sharedUp')),
  };
}

/** How sure it is that a need is met by a cable from a unit, and what comes. */
export function overCable(
  { cases, shares, mean, hops, product }: Backhaul,
  device: Pick<FixedDevice, 'portMbps'>,
  need: Need,
  streetLatencyMs: number,
): Pick<CabledDevice, 'downMbps' | 'upMbps' | 'latencyMs' | 'certainty'> {
  const port = Math.min(device.portMbps, product.portMbps);
  const latencyMs =
    streetLatencyMs + hops.reduce((sum, h) => sum + (h.wireless ? radioHopMs : wiredHopMs), wiredHopMs);
  const isMet = (c: BackhaulCapacity) => {
    const { downMbps, upMbps } = ratesOf(c, port);
    return downMbps >= need.downMbps && upMbps >= need.upMbps && latencyMs <= need.latencyMs;
  };
  const certainty = cases.reduce((sum, c, i) => sum + (isMet(c) ? (shares[i] ?? 0) : 0), 0);
  return { ...ratesOf(mean, port), latencyMs, certainty: Math.min(1, certainty) };
}

/** All fixed devices with a cable from a unit that is fed. */
export function predictCabled(job: Job, network: Network): CabledDevice[] {
  return job.fixedDevices.flatMap((d): CabledDevice[] => {
    const cable = cableOf(job, network, d);
    if (!cable) return [];
    const backhaul = network.backhauls.find((b) => b.unit.id === cable.fromUnitId);
    const none = { downMbps: 0, upMbps: 0, latencyMs: Infinity, certainty: 0 };
    const given = backhaul
      ? overCable(backhaul, d, needOf(job, d.activityIds), job.info.streetLatencyMs)
      : none;
    return [{ deviceId: d.id, cable, ...given }];
  });
}
