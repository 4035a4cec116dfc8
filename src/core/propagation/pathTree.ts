/**
 * How far a unit reaches: the straight path and the best few diffracted paths, power-summed.
 *
 * Once for a unit, `pathTree` finds the best path from it to every edge, with up to two turns on the
 * path; for any place, `receive` then adds one last turn and one last leg. Distance, crossings and
 * turns are worked out once and shared by the three bands.
 */
import { makeCrossings } from './crossings';
import { crossingsFrom, angularIndexOf } from './angularIndex';
import { waveM } from './freeSpace';
import { fresnelNu, grazingTransmittance, knifeEdgeTransmittance } from './knifeEdge';
import { neighbourhoodOf } from './nearEdges';
import { multiplyTransmittance, transmittanceOf } from './transmittance';
import { patternPower } from './pattern';
import type { PathTree, Scene, Transmitter } from './model';

/** Turns before the last: a path has at most this many and one. */
export const maxEarlierTurns = 2;

/** Cosine of the turn at an edge, seen along its edge; both directions are unit vectors. */
export function deflectionCosine(
  scene: Scene,
  gate: number,
  ux: number,
  uy: number,
  uz: number,
  vx: number,
  vy: number,
  vz: number,
): number {
  const { direction: edge } = scene.edges;
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
export function openingIncidenceCosine(
  scene: Scene,
  edge: number,
  ux: number,
  uy: number,
  uz: number,
  vx: number,
  vy: number,
  vz: number,
): number {
  const { normal } = scene.edges;
  const nx = normal[edge * 3] as number;
  const ny = normal[edge * 3 + 1] as number;
  const nz = normal[edge * 3 + 2] as number;
  return Math.min(1, (Math.abs(ux * nx + uy * ny + uz * nz) + Math.abs(vx * nx + vy * ny + vz * nz)) / 2);
}

/**
 * The best paths from a unit to all edges.
 * @param unitId the unit that sends, for what readings have taught of it; null for what is none.
 * @throws RangeError when the unit's place is not a number.
 */
export function pathTree(
  scene: Scene,
  transmitter: Transmitter,
  unitId: PathTree['unitId'] = null,
): PathTree {
  const tree = emptyPathTree(scene, transmitter, unitId);
  for (let g = 0; g < scene.edges.n; g++) directPath(tree, g);
  for (let turns = 1; turns <= maxEarlierTurns; turns++) relaxLegs(tree, turns);
  return tree;
}

/**
 * A path tree in which no path is worked out yet.
 * @param warmStart see `PathTree`.
 * @throws RangeError when the unit's place is not a number.
 */
export function emptyPathTree(
  scene: Scene,
  transmitter: Transmitter,
  unitId: PathTree['unitId'],
  warmStart: PathTree | null = null,
): PathTree {
  if (![...transmitter.at, ...transmitter.axis].every(Number.isFinite))
    throw new RangeError('unit: its place or height is not a number');
  const { n } = scene.edges;
  const states = n * (maxEarlierTurns + 1);
  return {
    scene,
    transmitter,
    unitId,
    warmStart,
    evaluated: new Uint8Array(warmStart ? states : 0),
    power: new Float64Array(3 * states).fill(1),
    length: new Float64Array(states),
    lastLeg: new Float64Array(states),
    arrivalDirection: new Float64Array(3 * states),
    previousState: new Int32Array(states).fill(-1),
    viaLeg: new Int32Array(states).fill(-1),
    index: angularIndexOf(scene, transmitter.at),
    firstFinalState: n * maxEarlierTurns,
    leadingEdges: neighbourhoodOf(scene, ...transmitter.at).near,
    tried: new Int32Array(n),
    queryCount: 0,
    lossIds: [],
    hits: makeCrossings(),
    legHits: makeCrossings(),
  };
}

/** The path without a turn to an edge. */
export function directPath(tree: PathTree, g: number): void {
  const { scene, transmitter, legHits, power, arrivalDirection } = tree;
  const { at } = scene.edges;
  const [px, py, pz] = transmitter.at;
  const dx = (at[g * 3] as number) - px;
  const dy = (at[g * 3 + 1] as number) - py;
  const dz = (at[g * 3 + 2] as number) - pz;
  const d = Math.max(1e-6, Math.sqrt(dx * dx + dy * dy + dz * dz));
  crossingsFrom(scene, tree.index, px + dx, py + dy, pz + dz, legHits);
  antennaPower(transmitter, dx / d, dy / d, dz / d, power, g * 3);
  multiplyTransmittance(scene, legHits, power, g * 3);
  tree.length[g] = d;
  tree.lastLeg[g] = d;
  arrivalDirection[g * 3] = dx / d;
  arrivalDirection[g * 3 + 1] = dy / d;
  arrivalDirection[g * 3 + 2] = dz / d;
}

/** Power of the antenna in a direction, into `out[at … at + 2]`; 0 in a band without a radio. */
export function antennaPower(
  { axis, patterns }: Transmitter,
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

/** How good a path is, for choosing among paths: its power in the bands there are, over its length squared. */
export function merit(p0: number, p1: number, p2: number, length: number): number {
  const far = length * length * length;
  return ((p0 || 1) * (p1 || 1) * (p2 || 1)) / (far * far);
}

/** Per leg, the product of what passes in the bands that a sender has. */
export function legMeritOf({ edges }: Scene, { patterns }: Transmitter): Float64Array {
  const mask = patterns.reduce((sum, pattern, b) => sum + (pattern ? 1 << b : 0), 0);
  const cached = edges.legMerit[mask];
  if (cached) return cached;
  const made = new Float64Array(edges.legTo.length).fill(1);
  for (let leg = 0; leg < made.length; leg++)
    for (let b = 0; b < 3; b++)
      if (patterns[b]) made[leg] = (made[leg] as number) * (edges.legTransmittance[leg * 3 + b] as number);
  return (edges.legMerit[mask] = made);
}

/** The states with so many turns: as with one turn less, or by one more turn where that is better. */
function relaxLegs(tree: PathTree, turns: number): void {
  const { scene, power, length, lastLeg, arrivalDirection, previousState, viaLeg } = tree;
  const { n, legStart, legTo } = scene.edges;
  const [old, now] = [(turns - 1) * n, turns * n];
  for (const [values, each] of [
    [power, 3],
    [length, 1],
    [lastLeg, 1],
    [arrivalDirection, 3],
    [previousState, 1],
    [viaLeg, 1],
  ] as const)
    values.copyWithin(now * each, old * each, now * each);
  const best = new Float64Array(n);
  for (let g = 0; g < n; g++) {
    const o = (old + g) * 3;
    best[g] = merit(
      power[o] as number,
      power[o + 1] as number,
      power[o + 2] as number,
      length[old + g] as number,
    );
  }
  const legMerit = legMeritOf(scene, tree.transmitter);
  for (let g = 0; g < n; g++) {
    // what did not get better by the turn before leads nowhere that is not known yet
    if (turns > 1 && (previousState[old + g] as number) < old - n) continue;
    const o = (old + g) * 3;
    const most =
      ((power[o] as number) || 1) *
      ((power[o + 1] as number) || 1) *
      ((power[o + 2] as number) || 1) *
      maxTurnMerit;
    const sofar = length[old + g] as number;
    const { legM } = scene.edges;
    const end = legStart[g + 1] as number;
    for (let leg = legStart[g] as number; leg < end; leg++) {
      const far = sofar + (legM[leg] as number);
      const cube = far * far * far;
      // even the gentlest turn would not be better
      if (most * (legMerit[leg] as number) > (best[legTo[leg] as number] as number) * cube * cube)
        relaxLeg(tree, turns, g, leg, best, legMerit);
    }
  }
}

/** Takes the turn at edge g into a leg, where that is better than what is known of the edge at its end. @param best by edge, see `merit`. */
export function relaxLeg(
  tree: PathTree,
  turns: number,
  g: number,
  leg: number,
  best: Float64Array,
  legMerit: Float64Array,
): void {
  const { scene, power, length, lastLeg, arrivalDirection, previousState, viaLeg } = tree;
  const { n, legTo, legTransmittance, legDirection, legM, lossId } = scene.edges;
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
  const hope = (q0 || 1) * (q1 || 1) * (q2 || 1) * maxTurnMerit * (legMerit[leg] as number);
  const d1 = lastLeg[old + g] as number;
  const ux = arrivalDirection[o] as number;
  const uy = arrivalDirection[o + 1] as number;
  const uz = arrivalDirection[o + 2] as number;
  const vx = legDirection[leg * 3] as number;
  const vy = legDirection[leg * 3 + 1] as number;
  const vz = legDirection[leg * 3 + 2] as number;
  const bend = deflectionCosine(scene, g, ux, uy, uz, vx, vy, vz);
  const left = maxTurnTransmittance(bend, d1, d) / grazingTransmittance;
  if (hope * left * left * left <= bar) return;
  const turn = Math.acos(bend);
  const cosine = openingIncidenceCosine(scene, g, ux, uy, uz, vx, vy, vz);
  const own = lossId[g] as number;
  const p0 =
    q0 *
    (legTransmittance[leg * 3] as number) *
    turnTransmittance(turn, d1, d, 0) *
    transmittanceOf(scene, own, cosine, 0);
  const p1 =
    q1 *
    (legTransmittance[leg * 3 + 1] as number) *
    turnTransmittance(turn, d1, d, 1) *
    transmittanceOf(scene, own, cosine, 1);
  const p2 =
    q2 *
    (legTransmittance[leg * 3 + 2] as number) *
    turnTransmittance(turn, d1, d, 2) *
    transmittanceOf(scene, own, cosine, 2);
  const value = merit(p0, p1, p2, far);
  if (value <= (best[k] as number)) return;
  best[k] = value;
  const to = (now + k) * 3;
  power[to] = p0;
  power[to + 1] = p1;
  power[to + 2] = p2;
  length[now + k] = far;
  lastLeg[now + k] = d;
  arrivalDirection[to] = vx;
  arrivalDirection[to + 1] = vy;
  arrivalDirection[to + 2] = vz;
  previousState[now + k] = old + g;
  viaLeg[now + k] = leg;
}

const maxTurnMerit = grazingTransmittance ** 3;

/** Share of power left after a turn, in a band. */
export const turnTransmittance = (turnRad: number, d1M: number, d2M: number, band: number): number =>
  knifeEdgeTransmittance(fresnelNu(turnRad, d1M, d2M, waveM[band] as number));

/**
 * At least the share of power left after a turn, in any band, without an arc cosine: a turn is no
 * smaller than its chord, the longest wave loses least, and J(ν) ≥ 6.9 + 20 log10(2 (ν − 0.1)).
 */
export function maxTurnTransmittance(cosine: number, d1M: number, d2M: number): number {
  const v = Math.sqrt(((2 - 2 * cosine) * 2 * d1M * d2M) / ((waveM[0] as number) * (d1M + d2M))) - 0.1;
  const bound = 0.0511 / (v * v);
  return v > 0 && bound < grazingTransmittance ? bound : grazingTransmittance;
}

/** Most path trees that a scene keeps; a house needs some tens, a drag makes one a move. */
const maxCached = 64;

/** The path tree of a transmitter as `pathTree`, kept by the scene for the next time it is asked for. */
export function cachedPathTree(
  scene: Scene,
  transmitter: Transmitter,
  unitId: PathTree['unitId'] = null,
): PathTree {
  const key = [
    scene.posterior && unitId,
    ...transmitter.at,
    ...transmitter.axis,
    ...transmitter.patterns,
  ].join();
  const cached = scene.pathTrees.get(key);
  if (cached) return cached;
  const [oldest] = scene.pathTrees.keys();
  if (scene.pathTrees.size >= maxCached && oldest !== undefined) scene.pathTrees.delete(oldest);
  const tree = pathTree(scene, transmitter, unitId);
  scene.pathTrees.set(key, tree);
  return tree;
}
