import { crossingsFrom, angularIndexOfEdge } from './angularIndex';
import { nearestM, powerAt1m } from './freeSpace';
import { grazingTransmittance } from './knifeEdge';
import { maxNearEdges, neighbourhoodOf, transmittanceFrom } from './nearEdges';
import { multiplyTransmittance, transmittanceOf } from './transmittance';
import {
  antennaPower,
  openingIncidenceCosine,
  maxTurnTransmittance,
  turnTransmittance,
  deflectionCosine,
} from './pathTree';
import type { Neighbourhood, PathTree } from './model';
import { evaluateEdge } from './warmStart';

/** Shadowing by people and furniture (planning, standard deviation), dB. */
export const shadowingDb = 3.5;
/** How far one unit differs from another of its kind (planning, standard deviation), dB. */
export const unitOffsetDb = 2;
/** Where the straight path loses less than this to what it crosses, no diffracted path is looked for (6 dB). */
const clearTransmittance = 0.25;
/** Diffracted paths that would add less than this share are not followed (−17 dB: 0.09 dB). */
const minShareOfSum = 0.02;
/** How much more may pass to a place than to the best sample of its neighbourhood (6 dB). */
const maxCellVariation = 4;
/** Most diffracted paths that are added, each through another edge. */
export const maxDiffractedPaths = 3;
/** Most crossings of a last leg that count for its spread. */
const maxLossIds = 60;

/** What arrives at a place, by band; dB relative to the unit's EIRP. Made once, filled again and again. */
export interface Received {
  gainDb: Float64Array;
  /** Standard deviation, dB. */
  spreadDb: Float64Array;
  /** Of the gain, what readings have taught, dB. */
  correctionDb: Float64Array;
  /** Power of the straight path, by band. */
  straight: Float64Array;
  /** Diffracted paths that were added, `maxDiffractedPaths` a band: edge (−1 = none), and power. */
  edge: Int32Array;
  power: Float64Array;
  /** Scratch: what a path must bring, Infinity where none is looked for; what passes; where the loss ids of a path's last leg are. */
  threshold: Float64Array;
  transmittance: Float64Array;
  slot: Int32Array;
  lossIds: Int32Array;
  lossIdCount: Int32Array;
  list: Int32Array;
}

export const makeReceived = (): Received => ({
  gainDb: new Float64Array(3),
  spreadDb: new Float64Array(3),
  correctionDb: new Float64Array(3),
  straight: new Float64Array(3),
  edge: new Int32Array(3 * maxDiffractedPaths),
  power: new Float64Array(3 * maxDiffractedPaths),
  threshold: new Float64Array(3),
  transmittance: new Float64Array(6),
  slot: new Int32Array(3 * maxDiffractedPaths),
  lossIds: new Int32Array(2 * maxNearEdges * maxLossIds),
  lossIdCount: new Int32Array(2 * maxNearEdges),
  list: new Int32Array(1024),
});

/**
 * What arrives at a place, site coordinates, m; written into `out`. Allocates nothing, except once
 * for each new neighbourhood and edge.
 *
 * Power sum of the straight path and, where that loses 6 dB or more to what it crosses, of the best
 * diffracted paths in each band, each through another edge and none through an opening that the straight
 * path goes through. Spread: shadowing, the unit's offset, and what the strongest path crosses, where
 * an assembly crossed twice counts as the same error twice. Without a radio in a band: −Infinity.
 */
export function receive(tree: PathTree, x: number, y: number, z: number, out: Received): void {
  const { scene, transmitter, hits } = tree;
  const { straight, transmittance } = out;
  const dx = x - transmitter.at[0];
  const dy = y - transmitter.at[1];
  const dz = z - transmitter.at[2];
  const distance = Math.sqrt(dx * dx + dy * dy + dz * dz);
  const d = distance < nearestM ? nearestM : distance;
  const per = distance > 1e-9 ? 1 / distance : 0;
  crossingsFrom(scene, tree.index, x, y, z, hits);
  transmittance[0] = transmittance[1] = transmittance[2] = 1;
  multiplyTransmittance(scene, hits, transmittance, 0);
  antennaPower(transmitter, dx * per, dy * per, dz * per, straight, 0);
  let blocked = false;
  for (let b = 0; b < 3; b++) {
    const looks = (straight[b] as number) > 0 && (transmittance[b] as number) < clearTransmittance;
    if (looks) blocked = true;
    straight[b] =
      ((straight[b] as number) * (transmittance[b] as number) * (powerAt1m[b] as number)) / (d * d);
    out.threshold[b] = looks ? minShareOfSum * (straight[b] as number) : Infinity;
  }
  for (let i = 0; i < 3 * maxDiffractedPaths; i++) {
    out.edge[i] = -1;
    out.power[i] = 0;
  }
  if (blocked && scene.edges.n > 0) {
    const here = neighbourhoodOf(scene, x, y, z);
    const { leadingEdges, tried } = tree;
    const { near } = here;
    const place = ++tree.queryCount;
    for (let i = 0; i < near.length; i++) {
      tried[near[i] as number] = place;
      tryEdge(tree, here, near[i] as number, i, x, y, z, out);
    }
    for (let i = 0; i < leadingEdges.length; i++)
      if (tried[leadingEdges[i] as number] !== place)
        tryEdge(tree, here, leadingEdges[i] as number, maxNearEdges + i, x, y, z, out);
  }
  sumUp(tree, x, y, z, out);
}

/** The path through an edge to a place: into `out`, where it is worth while. */
function tryEdge(
  tree: PathTree,
  here: Neighbourhood,
  g: number,
  slot: number,
  x: number,
  y: number,
  z: number,
  out: Received,
) {
  const { scene, hits, legHits, power, length, lastLeg, arrivalDirection, firstFinalState: first } = tree;
  const { at, lossId, item } = scene.edges;
  const { transmittance } = out;
  evaluateEdge(tree, g);
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
  const lastLegBound = Math.min(1, maxCellVariation * transmittanceFrom(scene, here, g));
  let hope = false;
  for (let b = 0; b < 3; b++) {
    const most = ((power[s + b] as number) * (powerAt1m[b] as number) * grazingTransmittance) / (far * far);
    transmittance[3 + b] = most;
    if (most * lastLegBound > (out.threshold[b] as number)) hope = true;
  }
  if (!hope) return;
  // with a turn of about its size, then with its real one?
  const ux = arrivalDirection[s] as number;
  const uy = arrivalDirection[s + 1] as number;
  const uz = arrivalDirection[s + 2] as number;
  const bend = deflectionCosine(scene, g, ux, uy, uz, dx / leg, dy / leg, dz / leg);
  const d1 = lastLeg[first + g] as number;
  const left = (maxTurnTransmittance(bend, d1, leg) / grazingTransmittance) * lastLegBound;
  if (
    (transmittance[3] as number) * left <= (out.threshold[0] as number) &&
    (transmittance[4] as number) * left <= (out.threshold[1] as number) &&
    (transmittance[5] as number) * left <= (out.threshold[2] as number)
  )
    return;
  const turn = Math.acos(bend);
  const cosine = openingIncidenceCosine(scene, g, ux, uy, uz, dx / leg, dy / leg, dz / leg);
  hope = false;
  for (let b = 0; b < 3; b++) {
    const p =
      ((transmittance[3 + b] as number) / grazingTransmittance) *
      turnTransmittance(turn, d1, leg, b) *
      transmittanceOf(scene, lossId[g] as number, cosine, b);
    transmittance[3 + b] = p;
    if (p * lastLegBound > (out.threshold[b] as number)) hope = true;
  }
  if (!hope) return;
  const path = item[g] as number;
  if (path >= scene.shapes.firstOpening)
    for (let i = 0; i < hits.count; i++) if (hits.item[i] === path) return;
  // with what the last leg crosses
  crossingsFrom(scene, angularIndexOfEdge(scene, g), x, y, z, legHits);
  multiplyTransmittance(scene, legHits, transmittance, 3);
  out.lossIdCount[slot] = Math.min(legHits.count, maxLossIds);
  for (let i = 0; i < out.lossIdCount[slot]; i++)
    out.lossIds[slot * maxLossIds + i] = legHits.lossId[i] as number;
  for (let b = 0; b < 3; b++) {
    const p = transmittance[3 + b] as number;
    if (p > (out.threshold[b] as number)) keep(item, out, b, g, p, slot);
  }
}

/** What a path must bring in a band: more than the weakest that is kept, and a fair share of the sum. */
function raiseThreshold(out: Received, band: number) {
  let low = Infinity;
  let sum = out.straight[band] as number;
  for (let i = band * maxDiffractedPaths; i < (band + 1) * maxDiffractedPaths; i++) {
    const p = out.power[i] as number;
    if (p < low) low = p;
    sum += p;
  }
  out.threshold[band] = Math.max(low, minShareOfSum * sum);
}

/** Keeps a path if it is among the best of its band; paths through the same thing are one, the better. */
function keep(item: Int32Array, out: Received, band: number, g: number, p: number, slot: number) {
  let worst = band * maxDiffractedPaths;
  for (let i = band * maxDiffractedPaths; i < (band + 1) * maxDiffractedPaths; i++) {
    const other = out.edge[i] as number;
    if (other >= 0 && item[other] === item[g]) {
      worst = i;
      break;
    }
    if ((out.power[i] as number) < (out.power[worst] as number)) worst = i;
  }
  if (p <= (out.power[worst] as number)) return;
  out.edge[worst] = g;
  out.power[worst] = p;
  out.slot[worst] = slot;
  raiseThreshold(out, band);
}

/** Strongest path in a band: its place in `edge`, or −1 for the straight path. */
export function strongest({ straight, power }: Received, band: number): number {
  let best = -1;
  let most = straight[band] as number;
  for (let i = band * maxDiffractedPaths; i < (band + 1) * maxDiffractedPaths; i++)
    if ((power[i] as number) > most) {
      best = i;
      most = power[i] as number;
    }
  return best;
}

function sumUp(tree: PathTree, x: number, y: number, z: number, out: Received) {
  const { spread, posterior } = tree.scene;
  const { unitId } = tree;
  let listed = -2;
  let m = 0;
  for (let b = 0; b < 3; b++) {
    let sum = out.straight[b] as number;
    for (let i = b * maxDiffractedPaths; i < (b + 1) * maxDiffractedPaths; i++) sum += out.power[i] as number;
    out.gainDb[b] = 10 * Math.log10(sum);
    const path = strongest(out, b);
    const edge = path < 0 ? -1 : (out.edge[path] as number);
    if (edge !== listed) m = listLossIds(tree, path, edge, out);
    listed = edge;
    let variance = shadowingDb * shadowingDb + unitOffsetDb * unitOffsetDb;
    for (let i = 0; i < m; i++) {
      const lossId = out.list[i] as number;
      const own = spread[lossId * 3 + b] as number;
      // each pair of crossings of one loss id adds their covariance
      let times = 1;
      for (let k = 0; k < i; k++) if (out.list[k] === lossId) times += 2;
      variance += times * own * own;
    }
    out.correctionDb[b] = 0;
    if (posterior && unitId !== null && sum > 0) {
      const lossIds = out.list.subarray(0, m);
      const now = posterior({ unitId, from: tree.transmitter.at, to: [x, y, z], band: b, lossIds }, variance);
      out.correctionDb[b] = now.db;
      out.gainDb[b] = (out.gainDb[b] as number) + now.db;
      variance = now.variance;
    }
    out.spreadDb[b] = Math.sqrt(variance);
  }
}

/** Loss ids that the strongest path of what was received last crosses in a band, 0 … 2, each as often as it is crossed. */
export function lossIdsCrossed(tree: PathTree, out: Received, band: number): Int32Array {
  const path = strongest(out, band);
  const n = listLossIds(tree, path, path < 0 ? -1 : (out.edge[path] as number), out);
  return out.list.slice(0, n);
}

/** All loss ids that a path crosses, into `out.list`. @returns how many. */
function listLossIds(tree: PathTree, path: number, edge: number, out: Received): number {
  const { hits, firstFinalState: first } = tree;
  let m = 0;
  if (edge < 0) {
    for (let i = 0; i < hits.count; i++) out.list[m++] = hits.lossId[i] as number;
    return m;
  }
  const slot = out.slot[path] as number;
  for (let i = 0; i < (out.lossIdCount[slot] as number); i++)
    out.list[m++] = out.lossIds[slot * maxLossIds + i] as number;
  const earlier = arrivalLossIds(tree, first + edge);
  for (let i = 0; i < earlier.length && m < out.list.length; i++) out.list[m++] = earlier[i] as number;
  return m;
}

/** Loss ids crossed on the best path to a state, the last edge's own included; kept for the next time. */
function arrivalLossIds(tree: PathTree, state: number): Int32Array {
  const cached = tree.lossIds[state];
  if (cached) return cached;
  const { scene, legHits, previousState } = tree;
  const { at, lossId, n } = scene.edges;
  const lossIds: number[] = [];
  for (let s = state; s >= 0; s = previousState[s] as number) {
    const g = s % n;
    if ((lossId[g] as number) >= 0) lossIds.push(lossId[g] as number);
    const previous = previousState[s] as number;
    const [x, y, z] = [at[g * 3] as number, at[g * 3 + 1] as number, at[g * 3 + 2] as number];
    crossingsFrom(
      scene,
      previous < 0 ? tree.index : angularIndexOfEdge(scene, previous % n),
      x,
      y,
      z,
      legHits,
    );
    lossIds.push(...legHits.lossId.subarray(0, legHits.count));
  }
  return (tree.lossIds[state] = Int32Array.from(lossIds));
}
