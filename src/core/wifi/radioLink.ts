import type { Standard } from '../job/records';
import { guardIntervalsUs, mcsOf, phyRate } from './phyRate';

/** Least signal for MCS 0–13 at 20 MHz, dBm (standard: IEEE 802.11 receiver minimum sensitivity). */
const sensitivity20Dbm = [-82, -79, -77, -74, -70, -66, -65, -64, -59, -57, -54, -52, -49, -46];
/** Receivers are better than the standard asks (planning). */
const betterThanStandardDb = 5;

/** What two ends can do together on a channel. */
export interface RadioMode {
  standard: Standard;
  widthMHz: number;
  streams: number;
}

/** One step of a rate ladder: from this signal on, this MCS. */
export interface RateStep {
  rssiDbm: number;
  mcs: number;
  phyMbps: number;
  goodputMbps: number;
}

/**
 * What one saturated client alone gets of a physical rate, Mbps (planning, after IEEE 802.11
 * aggregation): n packets of 1538 B per transmission within 4 ms, 203 µs overhead, 1460 B payload,
 * acknowledgements of TCP × 0.94. Example: 648.5 → 495.8.
 */
export function goodput(phyMbps: number): number {
  const n = Math.min(64, Math.max(1, Math.floor((4000 * phyMbps) / 12304)));
  return ((n * 11680) / ((n * 12304) / phyMbps + 203)) * 0.94;
}

const rank: Record<Standard, number> = { ht: 0, vht: 1, he: 2, eht: 3 };

/** A number of its own for each mode: quick to look up by. */
export const modeKey = ({ standard, widthMHz, streams }: RadioMode): number =>
  (rank[standard] * 1024 + widthMHz) * 16 + streams;

const ladders = new Map<number, readonly RateStep[]>();

/** The ladder of a mode, weakest step first: signal needed, rate and goodput at the shortest guard interval. */
export function rateLadder(mode: RadioMode): readonly RateStep[] {
  const key = modeKey(mode);
  const known = ladders.get(key);
  if (known) return known;
  const guardIntervalUs = guardIntervalsUs[mode.standard][0] ?? 0.8;
  const ladder = mcsOf(mode.standard, mode.widthMHz).map((mcs) => {
    const phyMbps = phyRate({ ...mode, mcs, guardIntervalUs });
    const base = sensitivity20Dbm[mcs] ?? 0;
    return {
      rssiDbm: base + 10 * Math.log10(mode.widthMHz / 20) - betterThanStandardDb,
      mcs,
      phyMbps,
      goodputMbps: goodput(phyMbps),
    };
  });
  ladders.set(key, ladder);
  return ladder;
}

/**
 * Signal → rate: the highest MCS whose sensitivity is met.
 * @returns mcs null and 0 Mbps when even the lowest is not met.
 * Example: −63 dBm, he, 80 MHz, 2 streams → MCS 6, 648.5 Mbps, goodput 495.8.
 */
export function radioLink(
  rssiDbm: number,
  mode: RadioMode,
): { mcs: number | null; phyMbps: number; goodputMbps: number } {
  let best: RateStep | undefined;
  for (const step of rateLadder(mode)) if (rssiDbm >= step.rssiDbm) best = step;
  return best
    ? { mcs: best.mcs, phyMbps: best.phyMbps, goodputMbps: best.goodputMbps }
    : { mcs: null, phyMbps: 0, goodputMbps: 0 };
}

/** The least signal, dBm, at which a goodput is reached; Infinity when the mode never reaches it. */
export function rssiFor(goodputMbps: number, mode: RadioMode): number {
  for (const step of rateLadder(mode)) if (step.goodputMbps >= goodputMbps) return step.rssiDbm;
  return Infinity;
}

/**
 * The mode that two ends share: the lesser standard, width and streams. vht is not for 2.4 GHz and
 * ht not for 6 GHz, so a vht end at 2.4 GHz counts as ht, and its width is kept within the standard.
 */
export function commonMode(a: RadioMode, b: RadioMode, band: '2.4' | '5' | '6'): RadioMode {
  const lesser = rank[a.standard] <= rank[b.standard] ? a.standard : b.standard;
  const standard = band === '2.4' && lesser === 'vht' ? 'ht' : lesser;
  const widest = standard === 'ht' ? 40 : standard === 'eht' ? 320 : 160;
  return {
    standard,
    widthMHz: Math.min(a.widthMHz, b.widthMHz, widest),
    streams: Math.min(a.streams, b.streams),
  };
}
