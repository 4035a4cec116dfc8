/** Figures of a speed test from what was counted: rates without the warm-up, delays of small requests, silences. */
import { median } from '../statistics/exactTests';

/** Bytes that arrived, and when, ms from the start. */
export interface Arrival {
  atMs: number;
  bytes: number;
}

/** Stretches over which a rate is averaged are shorter than the test by this share. */
const endShare = 0.1;

/**
 * Mbps between the end of the warm-up and the end of the test, over all streams together: the mean rate of all stretches
 * that are nine tenths as long. At which moment the counting begins and ends then matters little: what a lost packet held
 * back before the test comes in one lump at its beginning, and another may still be held back at its end. Measured
 * beside iperf3 over lines of 1 and 5 Mbps: a share of 0 is up to 6 % off, a half up to 10 %.
 * @param arrivals in any order; what came before `warmUpMs` or after `endMs` does not count.
 * @returns null when no byte counts.
 * Example: 12.5 MB evenly over 1 s → 100.
 */
export function throughput(arrivals: readonly Arrival[], warmUpMs: number, endMs: number): number | null {
  if (!(endMs > warmUpMs)) throw new RangeError('endMs: the test ends after its warm-up');
  let bytes = 0;
  for (const a of arrivals) {
    const x = (a.atMs - warmUpMs) / (endMs - warmUpMs);
    // in so large a part of the stretches it is counted
    if (x > 0 && x < 1) bytes += (a.bytes * Math.min(1, x / endShare, (1 - x) / endShare)) / (1 - endShare);
  }
  return bytes === 0 ? null : (bytes * 8) / 1000 / (endMs - warmUpMs);
}

/** Mbps of all that came in a time, plainly: for a flow that ended with its last byte. @returns null when no byte counts. */
export function meanRate(arrivals: readonly Arrival[], fromMs: number, endMs: number): number | null {
  let bytes = 0;
  for (const a of arrivals) if (a.atMs > fromMs && a.atMs <= endMs) bytes += a.bytes;
  return bytes === 0 ? null : (bytes * 8) / 1000 / (endMs - fromMs);
}

/**
 * Rates of equal pieces of time, Mbps, first to last; a rest shorter than a piece is left out.
 * Example: 1 MB in the first and 2 MB in the second of two pieces of 200 ms → [40, 80].
 */
export function pieceRates(
  arrivals: readonly Arrival[],
  fromMs: number,
  toMs: number,
  pieceMs: number,
): number[] {
  const rates = new Array<number>(Math.max(0, Math.floor((toMs - fromMs) / pieceMs + 1e-9))).fill(0);
  for (const { atMs, bytes } of arrivals) {
    const i = Math.ceil((atMs - fromMs) / pieceMs) - 1;
    if (i >= 0 && i < rates.length) rates[i] = (rates[i] as number) + (bytes * 8) / 1000 / pieceMs;
  }
  return rates;
}

/** Fewest pieces of time before a rate can be called sure, and how sure: half the interval over the mean. */
const fewestPieces = 8;
const sureWithin = 0.03;
/** A rate averaged so is a little less sure than the mean of all, as a variance: (1 − 4/3 s) / (1 − s)² of the share s. */
const stretchVariance = (1 - (4 / 3) * endShare) / (1 - endShare) ** 2;
/** Student's t, two-sided 99.8 %, for 7, 8, … degrees of freedom; beyond the table its last value is a little too strict. */
const student = [4.785, 4.501, 4.297, 4.144, 4.025, 3.93, 3.852, 3.787, 3.733, 3.686];

/**
 * Is the rate of a flow known within 3 %, by the 99.8 % interval of Student's t over their pieces? It is asked again
 * at every piece while a test runs, which makes more mistakes than one look: of tests that it ends, about one in forty
 * is more than 3 % off (test). Rates that rise or swing go on longer.
 * Source: Student 1908; the rule of a fixed relative half-width is Chow and Robbins 1965.
 */
export function isSure(rates: readonly number[]): boolean {
  const n = rates.length;
  if (n < fewestPieces) return false;
  const mean = rates.reduce((a, b) => a + b, 0) / n;
  if (mean <= 0) return false;
  const variance = rates.reduce((sum, r) => sum + (r - mean) ** 2, 0) / (n - 1);
  const t = student[Math.min(n - fewestPieces, student.length - 1)] ?? Infinity;
  return t * Math.sqrt((stretchVariance * variance) / n) <= sureWithin * mean;
}

/** A rate that is so much higher in one half of a test than in the other has changed (planning). */
const changeFactor = 1.4;

/** Did a rate change for good while it was measured? Its halves are held against each other by their medians. */
export function hasChanged(rates: readonly number[]): boolean {
  const half = rates.length >> 1;
  const [first, last] = [median(rates.slice(0, half)), median(rates.slice(-half))];
  if (half < 3 || first === null || last === null) return false;
  return Math.max(first, last) > changeFactor * Math.min(first, last);
}

/**
 * The longest time without an arrival, ms; the silence before the first and after the last counts too.
 * Example: arrivals at 100 and 1900 ms of a test of 2 s → 1800.
 */
export function longestSilence(arrivals: readonly Arrival[], fromMs: number, toMs: number): number {
  const times = arrivals.map((a) => a.atMs).filter((at) => at > fromMs && at < toMs);
  times.sort((a, b) => a - b);
  let last = fromMs;
  let longest = 0;
  for (const at of [...times, toMs]) {
    longest = Math.max(longest, at - last);
    last = at;
  }
  return longest;
}

export interface Delays {
  /** Null when nothing was answered. */
  medianMs: number | null;
  /** Mean change from one answer to the next, ms (as RFC 3550, without its smoothing). */
  jitterMs: number | null;
}

/** Delays of small requests one after the other, ms; null = no answer. */
export function delays(answers: readonly (number | null)[]): Delays {
  const came = answers.filter((a): a is number => a !== null);
  const changes = came.slice(1).map((v, i) => Math.abs(v - (came[i] ?? v)));
  return {
    medianMs: median(came),
    jitterMs: changes.length ? changes.reduce((a, b) => a + b, 0) / changes.length : null,
  };
}

/** Sizes on the line, bytes: what IP and TCP add to a request, the answer to a small one, and a ping as its command sends it. */
const packetBytes = 52;
const answerBytes = 136;
const pingBytes = 84;

/**
 * Delay of a packet as small as a ping, from that of a small request: a slow line takes its time for the rest of the
 * request. At most half is taken off, since on the air a packet is sent faster than data flow.
 * @param askedBytes size of the request. @param ms what it took.
 * Example: 25 ms for 484 bytes over 5 Mbps down and 1 up → 25 − 8 (484 + 52 − 84) / 1000 − 8 (136 + 52 − 84) / 5000 = 21.2.
 */
export function pingDelay(ms: number, askedBytes: number, downMbps: number, upMbps: number): number {
  const bitsMs = (bytes: number, mbps: number) => ((bytes + packetBytes - pingBytes) * 8) / 1000 / mbps;
  return Math.max(ms / 2, ms - bitsMs(askedBytes, upMbps) - bitsMs(answerBytes, downMbps));
}

/**
 * Delay of small requests while data flows, ms: the median of the later half, since a deep queue fills for seconds and
 * a call meets it full. @param answers in the order in which they were asked; null of none.
 * Example: 100, 400, 900, 1000 → 950.
 */
export const loadedDelay = (answers: readonly number[]): number | null =>
  median(answers.slice(Math.floor(answers.length / 2)));

/** A silence from here on is a drop-out, ms: no retransmission of TCP takes so long on a line that works (planning). */
export const dropOutMs = 800;
