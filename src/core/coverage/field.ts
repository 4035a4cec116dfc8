import type { Job } from '../job/job';
import { roomNeed } from '../job/needs';
import { bands, type Band, type Device, type Id } from '../job/records';
import { type Access, accessesOf, chanceMet, signalFor, signalNeeded } from '../network/delivery';
import { type Disturber, noiseAt, noNoise, type Noise } from '../network/disturbance';
import type { Feed, Network } from '../network/feeds';
import { movingReachOf, radioOf, reachOfUnit } from '../network/hops';
import { makeReceived, receive } from '../propagation/receive';

import { nodesAround, type RoomGrid } from './grid';
import type { Scene } from '../propagation/model';

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

const received = makeReceived();

/** Computes the signals of one unit over a grid: the costly part, to be kept while the unit stays. */
export function unitField(scene: Scene, feed: Feed, grid: RoomGrid): UnitField {
  const n = grid.inside.length;
  const field: UnitField = {
    rssiDbm: bands.map(() => new Float32Array(n).fill(noSignalDbm)),
    spreadDb: bands.map(() => new Float32Array(n)),
  };
  // coarse: something moves
  const reach = grid.chessboard ? movingReachOf(scene, feed) : reachOfUnit(scene, feed, 'access');
  const radios = bands.map((b) => radioOf(feed.kit, b, 'access'));
  const around = nodesAround(grid);
  const isLeft = (i: number) => {
    const node = grid.inside[i] as number;
    if (!grid.chessboard || ((node % grid.columns) + Math.floor(node / grid.columns)) % 2 === 0) return false;
    for (let k = i * 8; k < i * 8 + 4; k++) if ((around[k] as number) >= 0) return true;
    return false;
  };
  for (let i = 0; i < n; i++) {
    if (isLeft(i)) continue;
    const [x, y, z] = [grid.at[i * 3] as number, grid.at[i * 3 + 1] as number, grid.at[i * 3 + 2] as number];
    receive(reach, x, y, z, received);
    for (let b = 0; b < 3; b++) {
      const radio = radios[b];
      if (!radio) continue;
      (field.rssiDbm[b] as Float32Array)[i] =
        radio.eirpDbm - (feed.mountDb[b] as number) + (received.gainDb[b] as number);
      (field.spreadDb[b] as Float32Array)[i] = received.spreadDb[b] as number;
    }
  }
  if (!grid.chessboard) return field;
  for (const values of [...field.rssiDbm, ...field.spreadDb])
    for (let i = 0; i < n; i++) {
      if (!isLeft(i)) continue;
      let sum = 0;
      let count = 0;
      for (let k = i * 8; k < i * 8 + 4; k++) {
        const beside = around[k] as number;
        if (beside < 0) continue;
        sum += values[beside] as number;
        count++;
      }
      values[i] = sum / count;
    }
  return field;
}

/** Noise at 2.4 GHz over a grid, node by node; empty where nothing disturbs. */
export function noiseField(scene: Scene, disturbers: readonly Disturber[], grid: RoomGrid): Noise[] {
  if (disturbers.length === 0) return [];
  return Array.from(grid.inside, (_, i) =>
    noiseAt(
      scene,
      disturbers,
      grid.at[i * 3] as number,
      grid.at[i * 3 + 1] as number,
      grid.at[i * 3 + 2] as number,
    ),
  );
}

/** What a layer is worked out from, besides the units' fields. */
export interface Ground {
  job: Job;
  network: Network;
  device: Device;
  grid: RoomGrid;
  /** By unit id, over this grid. */
  fields: ReadonlyMap<Id, UnitField>;
  /** Node by node, or empty. */
  noise: readonly Noise[];
}

/** An access over a grid: its signals, and what signal the room's need asks at each node. */
export interface AccessField {
  access: Access;
  rssi: Float32Array;
  spread: Float32Array;
  /** Least signal for the need at a node, dBm, at the hops' mean signals. */
  needs(node: number): number;
  /** The same for each case of the hops. */
  cases(node: number): readonly number[];
}

/** All ways to join at the nodes of a room. */
export function accessFields({ job, network, device, grid, fields, noise }: Ground): AccessField[] {
  const need = roomNeed(job, grid.room);
  return network.feeds.flatMap((feed) => {
    const field = fields.get(feed.unit.id);
    if (!field) return [];
    return accessesOf(feed, device, job.info.streetLatencyMs).map((access): AccessField => {
      const b = bands.indexOf(access.band);
      // noise comes in whole dB, so few different answers are needed; where none is, one
      const quiet = access.band !== '2.4' || noise.length === 0;
      const one = quiet ? signalNeeded(access, feed.mean, need, noNoise) : 0;
      const mean = new Map<number, number>();
      const cases = new Map<number, number[]>();
      const at = (node: number): Noise => (access.band === '2.4' ? (noise[node] ?? noNoise) : noNoise);
      const keyOf = (n: Noise) => n.riseDb * 1000 + Math.round(n.duty * 999);
      return {
        access,
        rssi: field.rssiDbm[b] as Float32Array,
        spread: field.spreadDb[b] as Float32Array,
        needs(node) {
          if (quiet) return one;
          const n = at(node);
          const known = mean.get(keyOf(n));
          if (known !== undefined) return known;
          const least = signalNeeded(access, feed.mean, need, n);
          mean.set(keyOf(n), least);
          return least;
        },
        cases(node) {
          const n = at(node);
          const known = cases.get(keyOf(n));
          if (known) return known;
          const all = feed.cases.map(signalFor(access, need, n));
          cases.set(keyOf(n), all);
          return all;
        },
      };
    });
  });
}

/** Strongest signal of any unit in a band, dBm, at each node. */
export function signalLayer({ network, grid, fields }: Ground, band: Band): Float32Array {
  const out = new Float32Array(grid.inside.length).fill(noSignalDbm);
  for (const feed of network.feeds) {
    const rssi = fields.get(feed.unit.id)?.rssiDbm[bands.indexOf(band)];
    if (rssi) for (let i = 0; i < out.length; i++) out[i] = Math.max(out[i] as number, rssi[i] as number);
  }
  return out;
}

/** Headroom of the best way to join, dB, kept within −30 … 60. A room without a need is held against the lowest rate. */
export function headroomLayer(accesses: readonly AccessField[], nodes: number): Float32Array {
  const out = new Float32Array(nodes).fill(leastHeadroomDb);
  for (const { rssi, needs } of accesses)
    for (let i = 0; i < nodes; i++) {
      const headroom = Math.min(mostHeadroomDb, (rssi[i] as number) - needs(i));
      if (headroom > (out[i] as number)) out[i] = headroom;
    }
  return out;
}

/** Chance that the need is met by the best way to join, 0 … 1, at each node. */
export function certaintyLayer(accesses: readonly AccessField[], nodes: number): Float32Array {
  const out = new Float32Array(nodes);
  for (const { rssi, spread, cases } of accesses)
    for (let i = 0; i < nodes; i++) {
      if ((out[i] as number) > 0.9999) continue;
      const chance = chanceMet(cases(i), rssi[i] as number, spread[i] as number);
      if (chance > (out[i] as number)) out[i] = chance;
    }
  return out;
}

/** One layer over a room: dB, dBm or 0 … 1 for each node inside. */
export function layerOver(ground: Ground, layer: Layer, band: Band): Float32Array {
  if (layer === 'signal') return signalLayer(ground, band);
  const accesses = accessFields(ground);
  const nodes = ground.grid.inside.length;
  return layer === 'certainty' ? certaintyLayer(accesses, nodes) : headroomLayer(accesses, nodes);
}

/** Share of a room's area whose value reaches a level, 0 … 1; 0 for a room too small for a node. */
export function shareAbove(values: Float32Array, level: number): number {
  if (values.length === 0) return 0;
  let count = 0;
  for (let i = 0; i < values.length; i++) if ((values[i] as number) >= level) count++;
  return count / values.length;
}
