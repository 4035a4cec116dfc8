/** Paths that turn once, at an edge: knife-edge diffraction with what stands on both sides of the edge. */
import { crossingsFrom } from './angularIndex';
import { crossingsBetween } from './boxTree';
import { nearestM, powerAt1m, waveM } from './freeSpace';
import { knifeEdgeTransmittance } from './knifeEdge';
import { leastPower, leastShare } from './limits';
import type { Scene, Source } from './model';
import { addPath, beginList, isWorth, leastBar, listLeg, note, type Received, setVia } from './received';
import { antennaPower } from './source';
import { beyondM } from './diffractionEdges';
import { multiplyTransmittance, transmittanceOf } from './transmittance';

/** A turn stays this far from the end of its edge, m, at most half of its length. */
const fromEndM = 0.02;
/** Range of the knife-edge formula: below it nothing is lost. */
const leastNu = -0.78;
/** A path along a plane passes what stands in it at this cosine of incidence at least. */
const leastCosine = 0.05;

/** How a path turns at an edge. Made once, filled again and again. */
export interface Turn {
  /** Place of the turn, m: where the path is straight along the edge, or the edge's end where it would lie beyond. */
  x: number;
  y: number;
  z: number;
  /** Over the turn, m. */
  lengthM: number;
  firstM: number;
  /** How much longer than the straight path the path is that is straight along the edge, m. */
  detourM: number;
  /** How much longer than that the path over the edge's nearer end is, m; and whether the turn is held back there. */
  endDetourM: number;
  heldBack: boolean;
}

export const makeTurn = (): Turn => ({
  x: 0,
  y: 0,
  z: 0,
  lengthM: 0,
  firstM: 0,
  detourM: 0,
  endDetourM: 0,
  heldBack: false,
});

/**
 * Where a path from p to q turns at an edge (Keller: it leaves the edge at the angle at which it came).
 * @param at one end of the edge, and @param direction along it, each from index `o` of its array.
 */
export function turnAt(
  at: ArrayLike<number>,
  direction: ArrayLike<number>,
  o: number,
  edgeM: number,
  p: readonly [number, number, number],
  qx: number,
  qy: number,
  qz: number,
  out: Turn,
): void {
  const ax = at[o] as number;
  const ay = at[o + 1] as number;
  const az = at[o + 2] as number;
  const ux = direction[o] as number;
  const uy = direction[o + 1] as number;
  const uz = direction[o + 2] as number;
  const [tx, ty, tz] = [p[0] - ax, p[1] - ay, p[2] - az];
  const [rx, ry, rz] = [qx - ax, qy - ay, qz - az];
  const sT = tx * ux + ty * uy + tz * uz;
  const sR = rx * ux + ry * uy + rz * uz;
  const dT = Math.sqrt(Math.max(0, tx * tx + ty * ty + tz * tz - sT * sT));
  const dR = Math.sqrt(Math.max(0, rx * rx + ry * ry + rz * rz - sR * sR));
  const s = dT + dR < 1e-9 ? edgeM / 2 : sT + ((sR - sT) * dT) / (dT + dR);
  const straight = Math.sqrt((tx - rx) ** 2 + (ty - ry) ** 2 + (tz - rz) ** 2);
  const unfolded = Math.sqrt((dT + dR) ** 2 + (sR - sT) ** 2);
  const end = s < edgeM / 2 ? 0 : edgeM;
  const overEnd = Math.sqrt(dT * dT + (end - sT) ** 2) + Math.sqrt(dR * dR + (end - sR) ** 2);
  const margin = fromEndM < edgeM / 2 ? fromEndM : edgeM / 2;
  const held = s < margin ? margin : s > edgeM - margin ? edgeM - margin : s;
  out.x = ax + held * ux;
  out.y = ay + held * uy;
  out.z = az + held * uz;
  out.firstM = Math.sqrt(dT * dT + (held - sT) ** 2);
  out.lengthM = out.firstM + Math.sqrt(dR * dR + (held - sR) ** 2);
  out.detourM = Math.max(0, unfolded - straight);
  out.endDetourM = Math.max(0, overEnd - unfolded);
  out.heldBack = s < 0 || s > edgeM;
}

/** `ν = 2 √(Δ / λ)` (standard: ITU-R P.526, §4.1): Δ the detour, λ the wavelength, m. */
const nuOf = (detourM: number, band: number) => 2 * Math.sqrt(detourM / (waveM[band] as number));

/**
 * Share of power that a turn keeps in a band: the knife edge, and the end of the edge where it is near.
 * Example: no detour, the end far away → 0.25 (6 dB).
 */
export function turnTransmittance({ detourM, endDetourM, heldBack }: Turn, band: number): number {
  const kept = knifeEdgeTransmittance(nuOf(detourM, band));
  const beyond = nuOf(endDetourM, band);
  // the end seen as a knife edge of its own: held back behind it, or clear of it
  const nu = heldBack ? beyond : -beyond;
  return nu > leastNu ? kept * Math.min(1, knifeEdgeTransmittance(nu)) : kept;
}

const turn = makeTurn();

/** Adds the paths that turn at edges between the unit and a place, the best of each opening, hole, box or wall's end. */
export function addTurns(source: Source, x: number, y: number, z: number, out: Received): void {
  const { scene, offset, away, hits } = source;
  const { facetStart, n, item } = scene.edges;
  const faces = scene.facets.n;
  for (let f = 0; f < faces; f++) {
    const end = facetStart[f + 1] as number;
    const start = facetStart[f] as number;
    // only what stands between
    if (start === end || (offset[f] as number) * (away[f] as number) >= 0) continue;
    addBestTurns(source, f, start, end, x, y, z, out);
  }
  const boxes = facetStart[faces] as number;
  if (boxes === n) return;
  for (let i = 0; i < hits.count; i++) {
    const box = hits.item[i] as number;
    if (box < scene.shapes.panels || box >= scene.shapes.panels + scene.shapes.blocks) continue;
    let start = boxes;
    while (start < n && item[start] !== box) start++;
    let end = start;
    while (end < n && item[end] === box) end++;
    addBestTurns(source, -1, start, end, x, y, z, out);
  }
}

/** Of the edges from `start` to `end`, adds for each item the one whose turn keeps most. */
function addBestTurns(
  source: Source,
  facet: number,
  start: number,
  end: number,
  x: number,
  y: number,
  z: number,
  out: Received,
): void {
  const { edges } = source.scene;
  const { litEdge, transmitter } = source;
  let best = -1;
  let bestKept = 0;
  const [px, py, pz] = transmitter.at;
  // no turn is nearer than the straight path, and none keeps more than all that reaches its edge
  const leastLit = leastBar(out) * ((x - px) ** 2 + (y - py) ** 2 + (z - pz) ** 2);
  for (let e = start; e < end; e++) {
    const isLast = e + 1 === end || edges.item[e + 1] !== edges.item[e];
    if ((litEdge[e] as number) < leastLit && !(isLast && best >= 0)) continue;
    turnAt(edges.at, edges.direction, e * 3, edges.lengthM[e] as number, transmitter.at, x, y, z, turn);
    const far = turn.lengthM < nearestM ? nearestM : turn.lengthM;
    // the longest wave loses least
    const kept = ((litEdge[e] as number) * turnTransmittance(turn, 0)) / (far * far);
    if (kept > bestKept) {
      best = e;
      bestKept = kept;
    }
    if (!isLast) continue;
    if (best >= 0 && bestKept > leastBar(out)) tryEdge(source, facet, best, x, y, z, out);
    best = -1;
    bestKept = 0;
  }
}

/** Adds the path over an edge, if it is worth while. */
function tryEdge(
  source: Source,
  facet: number,
  e: number,
  x: number,
  y: number,
  z: number,
  out: Received,
): void {
  const { scene, transmitter, litEdge } = source;
  const { edges } = scene;
  const { left, over, beside } = out;
  turnAt(edges.at, edges.direction, e * 3, edges.lengthM[e] as number, transmitter.at, x, y, z, turn);
  const far = turn.lengthM < nearestM ? nearestM : turn.lengthM;
  const per = 1 / (turn.firstM || 1);
  const [px, py, pz] = transmitter.at;
  antennaPower(transmitter, (turn.x - px) * per, (turn.y - py) * per, (turn.z - pz) * per, left, 0);
  for (let b = 0; b < 3; b++)
    left[b] = ((left[b] as number) * turnTransmittance(turn, b) * (powerAt1m[b] as number)) / (far * far);
  if (!isWorth(out, litEdge[e] as number)) return;
  beginList(out);
  if (!sidesOf(source, facet, e, x, y, z, out)) return;
  for (let b = 0; b < 3; b++)
    left[b] = (left[b] as number) * (Math.sqrt(over[b] as number) - Math.sqrt(beside[b] as number)) ** 2;
  if (!isWorth(out, 1)) return;
  if (!note(out, -1, -1, -1, -1, e)) return;
  setVia(out, 0, turn.x, turn.y, turn.z);
  addPath(out, leastShare, leastPower);
}

/** What the leg from the unit to a place beside the edge crosses, into `share`. @param out takes the list of it; null = none. */
function legTo(
  source: Source,
  kx: number,
  ky: number,
  kz: number,
  share: Float64Array,
  out: Received | null,
): void {
  const { scene, index, legHits } = source;
  share.fill(1);
  crossingsFrom(scene, index, kx, ky, kz, legHits);
  multiplyTransmittance(scene, legHits, share, 0);
  if (out) listLeg(out, legHits);
}

/** What the leg from there to the place at hand crosses, into `share` too. */
function legFrom(
  source: Source,
  kx: number,
  ky: number,
  kz: number,
  x: number,
  y: number,
  z: number,
  share: Float64Array,
  out: Received | null,
): void {
  const { scene, legHits } = source;
  crossingsBetween(scene, kx, ky, kz, x, y, z, legHits);
  multiplyTransmittance(scene, legHits, share, 0);
  if (out) listLeg(out, legHits);
}

/** Takes a loss off the list of the path at hand, and out of what is left. */
function dropFromList(scene: Scene, out: Received, lossId: number, share: Float64Array): void {
  let end = out.listStart[out.count + 1] as number;
  for (let i = end - 1; i >= (out.listStart[out.count] as number); i--) {
    if (out.list[i] !== lossId) continue;
    for (let b = 0; b < 3; b++) share[b] = (share[b] as number) / transmittanceOf(scene, lossId, 1, b);
    out.list.copyWithin(i, i + 1, end--);
  }
  out.listStart[out.count + 1] = end;
}

/**
 * Shares of power that come over an edge and through what stands on its other side, into `over` and `beside`.
 * What bends at the edge is the difference of the two waves: where both sides pass alike, nothing does.
 * @returns false, with the work not done, where the first leg leaves too little of what is in `out.left`.
 */
function sidesOf(
  source: Source,
  facet: number,
  e: number,
  x: number,
  y: number,
  z: number,
  out: Received,
): boolean {
  const { scene, offset, away } = source;
  const { edges } = scene;
  const { over, beside } = out;
  const ox = edges.outward[e * 3] as number;
  const oy = edges.outward[e * 3 + 1] as number;
  const secondM = turn.lengthM - turn.firstM;
  const cosine =
    facet < 0
      ? 1
      : Math.max(
          leastCosine,
          Math.min(
            1,
            (Math.abs(offset[facet] as number) / (turn.firstM || 1) +
              Math.abs(away[facet] as number) / (secondM || 1)) /
              2,
          ),
        );
  const [kx, ky] = [turn.x + beyondM * ox, turn.y + beyondM * oy];
  const [sx, sy] = [turn.x - beyondM * ox, turn.y - beyondM * oy];
  const isEnd = ox !== 0 || oy !== 0;
  legTo(source, kx, ky, turn.z, over, out);
  let most = Math.max(over[0] as number, over[1] as number, over[2] as number);
  if (isEnd) {
    legTo(source, sx, sy, turn.z, beside, null);
    most = Math.max(most, beside[0] as number, beside[1] as number, beside[2] as number);
  }
  if (facet >= 0 && !isWorth(out, most)) return false;
  legFrom(source, kx, ky, turn.z, x, y, z, over, out);
  if (isEnd) legFrom(source, sx, sy, turn.z, x, y, z, beside, null);
  else {
    // a box is thin beside the way round it: what the legs still cross of it does not count
    if (facet < 0) dropFromList(scene, out, edges.lossIds[e * 2] as number, over);
    beside.set(over);
  }
  for (let b = 0; b < 3; b++) {
    beside[b] = (beside[b] as number) * transmittanceOf(scene, edges.lossIds[e * 2] as number, cosine, b);
    over[b] = (over[b] as number) * transmittanceOf(scene, edges.lossIds[e * 2 + 1] as number, cosine, b);
  }
  return true;
}

/** The turn at an edge on the way to a place, and in `out.over` and `out.beside` what comes over it and beside it. For explanations. */
export function explainTurn(source: Source, e: number, x: number, y: number, z: number, out: Received): Turn {
  const { edges, facets } = source.scene;
  const facet = edges.facetStart.findIndex((first, f) => first <= e && e < (edges.facetStart[f + 1] ?? -1));
  turnAt(edges.at, edges.direction, e * 3, edges.lengthM[e] as number, source.transmitter.at, x, y, z, turn);
  beginList(out);
  // nothing is too little to be told
  out.bar.fill(-1);
  sidesOf(source, facet < facets.n ? facet : -1, e, x, y, z, out);
  return { ...turn };
}
