import type { Job } from '../job/job';
import { roomNeed } from '../job/needs';
import { bands, type Band, type Device, type Id } from '../job/records';
import { accessesOf, chanceMet, signalNeeded } from '../network/delivery';
import { type Feed, gainTowards, type Network, radioOf } from '../network/feeds';
import { makeCrossings } from '../propagation/crossings';
import { makePathLoss, pathLoss } from '../propagation/pathLoss';
import type { Scene } from '../propagation/scene';
import type { RoomGrid } from './grid';

/** What is drawn: headroom in dB, signal of the strongest unit in dBm, or the chance to meet the need. */
export type Layer = 'headroom' | 'signal' | 'certainty';

/** Headroom is kept within these, dB, so that a picture has no infinities. */
export const leastHeadroomDb = -30;
export const mostHeadroomDb = 60;
/** No signal worth a number, dBm. */
export const noSignalDbm = -120;

/** Signals of one unit over one room's grid: per band, nodes in the order of `inside`. */
export interface UnitField {
  rssiDbm: Float32Array[];
  spreadDb: Float32Array[];
}

/** Computes the signals of one unit over a grid: the costly part, to be kept while the unit stays. */
export function unitField(scene: Scene, feed: Feed, grid: RoomGrid): UnitField {
  const n = grid.inside.length;
  const make = () => bands.map(() => new Float32Array(n).fill(noSignalDbm));
  const field: UnitField = { rssiDbm: make(), spreadDb: make() };
  const hits = makeCrossings(scene);
  const loss = makePathLoss();
  const radios = bands.map((b) => radioOf(feed.kit, b, 'access'));
  for (let i = 0; i < n; i++) {
    const [x, y, z] = [grid.at[i * 3] as number, grid.at[i * 3 + 1] as number, grid.at[i * 3 + 2] as number];
    pathLoss(scene, feed.at, x, y, z, hits, loss);
    for (let b = 0; b < 3; b++) {
      const radio = radios[b];
      if (!radio) continue;
      const rssi = radio.eirpDbm + gainTowards(feed, radio, x, y, z) - (loss.lossDb[b] as number);
      (field.rssiDbm[b] as Float32Array)[i] = rssi;
      (field.spreadDb[b] as Float32Array)[i] = loss.spreadDb[b] as number;
    }
  }
  return field;
}

/**
 * Combines the units' signals into one layer over a room, against that room's own need.
 * @param fields by unit id, over this grid.
 * @returns one value per node inside, in dB, dBm or 0 … 1. A room without a need is shown against
 *   the lowest rate.
 */
export function combine(
  job: Job,
  network: Network,
  device: Device,
  grid: RoomGrid,
  fields: ReadonlyMap<Id, UnitField>,
  layer: Layer,
  signalBand: Band,
): Float32Array {
  const n = grid.inside.length;
  const out = new Float32Array(n).fill(
    layer === 'signal' ? noSignalDbm : layer === 'certainty' ? 0 : leastHeadroomDb,
  );
  if (layer === 'signal') {
    const b = bands.indexOf(signalBand);
    for (const feed of network.feeds) {
      const rssi = fields.get(feed.unit.id)?.rssiDbm[b];
      if (rssi)
        for (let i = 0; i < n; i++) if ((rssi[i] as number) > (out[i] as number)) out[i] = rssi[i] as number;
    }
    return out;
  }
  const need = roomNeed(job, grid.room);
  const best = new Float32Array(n).fill(-Infinity);
  for (const feed of network.feeds) {
    const field = fields.get(feed.unit.id);
    if (!field) continue;
    for (const access of accessesOf(feed, device, job.info.streetLatencyMs)) {
      const b = bands.indexOf(access.band);
      const [rssi, spread] = [field.rssiDbm[b], field.spreadDb[b]];
      if (!rssi || !spread) continue;
      const threshold = signalNeeded(access, feed.mean, need);
      const cases = layer === 'certainty' ? feed.cases.map((c) => signalNeeded(access, c, need)) : [];
      for (let i = 0; i < n; i++) {
        const headroom = (rssi[i] as number) - threshold;
        if (headroom <= (best[i] as number) && !(headroom === -Infinity && layer === 'certainty')) continue;
        if (layer === 'headroom') {
          best[i] = headroom;
          out[i] = Math.min(mostHeadroomDb, Math.max(leastHeadroomDb, headroom));
        } else {
          const chance = chanceMet(cases, rssi[i] as number, spread[i] as number);
          if (headroom > (best[i] as number) || chance > (out[i] as number)) out[i] = chance;
          best[i] = Math.max(best[i] as number, headroom);
        }
      }
    }
  }
  return out;
}

/** Share of a room's area whose value reaches a level, 0 … 1; 0 for a room too small for a node. */
export function shareAbove(values: Float32Array, level: number): number {
  if (values.length === 0) return 0;
  let count = 0;
  for (let i = 0; i < values.length; i++) if ((values[i] as number) >= level) count++;
  return count / values.length;
}
