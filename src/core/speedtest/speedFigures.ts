/** Figures of a speed test from what was counted: rates without the warm-up, and delays of small requests. */
import { median } from '../statistics/exactTests';

/** Bytes that arrived, and when, ms from the start. */
export interface Arrival {
  atMs: number;
  bytes: number;
}

/**
 * Mbps between the end of the warm-up and the end of the test, over all streams together.
 * @param arrivals in any order; what came before `warmUpMs` or after `endMs` does not count.
 * @returns null when no byte counts.
 * Example: 12.5 MB evenly over 1 s → 100.
 */
export function throughput(arrivals: readonly Arrival[], warmUpMs: number, endMs: number): number | null {
  if (!(endMs > warmUpMs)) throw new RangeError('endMs: the test ends after its warm-up');
  let bytes = 0;
  for (const a of arrivals) if (a.atMs > warmUpMs && a.atMs <= endMs) bytes += a.bytes;
  return bytes === 0 ? null : (bytes * 8) / 1000 / (endMs - warmUpMs);
}

export interface Delays {
  /** Null when nothing was answered. */
  medianMs: number | null;
  /** Mean change from one answer to the next, ms (as RFC 3550, without its smoothing). */
  jitterMs: number | null;
  lossPct: number;
}

/** Delays of small requests one after the other; null = no answer in time. Throws when there is none. */
export function delays(answers: readonly (number | null)[]): Delays {
  if (answers.length === 0) throw new RangeError('answers: at least one request');
  const came = answers.filter((a): a is number => a !== null);
  const changes = came.slice(1).map((v, i) => Math.abs(v - (came[i] ?? v)));
  return {
    medianMs: median(came),
    jitterMs: changes.length ? changes.reduce((a, b) => a + b, 0) / changes.length : null,
    lossPct: (100 * (answers.length - came.length)) / answers.length,
  };
}
