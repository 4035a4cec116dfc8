import type { Job } from '../job/job';
import { needOf } from '../job/needs';
import type { Device, FixedDevice } from '../job/records';
import { placeInSpace } from '../propagation/scene';
import type { Network } from './backhaul';
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

/** Does a device want the air? One with a port wants a cable, but for those that know 2.4 GHz alone. */
export const joinsOverAir = (d: FixedDevice): boolean =>
  d.standard !== null && !(d.portMbps > 0 && !d.only24);

/** Predictions for all fixed devices that have Wi-Fi and no cable port, each with its own radio and need. */
export function predictFixed(job: Job, scene: Scene, network: Network): Prediction[] {
  return job.fixedDevices.flatMap((d) => {
    const radio = joinsOverAir(d) ? radioOfDevice(d) : null;
    if (!radio) return [];
    const target = { id: d.id, at: placeInSpace(job, d), need: needOf(job, d.activityIds) };
    return [predictAt(job, scene, network, target, radio)];
  });
}
