/** What arrives at a place: the paths that were added, their powers, and what they cross. */
import { powerAt1m } from './freeSpace';
import type { Crossed, Crossings } from './model';

/** Most paths that are added at a place; the straight one is the first. */
export const maxPaths = 64;
/** Most crossings of all paths together that are kept. */
const maxListed = 4096;

/** Made once, filled again and again. Powers and gains are relative to the unit's EIRP. */
export interface Received {
  /** By band, dB. */
  gainDb: Float64Array;
  /** Standard deviation, dB. */
  spreadDb: Float64Array;
  /** Of that, what belongs to this place alone: shadowing, reflections, turns. */
  ownDb: Float64Array;
  /** Of the gain, what readings have taught, dB. */
  correctionDb: Float64Array;
  /** Paths that were added; the first is the straight one. */
  count: number;
  /** 3 per path. */
  power: Float64Array;
  /** 2 per path: the faces that reflect, in order; −1 = none. */
  facet: Int32Array;
  /** 2 per path: what the faces are made of there. */
  facetItem: Int32Array;
  /** Per path: the edge that it turns at; −1 = none. */
  edge: Int32Array;
  /** 6 per path, m: the places where it is reflected or turns. */
  via: Float64Array;
  /** Loss ids crossed by path i: list[listStart[i]] … list[listStart[i + 1] − 1], each as often as it is crossed. */
  listStart: Int32Array;
  list: Int32Array;
  /** By band: power of all paths; and what a path must bring to be added, Infinity where none is looked for. */
  sum: Float64Array;
  bar: Float64Array;
  /** Scratch: what is left of a path. */
  left: Float64Array;
  /** Scratch: what comes over an edge, and through what stands beside it. */
  over: Float64Array;
  beside: Float64Array;
  /** Losses that the signal of a band depends on; see `crossedIn`. */
  crossed: Crossed;
  /** Scratch: times by loss id. */
  times: Float64Array;
}

export const makeReceived = (): Received => ({
  gainDb: new Float64Array(3),
  spreadDb: new Float64Array(3),
  ownDb: new Float64Array(3),
  correctionDb: new Float64Array(3),
  count: 0,
  power: new Float64Array(3 * maxPaths),
  facet: new Int32Array(2 * maxPaths),
  facetItem: new Int32Array(2 * maxPaths),
  edge: new Int32Array(maxPaths),
  via: new Float64Array(6 * maxPaths),
  listStart: new Int32Array(maxPaths + 1),
  list: new Int32Array(maxListed),
  sum: new Float64Array(3),
  bar: new Float64Array(3),
  left: new Float64Array(3),
  over: new Float64Array(3),
  beside: new Float64Array(3),
  crossed: { count: 0, lossId: new Int32Array(256), times: new Float64Array(256) },
  times: new Float64Array(64),
});

/** Begins the list of what the next path crosses. */
export function beginList(out: Received): void {
  out.listStart[out.count + 1] = out.listStart[out.count] as number;
}

/** Puts what a leg crosses on the list of the next path. */
export function listLeg(out: Received, hits: Crossings): void {
  let end = out.listStart[out.count + 1] as number;
  for (let i = 0; i < hits.count && end < maxListed; i++) out.list[end++] = hits.lossId[i] as number;
  out.listStart[out.count + 1] = end;
}

/** Adds a path whose powers are in `left` and whose list is made. @param share of the sum that a further path must bring. */
export function addPath(out: Received, share: number, least: number): void {
  const n = out.count++;
  for (let b = 0; b < 3; b++) {
    const p = out.left[b] as number;
    out.power[n * 3 + b] = p;
    out.sum[b] = (out.sum[b] as number) + p;
  }
  setBars(out, share, least);
}

function setBars(out: Received, share: number, least: number): void {
  for (let b = 0; b < 3; b++) {
    const bar = share * (out.sum[b] as number);
    out.bar[b] = bar > least ? bar : least;
  }
}

/** Is what is left of a path, times a share, worth adding in any band? */
export const isWorth = ({ left, bar }: Received, share: number): boolean =>
  (left[0] as number) * share > (bar[0] as number) ||
  (left[1] as number) * share > (bar[1] as number) ||
  (left[2] as number) * share > (bar[2] as number);

/** Least that a path must bring in any band, over the free-space power at 1 m. */
export function leastBar({ bar }: Received): number {
  let least = Infinity;
  for (let b = 0; b < 3; b++) {
    const v = (bar[b] as number) / (powerAt1m[b] as number);
    if (v < least) least = v;
  }
  return least;
}

/** Notes how the next path goes. @returns false when there is no room for more paths. */
export function note(
  out: Received,
  firstFacet: number,
  firstItem: number,
  secondFacet: number,
  secondItem: number,
  edge: number,
): boolean {
  const n = out.count;
  if (n >= out.edge.length) return false;
  out.facet[n * 2] = firstFacet;
  out.facet[n * 2 + 1] = secondFacet;
  out.facetItem[n * 2] = firstItem;
  out.facetItem[n * 2 + 1] = secondItem;
  out.edge[n] = edge;
  return true;
}

/** Notes the first (0) or second (1) place where the next path is reflected or turns. */
export function setVia(out: Received, which: 0 | 1, x: number, y: number, z: number): void {
  const o = out.count * 6 + which * 3;
  out.via[o] = x;
  out.via[o + 1] = y;
  out.via[o + 2] = z;
}

/** Strongest path in a band: its number. */
export function strongest({ power, count }: Received, band: number): number {
  let best = 0;
  for (let i = 1; i < count; i++)
    if ((power[i * 3 + band] as number) > (power[best * 3 + band] as number)) best = i;
  return best;
}

/**
 * The losses that the signal of a band depends on: what each path crosses counts by its share of the power,
 * since a sum of paths changes that much when one of them does. Into `out.crossed`, and returned.
 */
export function crossedIn(out: Received, band: number): Crossed {
  const { crossed, list, listStart, power } = out;
  const perSum = 1 / (out.sum[band] as number);
  for (let i = 0; i < crossed.count; i++) out.times[crossed.lossId[i] as number] = 0;
  crossed.count = 0;
  for (let path = 0; path < out.count; path++) {
    const part = (power[path * 3 + band] as number) * perSum;
    if (!(part > 0.001)) continue;
    const end = listStart[path + 1] as number;
    for (let i = listStart[path] as number; i < end; i++) {
      const lossId = list[i] as number;
      if (lossId >= out.times.length) {
        const larger = new Float64Array(2 * lossId);
        larger.set(out.times);
        out.times = larger;
      }
      if ((out.times[lossId] as number) === 0 && crossed.count < crossed.lossId.length)
        crossed.lossId[crossed.count++] = lossId;
      out.times[lossId] = (out.times[lossId] as number) + part;
    }
  }
  for (let i = 0; i < crossed.count; i++) crossed.times[i] = out.times[crossed.lossId[i] as number] as number;
  return crossed;
}

/** A copy of what a signal depends on, to be kept. */
export const copyOf = ({ count, lossId, times }: Crossed): Crossed => ({
  count,
  lossId: lossId.slice(0, count),
  times: times.slice(0, count),
});
