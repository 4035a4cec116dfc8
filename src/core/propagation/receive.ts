/** What arrives at a place from a unit: the straight path, reflections and turns, added by power. */
import { crossingsFrom } from './angularIndex';
import { nearestM, powerAt1m } from './freeSpace';
import { clearTransmittance, leastPower, leastShare } from './limits';
import type { Source } from './model';
import { addPath, beginList, crossedIn, listLeg, makeReceived, note, type Received } from './received';
import { addReflectedOnce, addReflectedTwice } from './reflections';
import { roomAt } from './rooms';
import { antennaPower } from './source';
import { ownVariance, restDb, unitOffsetDb } from './spread';
import { multiplyTransmittance } from './transmittance';
import { addTurns } from './turns';

export { makeReceived, type Received };

/** Rarely is power more than this much above that of free space, however many paths add up (6 dB). */
const mostGain = 4;

/**
 * What arrives at a place, site coordinates, m; written into `out`. Allocates nothing.
 *
 * Power sum of the straight path, of paths reflected once or twice, and, where the straight one loses 3 dB or
 * more to what it crosses, of paths that turn once. Spread: see `spread.ts`; a loss counts by the share of the power that crosses it. Without a radio in a band: −Infinity.
 */
export function receive(source: Source, x: number, y: number, z: number, out: Received): void {
  const clear = receiveStraight(source, x, y, z, out);
  const { away, scene } = source;
  const { plane, n } = scene.facets;
  for (let f = 0; f < n; f++)
    away[f] =
      (plane[f * 4 + 3] as number) -
      (plane[f * 4] as number) * x -
      (plane[f * 4 + 1] as number) * y -
      (plane[f * 4 + 2] as number) * z;
  addReflectedOnce(source, x, y, z, out);
  if (!clear) addTurns(source, x, y, z, out);
  addReflectedTwice(source, x, y, z, out);
  sumUp(source, x, y, z, out);
}

/**
 * The straight path to a place, and what is known to come by other ways, by band; for places between those that
 * `receive` was asked for. Gains only: `out.correctionDb` is added as it stands.
 */
export function receiveWith(
  source: Source,
  x: number,
  y: number,
  z: number,
  byOtherWays: ArrayLike<number>,
  out: Received,
): void {
  receiveStraight(source, x, y, z, out);
  const isInRoom = source.isInRoom || roomAt(source.scene, x, y, z) !== undefined;
  for (let b = 0; b < 3; b++) {
    out.sum[b] = (out.sum[b] as number) + (byOtherWays[b] as number);
    const sum = boundedSum(source, x, y, z, out, b);
    out.gainDb[b] =
      10 * Math.log10(sum) +
      restDb(excessOf(source, x, y, z, sum, b), isInRoom) +
      (out.correctionDb[b] as number);
  }
}

/** Distance² from the unit, m²; never less than counts. */
function distance2({ transmitter }: Source, x: number, y: number, z: number): number {
  const [px, py, pz] = transmitter.at;
  return Math.max(nearestM * nearestM, (x - px) ** 2 + (y - py) ** 2 + (z - pz) ** 2);
}

/** The power of all paths in a band, at most 6 dB over free space. */
export const boundedSum = (
  source: Source,
  x: number,
  y: number,
  z: number,
  { sum }: Received,
  b: number,
): number => Math.min(sum[b] as number, (mostGain * (powerAt1m[b] as number)) / distance2(source, x, y, z));

/** Loss over free space, dB. */
const excessOf = (source: Source, x: number, y: number, z: number, sum: number, b: number): number =>
  10 * Math.log10((powerAt1m[b] as number) / (distance2(source, x, y, z) * sum));

/** Begins anew with the straight path alone. @returns whether it is clear enough in every band that no turn is looked for. */
function receiveStraight(source: Source, x: number, y: number, z: number, out: Received): boolean {
  const { scene, transmitter, hits } = source;
  const { left } = out;
  const [px, py, pz] = transmitter.at;
  const dx = x - px;
  const dy = y - py;
  const dz = z - pz;
  const distance = Math.sqrt(dx * dx + dy * dy + dz * dz);
  const d = distance < nearestM ? nearestM : distance;
  const per = distance > 1e-9 ? 1 / distance : 0;
  out.count = 0;
  out.sum.fill(0);
  beginList(out);
  crossingsFrom(scene, source.index, x, y, z, hits);
  listLeg(out, hits);
  left.fill(1);
  multiplyTransmittance(scene, hits, left, 0);
  const clear =
    (left[0] as number) > clearTransmittance &&
    (left[1] as number) > clearTransmittance &&
    (left[2] as number) > clearTransmittance;
  antennaPower(transmitter, dx * per, dy * per, dz * per, out.over, 0);
  for (let b = 0; b < 3; b++)
    left[b] = ((left[b] as number) * (out.over[b] as number) * (powerAt1m[b] as number)) / (d * d);
  note(out, -1, -1, -1, -1, -1);
  addPath(out, leastShare, leastPower);
  return clear;
}

/** Gain, spread and what readings have taught, from the paths. */
function sumUp(source: Source, x: number, y: number, z: number, out: Received): void {
  const { scene, transmitter, unitId } = source;
  const { posterior, spread } = scene;
  const isInRoom = source.isInRoom || roomAt(scene, x, y, z) !== undefined;
  for (let b = 0; b < 3; b++) {
    const sum = boundedSum(source, x, y, z, out, b);
    const excess = excessOf(source, x, y, z, sum, b);
    out.gainDb[b] = 10 * Math.log10(sum) + restDb(excess, isInRoom);
    out.correctionDb[b] = 0;
    if (!(sum > 0)) {
      out.gainDb[b] = -Infinity;
      out.spreadDb[b] = 0;
      out.ownDb[b] = 0;
      continue;
    }
    const crossed = crossedIn(out, b);
    const own = ownVariance(out, b, excess, scene.facets.plane);
    out.ownDb[b] = Math.sqrt(own);
    let variance = own + unitOffsetDb * unitOffsetDb;
    for (let i = 0; i < crossed.count; i++) {
      const loss = (crossed.times[i] as number) * (spread[(crossed.lossId[i] as number) * 3 + b] as number);
      variance += loss * loss;
    }
    if (posterior && unitId !== null) {
      const now = posterior(
        { unitId, from: transmitter.at, to: [x, y, z], band: b, crossed, ownDb: out.ownDb[b] as number },
        variance,
      );
      out.correctionDb[b] = now.db;
      out.gainDb[b] = (out.gainDb[b] as number) + now.db;
      variance = now.variance;
    }
    out.spreadDb[b] = Math.sqrt(variance);
  }
}
