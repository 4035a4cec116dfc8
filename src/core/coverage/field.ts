import type { Job } from '../job/job';
import { roomNeed } from '../job/needs';
import { bands, type Band, type Device, type Id } from '../job/records';
import { type Access, accessesOf, chanceMet, signalFor, signalsIn } from '../network/delivery';
import { type Disturber, noiseOf, noNoise, type Noise, sourceOfDisturber } from '../network/disturbance';
import type { Backhaul, Network } from '../network/backhaul';
import { movingSourceOf, radioOf, sourceOfUnit } from '../network/hops';
import { makeReceived, receive, receiveWith } from '../propagation/receive';

import { latticeOf, type RoomGrid } from './grid';
import type { Scene, Source } from '../propagation/model';

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
/** No reflection or turn to speak of, dB. */
const nothingDb = -200;

/** What arrives from one source over a grid: by band, nodes in the order of `inside`, dB. */
interface GainField {
  gainDb: Float32Array[];
  spreadDb: Float32Array[];
}

/**
 * What arrives from a source over a grid. The straight path is worked out at every node; reflections, turns and
 * spreads at those of the lattice, and between them linearly in dB.
 */
function gainField(source: Source, grid: RoomGrid): GainField {
  const n = grid.inside.length;
  const perBand = () => bands.map(() => new Float32Array(n));
  const [gainDb, spreadDb, correction, byOtherWays] = [perBand(), perBand(), perBand(), perBand()];
  const { isFull, from, weight } = latticeOf(grid);
  const { at } = grid;
  const keep = (i: number) => {
    for (let b = 0; b < 3; b++) (gainDb[b] as Float32Array)[i] = received.gainDb[b] as number;
  };
  for (let i = 0; i < n; i++) {
    if (!isFull[i]) continue;
    receive(source, at[i * 3] as number, at[i * 3 + 1] as number, at[i * 3 + 2] as number, received);
    for (let b = 0; b < 3; b++) {
      const other = (received.sum[b] as number) - (received.power[b] as number);
      (byOtherWays[b] as Float32Array)[i] = other > 0 ? 10 * Math.log10(other) : nothingDb;
      (correction[b] as Float32Array)[i] = received.correctionDb[b] as number;
      (spreadDb[b] as Float32Array)[i] = received.spreadDb[b] as number;
    }
    keep(i);
  }
  const between = (values: Float32Array, i: number) => {
    let sum = 0;
    for (let k = i * 4; k < i * 4 + 4; k++) {
      const place = from[k] as number;
      if (place >= 0) sum += (weight[k] as number) * (values[place] as number);
    }
    return sum;
  };
  for (let i = 0; i < n; i++) {
    if (isFull[i]) continue;
    for (let b = 0; b < 3; b++) {
      received.beside[b] = 10 ** (between(byOtherWays[b] as Float32Array, i) / 10);
      received.correctionDb[b] = between(correction[b] as Float32Array, i);
      (spreadDb[b] as Float32Array)[i] = between(spreadDb[b] as Float32Array, i);
    }
    const [x, y, z] = [at[i * 3] as number, at[i * 3 + 1] as number, at[i * 3 + 2] as number];
    receiveWith(source, x, y, z, received.beside, received);
    keep(i);
  }
  return { gainDb, spreadDb };
}

/** Computes the signals of one unit over a grid: the costly part, to be kept while the unit stays. */
export function unitField(scene: Scene, backhaul: Backhaul, grid: RoomGrid): UnitField {
  const source = grid.coarse ? movingSourceOf(scene, backhaul) : sourceOfUnit(scene, backhaul, 'access');
  const { gainDb, spreadDb } = gainField(source, grid);
  const rssiDbm = bands.map((band, b) => {
    const radio = radioOf(backhaul.product, band, 'access');
    if (!radio) return new Float32Array(grid.inside.length).fill(noSignalDbm);
    const offDb = radio.eirpDbm - (backhaul.mountDb[b] ?? 0);
    return (gainDb[b] as Float32Array).map((gain) => gain + offDb);
  });
  return { rssiDbm, spreadDb };
}

/** Noise at 2.4 GHz over a grid. It comes in whole dB, so that few kinds of it stand for all nodes. */
export interface NoiseField {
  kinds: readonly Noise[];
  /** Kind at each node. */
  of: Uint16Array;
}

/** The noise over a grid, node by node; one kind, none, where nothing disturbs. */
export function noiseField(scene: Scene, disturbers: readonly Disturber[], grid: RoomGrid): NoiseField {
  const { inside } = grid;
  if (disturbers.length === 0) return quietField(inside.length);
  const kinds: Noise[] = [];
  const places = new Map<string, number>();
  const gains = disturbers.map((d) => gainField(sourceOfDisturber(scene, d), grid).gainDb[0]);
  const of = Uint16Array.from(inside, (_, i) => {
    const noise = noiseOf(disturbers, (_d, k) => gains[k]?.[i] ?? -Infinity);
    const key = `${noise.riseDb} ${noise.duty}`;
    const place = places.get(key) ?? kinds.push(noise) - 1;
    places.set(key, place);
    return place;
  });
  return { kinds, of };
}

const quietField = (nodes: number): NoiseField => ({ kinds: [noNoise], of: new Uint16Array(nodes) });

/** What a layer is worked out from, besides the units' fields. */
export interface FieldInputs {
  job: Job;
  network: Network;
  device: Device;
  grid: RoomGrid;
  /** By unit id, over this grid. */
  fields: ReadonlyMap<Id, UnitField>;
  noise: NoiseField;
}

/** An access over a grid: its signals, and what signal the room's need asks in each kind of noise. */
export interface AccessField {
  access: Access;
  rssi: Float32Array;
  spread: Float32Array;
  /** Kind of noise at each node. */
  kindOf: Uint16Array;
  /** By kind: least signal for the need, dBm, at the hops' mean signals. */
  leastDbm: Float64Array;
  /** By kind: the same for each case of the hops. */
  cases: (kind: number) => readonly number[];
  /** How likely each of them is. */
  shares: readonly number[];
}

/** All ways to join at the nodes of a room. */
export function accessFields({ job, network, device, grid, fields, noise }: FieldInputs): AccessField[] {
  const need = roomNeed(job, grid.room);
  const quiet = quietField(grid.inside.length);
  return network.backhauls.flatMap((backhaul) => {
    const field = fields.get(backhaul.unit.id);
    if (!field) return [];
    return accessesOf(backhaul, device, job.info.streetLatencyMs).map((access): AccessField => {
      const b = bands.indexOf(access.band);
      const { kinds, of } = access.band === '2.4' ? noise : quiet;
      const known: (readonly number[])[] = [];
      return {
        access,
        rssi: field.rssiDbm[b] as Float32Array,
        spread: field.spreadDb[b] as Float32Array,
        kindOf: of,
        shares: backhaul.shares,
        leastDbm: signalsIn(access, backhaul.mean, need, kinds),
        cases: (kind) =>
          (known[kind] ??= backhaul.cases.map(signalFor(access, need, kinds[kind] ?? noNoise))),
      };
    });
  });
}

/** Strongest signal of any unit in a band, dBm, at each node. */
export function signalLayer({ network, grid, fields }: FieldInputs, band: Band): Float32Array {
  const out = new Float32Array(grid.inside.length).fill(noSignalDbm);
  for (const backhaul of network.backhauls) {
    const rssi = fields.get(backhaul.unit.id)?.rssiDbm[bands.indexOf(band)];
    if (rssi) for (let i = 0; i < out.length; i++) out[i] = Math.max(out[i] as number, rssi[i] as number);
  }
  return out;
}

/** Signal above the least for the need at a node, dB. */
export const headroomAt = ({ rssi, kindOf, leastDbm }: AccessField, node: number): number =>
  (rssi[node] as number) - (leastDbm[kindOf[node] as number] as number);

/** Headroom of the best way to join, dB, kept within −30 … 60. A room without a need is held against the lowest rate. */
export function headroomLayer(accesses: readonly AccessField[], nodes: number): Float32Array {
  const out = new Float32Array(nodes).fill(leastHeadroomDb);
  for (const access of accesses)
    for (let i = 0; i < nodes; i++) {
      const headroom = Math.min(mostHeadroomDb, headroomAt(access, i));
      if (headroom > (out[i] as number)) out[i] = headroom;
    }
  return out;
}

/** Chance that the need is met by the best way to join, 0 … 1, at each node. */
export function certaintyLayer(accesses: readonly AccessField[], nodes: number): Float32Array {
  const out = new Float32Array(nodes);
  for (const { rssi, spread, kindOf, cases, shares } of accesses)
    for (let i = 0; i < nodes; i++) {
      if ((out[i] as number) > 0.9999) continue;
      const needed = cases(kindOf[i] as number);
      const chance = chanceMet(needed, shares, rssi[i] as number, spread[i] as number);
      if (chance > (out[i] as number)) out[i] = chance;
    }
  return out;
}

/** One layer over a room: dB, dBm or 0 … 1 for each node inside. */
export function layerOver(inputs: FieldInputs, layer: Layer, band: Band): Float32Array {
  if (layer === 'signal') return signalLayer(inputs, band);
  const accesses = accessFields(inputs);
  const nodes = inputs.grid.inside.length;
  return layer === 'certainty' ? certaintyLayer(accesses, nodes) : headroomLayer(accesses, nodes);
}

/** Share of a room's area whose value reaches a level, 0 … 1; 0 for a room too small for a node. */
export function shareAbove(values: Float32Array, level: number): number {
  if (values.length === 0) return 0;
  let count = 0;
  for (let i = 0; i < values.length; i++) if ((values[i] as number) >= level) count++;
  return count / values.length;
}
