/**
 * How far a unit reaches: the straight path and the best few ways round, power-summed.
 *
 * Once for a unit, `reachOf` finds the best way from it to every gate, with up to two turns on the
 * way; for any place, `receive` then adds one last turn and one last leg. Distance, crossings and
 * turns are worked out once and shared by the three bands.
 */
import { makeCrossings } from './crossings';
import { crossFrom, fanOf } from './fan';
import { waveM } from './freeSpace';
import { fresnelNu, grazingPower, powerPast } from './knifeEdge';
import { neighbourhoodOf } from './nearGates';
import { passAll, passOf } from './passOf';
import { patternPower } from './pattern';
import type { Reach, Scene, Sender } from './model';

/** Turns before the last: a way has at most this many and one. */
export const turnsBefore = 2;

/** Cosine of the turn at a gate, seen along its edge; both directions are unit vectors. */
export function turnCosine(
  scene: Scene,
  gate: number,
  ux: number,
  uy: number,
  uz: number,
  vx: number,
  vy: number,
  vz: number,
): number {
  const { edge } = scene.gates;
  const ex = edge[gate * 3] as number;
  const ey = edge[gate * 3 + 1] as number;
  const ez = edge[gate * 3 + 2] as number;
  const ue = ux * ex + uy * ey + uz * ez;
  const ve = vx * ex + vy * ey + vz * ez;
  const size = Math.sqrt((1 - ue * ue) * (1 - ve * ve));
  // a leg along the edge itself: the whole turn counts
  const cosine = size < 1e-6 ? ux * vx + uy * vy + uz * vz : (ux * vx + uy * vy + uz * vz - ue * ve) / size;
  return cosine > 1 ? 1 : cosine < -1 ? -1 : cosine;
}

/** Cosine of incidence at which an opening is passed at a turn in it: the mean of both legs'. */
export function cosineAt(
  scene: Scene,
  gate: number,
  ux: number,
  uy: number,
  uz: number,
  vx: number,
  vy: number,
  vz: number,
): number {
  const { normal } = scene.gates;
  const nx = normal[gate * 3] as number;
  const ny = normal[gate * 3 + 1] as number;
  const nz = normal[gate * 3 + 2] as number;
  return Math.min(1, (Math.abs(ux * nx + uy * ny + uz * nz) + Math.abs(vx * nx + vy * ny + vz * nz)) / 2);
}

/**
 * The best ways from a unit to all gates.
 * @param unitId the unit that sends, for what readings have taught of it; null for what is none.
 * @throws RangeError when the unit's place is not a number.
 */
export function reachOf(scene: Scene, sender: Sender, unitId: Reach['unitId'] = null): Reach {
  const reach = blankReach(scene, sender, unitId);
  for (let g = 0; g < scene.gates.n; g++) goStraight(reach, g);
  for (let turns = 1; turns <= turnsBefore; turns++) improve(reach, turns);
  return reach;
}

/**
 * A reach in which no way is worked out yet.
 * @param like see `Reach`.
 * @throws RangeError when the unit's place is not a number.
 */
export function blankReach(
  scene: Scene,
  sender: Sender,
  unitId: Reach['unitId'],
  like: Reach | null = null,
): Reach {
  if (![...sender.at, ...sender.axis].every(Number.isFinite))
    throw new RangeError('unit: its place or height is not a number');
  const { n } = scene.gates;
  const states = n * (turnsBefore + 1);
  return {
    scene,
    sender,
    unitId,
    like,
    settled: new Uint8Array(like ? states : 0),
    power: new Float64Array(3 * states).fill(1),
    length: new Float64Array(states),
    lastLeg: new Float64Array(states),
    arrives: new Float64Array(3 * states),
    from: new Int32Array(states).fill(-1),
    by: new Int32Array(states).fill(-1),
    fan: fanOf(scene, sender.at),
    first: n * turnsBefore,
    leading: neighbourhoodOf(scene, ...sender.at).near,
    tried: new Int32Array(n),
    places: 0,
    keys: [],
    hits: makeCrossings(),
    legHits: makeCrossings(),
  };
}

/** The way without a turn to a gate. */
export function goStraight(reach: Reach, g: number): void {
  const { scene, sender, legHits, power, arrives } = reach;
  const { at } = scene.gates;
  const [px, py, pz] = sender.at;
  const dx = (at[g * 3] as number) - px;
  const dy = (at[g * 3 + 1] as number) - py;
  const dz = (at[g * 3 + 2] as number) - pz;
  const d = Math.max(1e-6, Math.sqrt(dx * dx + dy * dy + dz * dz));
  crossFrom(scene, reach.fan, px + dx, py + dy, pz + dz, legHits);
  aerial(sender, dx / d, dy / d, dz / d, power, g * 3);
  passAll(scene, legHits, power, g * 3);
  reach.length[g] = d;
  reach.lastLeg[g] = d;
  arrives[g * 3] = dx / d;
  arrives[g * 3 + 1] = dy / d;
  arrives[g * 3 + 2] = dz / d;
}

/** Power of the aerial in a direction, into `out[at … at + 2]`; 0 in a band without a radio. */
export function aerial(
  { axis, patterns }: Sender,
  ux: number,
  uy: number,
  uz: number,
  out: Float64Array,
  at: number,
) {
  const cosine = ux * axis[0] + uy * axis[1] + uz * axis[2];
  for (let b = 0; b < 3; b++) {
    const pattern = patterns[b];
    out[at + b] = pattern ? patternPower(pattern, cosine) : 0;
  }
}

/** How good a way is, for choosing among ways: its power in the bands there are, over its length squared. */
export function worth(p0: number, p1: number, p2: number, length: number): number {
  const far = length * length * length;
  return ((p0 || 1) * (p1 || 1) * (p2 || 1)) / (far * far);
}

/** Per leg, the product of what passes in the bands that a sender has. */
export function legWorthOf({ gates }: Scene, { patterns }: Sender): Float64Array {
  const mask = patterns.reduce((sum, pattern, b) => sum + (pattern ? 1 << b : 0), 0);
  const known = gates.legWorth[mask];
  if (known) return known;
  const made = new Float64Array(gates.legTo.length).fill(1);
  for (let leg = 0; leg < made.length; leg++)
    for (let b = 0; b < 3; b++)
      if (patterns[b]) made[leg] = (made[leg] as number) * (gates.legPass[leg * 3 + b] as number);
  return (gates.legWorth[mask] = made);
}

/** The states with so many turns: as with one turn less, or by one more turn where that is better. */
function improve(reach: Reach, turns: number): void {
  const { scene, power, length, lastLeg, arrives, from, by } = reach;
  const { n, legStart, legTo } = scene.gates;
  const [old, now] = [(turns - 1) * n, turns * n];
  for (const [values, each] of [
    [power, 3],
    [length, 1],
    [lastLeg, 1],
    [arrives, 3],
    [from, 1],
    [by, 1],
  ] as const)
    values.copyWithin(now * each, old * each, now * each);
  const best = new Float64Array(n);
  for (let g = 0; g < n; g++) {
    const o = (old + g) * 3;
    best[g] = worth(
      power[o] as number,
      power[o + 1] as number,
      power[o + 2] as number,
      length[old + g] as number,
    );
  }
  const legWorth = legWorthOf(scene, reach.sender);
  for (let g = 0; g < n; g++) {
    // what did not get better by the turn before leads nowhere that is not known yet
    if (turns > 1 && (from[old + g] as number) < old - n) continue;
    const o = (old + g) * 3;
    const most =
      ((power[o] as number) || 1) *
      ((power[o + 1] as number) || 1) *
      ((power[o + 2] as number) || 1) *
      gentlest;
    const sofar = length[old + g] as number;
    const { legM } = scene.gates;
    const end = legStart[g + 1] as number;
    for (let leg = legStart[g] as number; leg < end; leg++) {
      const far = sofar + (legM[leg] as number);
      const cube = far * far * far;
      // even the gentlest turn would not be better
      if (most * (legWorth[leg] as number) > (best[legTo[leg] as number] as number) * cube * cube)
        turnInto(reach, turns, g, leg, best, legWorth);
    }
  }
}

/** Takes the turn at gate g into a leg, where that is better than what is known of the gate at its end. @param best by gate, see `worth`. */
export function turnInto(
  reach: Reach,
  turns: number,
  g: number,
  leg: number,
  best: Float64Array,
  legWorth: Float64Array,
): void {
  const { scene, power, length, lastLeg, arrives, from, by } = reach;
  const { n, legTo, legPass, legWay, legM, key } = scene.gates;
  const [old, now] = [(turns - 1) * n, turns * n];
  const k = legTo[leg] as number;
  const d = legM[leg] as number;
  const far = (length[old + g] as number) + d;
  const cube = far * far * far;
  const bar = (best[k] as number) * cube * cube;
  const o = (old + g) * 3;
  const q0 = power[o] as number;
  const q1 = power[o + 1] as number;
  const q2 = power[o + 2] as number;
  const hope = (q0 || 1) * (q1 || 1) * (q2 || 1) * gentlest * (legWorth[leg] as number);
  const d1 = lastLeg[old + g] as number;
  const ux = arrives[o] as number;
  const uy = arrives[o + 1] as number;
  const uz = arrives[o + 2] as number;
  const vx = legWay[leg * 3] as number;
  const vy = legWay[leg * 3 + 1] as number;
  const vz = legWay[leg * 3 + 2] as number;
  const bend = turnCosine(scene, g, ux, uy, uz, vx, vy, vz);
  const left = mostPast(bend, d1, d) / grazingPower;
  if (hope * left * left * left <= bar) return;
  const turn = Math.acos(bend);
  const cosine = cosineAt(scene, g, ux, uy, uz, vx, vy, vz);
  const own = key[g] as number;
  const p0 = q0 * (legPass[leg * 3] as number) * past(turn, d1, d, 0) * passOf(scene, own, cosine, 0);
  const p1 = q1 * (legPass[leg * 3 + 1] as number) * past(turn, d1, d, 1) * passOf(scene, own, cosine, 1);
  const p2 = q2 * (legPass[leg * 3 + 2] as number) * past(turn, d1, d, 2) * passOf(scene, own, cosine, 2);
  const value = worth(p0, p1, p2, far);
  if (value <= (best[k] as number)) return;
  best[k] = value;
  const to = (now + k) * 3;
  power[to] = p0;
  power[to + 1] = p1;
  power[to + 2] = p2;
  length[now + k] = far;
  lastLeg[now + k] = d;
  arrives[to] = vx;
  arrives[to + 1] = vy;
  arrives[to + 2] = vz;
  from[now + k] = old + g;
  by[now + k] = leg;
}

const gentlest = grazingPower ** 3;

/** Share of power left after a turn, in a band. */
export const past = (turnRad: number, d1M: number, d2M: number, band: number): number =>
  powerPast(fresnelNu(turnRad, d1M, d2M, waveM[band] as number));

/**
 * At least the share of power left after a turn, in any band, without an arc cosine: a turn is no
 * smaller than its chord, the longest wave loses least, and J(ν) ≥ 6.9 + 20 log10(2 (ν − 0.1)).
 */
export function mostPast(cosine: number, d1M: number, d2M: number): number {
  const v = Math.sqrt(((2 - 2 * cosine) * 2 * d1M * d2M) / ((waveM[0] as number) * (d1M + d2M))) - 0.1;
  const bound = 0.0511 / (v * v);
  return v > 0 && bound < grazingPower ? bound : grazingPower;
}

/** Most reaches that a scene keeps; a house needs some tens, a drag makes one a move. */
const mostKept = 64;

/** The reach of a sender as `reachOf`, kept by the scene for the next time it is asked for. */
export function keptReach(scene: Scene, sender: Sender, unitId: Reach['unitId'] = null): Reach {
  const key = [scene.taught && unitId, ...sender.at, ...sender.axis, ...sender.patterns].join();
  const known = scene.reaches.get(key);
  if (known) return known;
  const [oldest] = scene.reaches.keys();
  if (scene.reaches.size >= mostKept && oldest !== undefined) scene.reaches.delete(oldest);
  const reach = reachOf(scene, sender, unitId);
  scene.reaches.set(key, reach);
  return reach;
}
