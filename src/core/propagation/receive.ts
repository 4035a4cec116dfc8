import { crossFrom, fanOfGate } from './fan';
import { nearestM, powerAt1m } from './freeSpace';
import { grazingPower } from './knifeEdge';
import { mostNear, neighbourhoodOf, shareFrom } from './nearGates';
import { passAll, passOf } from './passOf';
import { aerial, cosineAt, mostPast, past, turnCosine } from './reach';
import type { Neighbourhood, Reach } from './model';
import { settle } from './movingReach';

/** Shadowing by people and furniture (planning, standard deviation), dB. */
export const shadowingDb = 3.5;
/** How far one unit differs from another of its kind (planning, standard deviation), dB. */
export const unitOffsetDb = 2;
/** Where the straight path loses less than this to what it crosses, no way round is looked for (6 dB). */
const clearPass = 0.25;
/** Ways round that would add less than this share are not followed (−17 dB: 0.09 dB). */
const worthwhile = 0.02;
/** How much more may pass to a place than to the best sample of its neighbourhood (6 dB). */
const sharesDiffer = 4;
/** Most ways round that are added, each through another gate. */
export const mostWays = 3;
/** Most crossings of a last leg that count for its spread. */
const mostKeys = 60;

/** What arrives at a place, by band; dB relative to the unit's EIRP. Made once, filled again and again. */
export interface Received {
  gainDb: Float64Array;
  /** Standard deviation, dB. */
  spreadDb: Float64Array;
  /** Of the gain, what readings have taught, dB. */
  taughtDb: Float64Array;
  /** Power of the straight path, by band. */
  straight: Float64Array;
  /** Ways round that were added, `mostWays` a band: gate (−1 = none), and power. */
  gate: Int32Array;
  power: Float64Array;
  /** Scratch: what a way must bring, Infinity where none is looked for; what passes; where the keys of a way's last leg are. */
  bar: Float64Array;
  passed: Float64Array;
  slot: Int32Array;
  keys: Int32Array;
  keyCount: Int32Array;
  list: Int32Array;
}

export const makeReceived = (): Received => ({
  gainDb: new Float64Array(3),
  spreadDb: new Float64Array(3),
  taughtDb: new Float64Array(3),
  straight: new Float64Array(3),
  gate: new Int32Array(3 * mostWays),
  power: new Float64Array(3 * mostWays),
  bar: new Float64Array(3),
  passed: new Float64Array(6),
  slot: new Int32Array(3 * mostWays),
  keys: new Int32Array(2 * mostNear * mostKeys),
  keyCount: new Int32Array(2 * mostNear),
  list: new Int32Array(1024),
});

/**
 * What arrives at a place, site coordinates, m; written into `out`. Allocates nothing, except once
 * for each new neighbourhood and gate.
 *
 * Power sum of the straight path and, where that loses 6 dB or more to what it crosses, of the best
 * ways round in each band, each through another gate and none through an opening that the straight
 * path goes through. Spread: shadowing, the unit's offset, and what the strongest way crosses, where
 * an assembly crossed twice counts as the same error twice. Without a radio in a band: −Infinity.
 */
export function receive(reach: Reach, x: number, y: number, z: number, out: Received): void {
  const { scene, sender, hits } = reach;
  const { straight, passed } = out;
  const dx = x - sender.at[0];
  const dy = y - sender.at[1];
  const dz = z - sender.at[2];
  const distance = Math.sqrt(dx * dx + dy * dy + dz * dz);
  const d = distance < nearestM ? nearestM : distance;
  const per = distance > 1e-9 ? 1 / distance : 0;
  crossFrom(scene, reach.fan, x, y, z, hits);
  passed[0] = passed[1] = passed[2] = 1;
  passAll(scene, hits, passed, 0);
  aerial(sender, dx * per, dy * per, dz * per, straight, 0);
  let blocked = false;
  for (let b = 0; b < 3; b++) {
    const looks = (straight[b] as number) > 0 && (passed[b] as number) < clearPass;
    if (looks) blocked = true;
    straight[b] = ((straight[b] as number) * (passed[b] as number) * (powerAt1m[b] as number)) / (d * d);
    out.bar[b] = looks ? worthwhile * (straight[b] as number) : Infinity;
  }
  for (let i = 0; i < 3 * mostWays; i++) {
    out.gate[i] = -1;
    out.power[i] = 0;
  }
  if (blocked && scene.gates.n > 0) {
    const here = neighbourhoodOf(scene, x, y, z);
    const { leading, tried } = reach;
    const { near } = here;
    const place = ++reach.places;
    for (let i = 0; i < near.length; i++) {
      tried[near[i] as number] = place;
      follow(reach, here, near[i] as number, i, x, y, z, out);
    }
    for (let i = 0; i < leading.length; i++)
      if (tried[leading[i] as number] !== place)
        follow(reach, here, leading[i] as number, mostNear + i, x, y, z, out);
  }
  sumUp(reach, x, y, z, out);
}

/** The way through a gate to a place: into `out`, where it is worth while. */
function follow(
  reach: Reach,
  here: Neighbourhood,
  g: number,
  slot: number,
  x: number,
  y: number,
  z: number,
  out: Received,
) {
  const { scene, hits, legHits, power, length, lastLeg, arrives, first } = reach;
  const { at, key, item } = scene.gates;
  const { passed } = out;
  settle(reach, g);
  const gx = at[g * 3] as number;
  const gy = at[g * 3 + 1] as number;
  const gz = at[g * 3 + 2] as number;
  const dx = x - gx;
  const dy = y - gy;
  const dz = z - gz;
  const leg = Math.max(1e-6, Math.sqrt(dx * dx + dy * dy + dz * dz));
  const far = Math.max((length[first + g] as number) + leg, nearestM);
  const s = (first + g) * 3;
  // even with the gentlest turn and the best last leg of the neighbourhood: would it add anything?
  const share = Math.min(1, sharesDiffer * shareFrom(scene, here, g));
  let hope = false;
  for (let b = 0; b < 3; b++) {
    const most = ((power[s + b] as number) * (powerAt1m[b] as number) * grazingPower) / (far * far);
    passed[3 + b] = most;
    if (most * share > (out.bar[b] as number)) hope = true;
  }
  if (!hope) return;
  // with a turn of about its size, then with its real one?
  const ux = arrives[s] as number;
  const uy = arrives[s + 1] as number;
  const uz = arrives[s + 2] as number;
  const bend = turnCosine(scene, g, ux, uy, uz, dx / leg, dy / leg, dz / leg);
  const d1 = lastLeg[first + g] as number;
  const left = (mostPast(bend, d1, leg) / grazingPower) * share;
  if (
    (passed[3] as number) * left <= (out.bar[0] as number) &&
    (passed[4] as number) * left <= (out.bar[1] as number) &&
    (passed[5] as number) * left <= (out.bar[2] as number)
  )
    return;
  const turn = Math.acos(bend);
  const cosine = cosineAt(scene, g, ux, uy, uz, dx / leg, dy / leg, dz / leg);
  hope = false;
  for (let b = 0; b < 3; b++) {
    const p =
      ((passed[3 + b] as number) / grazingPower) *
      past(turn, d1, leg, b) *
      passOf(scene, key[g] as number, cosine, b);
    passed[3 + b] = p;
    if (p * share > (out.bar[b] as number)) hope = true;
  }
  if (!hope) return;
  const way = item[g] as number;
  if (way >= scene.shapes.firstOpening) for (let i = 0; i < hits.count; i++) if (hits.item[i] === way) return;
  // with what the last leg crosses
  crossFrom(scene, fanOfGate(scene, g), x, y, z, legHits);
  passAll(scene, legHits, passed, 3);
  out.keyCount[slot] = Math.min(legHits.count, mostKeys);
  for (let i = 0; i < (out.keyCount[slot] as number); i++)
    out.keys[slot * mostKeys + i] = legHits.key[i] as number;
  for (let b = 0; b < 3; b++) {
    const p = passed[3 + b] as number;
    if (p > (out.bar[b] as number)) keep(item, out, b, g, p, slot);
  }
}

/** What a way must bring in a band: more than the weakest that is kept, and a fair share of the sum. */
function setBar(out: Received, band: number) {
  let low = Infinity;
  let sum = out.straight[band] as number;
  for (let i = band * mostWays; i < (band + 1) * mostWays; i++) {
    const p = out.power[i] as number;
    if (p < low) low = p;
    sum += p;
  }
  out.bar[band] = Math.max(low, worthwhile * sum);
}

/** Keeps a way if it is among the best of its band; ways through the same thing are one, the better. */
function keep(item: Int32Array, out: Received, band: number, g: number, p: number, slot: number) {
  let worst = band * mostWays;
  for (let i = band * mostWays; i < (band + 1) * mostWays; i++) {
    const other = out.gate[i] as number;
    if (other >= 0 && item[other] === item[g]) {
      worst = i;
      break;
    }
    if ((out.power[i] as number) < (out.power[worst] as number)) worst = i;
  }
  if (p <= (out.power[worst] as number)) return;
  out.gate[worst] = g;
  out.power[worst] = p;
  out.slot[worst] = slot;
  setBar(out, band);
}

/** Strongest way in a band: its place in `gate`, or −1 for the straight path. */
export function strongest({ straight, power }: Received, band: number): number {
  let best = -1;
  let most = straight[band] as number;
  for (let i = band * mostWays; i < (band + 1) * mostWays; i++)
    if ((power[i] as number) > most) {
      best = i;
      most = power[i] as number;
    }
  return best;
}

function sumUp(reach: Reach, x: number, y: number, z: number, out: Received) {
  const { spread, taught } = reach.scene;
  const { unitId } = reach;
  let listed = -2;
  let m = 0;
  for (let b = 0; b < 3; b++) {
    let sum = out.straight[b] as number;
    for (let i = b * mostWays; i < (b + 1) * mostWays; i++) sum += out.power[i] as number;
    out.gainDb[b] = 10 * Math.log10(sum);
    const way = strongest(out, b);
    const gate = way < 0 ? -1 : (out.gate[way] as number);
    if (gate !== listed) m = listKeys(reach, way, gate, out);
    listed = gate;
    let variance = shadowingDb * shadowingDb + unitOffsetDb * unitOffsetDb;
    for (let i = 0; i < m; i++) {
      const key = out.list[i] as number;
      const own = spread[key * 3 + b] as number;
      // each pair of crossings of one key adds their covariance
      let times = 1;
      for (let k = 0; k < i; k++) if (out.list[k] === key) times += 2;
      variance += times * own * own;
    }
    out.taughtDb[b] = 0;
    if (taught && unitId !== null && sum > 0) {
      const keys = out.list.subarray(0, m);
      const now = taught({ unitId, from: reach.sender.at, to: [x, y, z], band: b, keys }, variance);
      out.taughtDb[b] = now.db;
      out.gainDb[b] = (out.gainDb[b] as number) + now.db;
      variance = now.variance;
    }
    out.spreadDb[b] = Math.sqrt(variance);
  }
}

/** Keys that the strongest way of what was received last crosses in a band, 0 … 2, each as often as it is crossed. */
export function keysCrossed(reach: Reach, out: Received, band: number): Int32Array {
  const way = strongest(out, band);
  const n = listKeys(reach, way, way < 0 ? -1 : (out.gate[way] as number), out);
  return out.list.slice(0, n);
}

/** All keys that a way crosses, into `out.list`. @returns how many. */
function listKeys(reach: Reach, way: number, gate: number, out: Received): number {
  const { hits, first } = reach;
  let m = 0;
  if (gate < 0) {
    for (let i = 0; i < hits.count; i++) out.list[m++] = hits.key[i] as number;
    return m;
  }
  const slot = out.slot[way] as number;
  for (let i = 0; i < (out.keyCount[slot] as number); i++)
    out.list[m++] = out.keys[slot * mostKeys + i] as number;
  const before = arrivalKeys(reach, first + gate);
  for (let i = 0; i < before.length && m < out.list.length; i++) out.list[m++] = before[i] as number;
  return m;
}

/** Keys crossed on the best way to a state, the last gate's own included; kept for the next time. */
function arrivalKeys(reach: Reach, state: number): Int32Array {
  const known = reach.keys[state];
  if (known) return known;
  const { scene, legHits, from } = reach;
  const { at, key, n } = scene.gates;
  const keys: number[] = [];
  for (let s = state; s >= 0; s = from[s] as number) {
    const g = s % n;
    if ((key[g] as number) >= 0) keys.push(key[g] as number);
    const before = from[s] as number;
    const [x, y, z] = [at[g * 3] as number, at[g * 3 + 1] as number, at[g * 3 + 2] as number];
    crossFrom(scene, before < 0 ? reach.fan : fanOfGate(scene, before % n), x, y, z, legHits);
    keys.push(...legHits.key.subarray(0, legHits.count));
  }
  return (reach.keys[state] = Int32Array.from(keys));
}
