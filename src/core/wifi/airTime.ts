/** Rates on air that others use or disturb. */
import { type RadioMode, radioLink, rateLadder, rssiFor } from './radioLink';

/** The air at a receiver: what is left of its time, and noise that comes and goes. */
export interface Air {
  /** Share of the time left by neighbours, 0 … 1. */
  share: number;
  /** Share of the time in which the noise is there, and how far it lifts the noise floor, dB. */
  duty: number;
  riseDb: number;
}

export const quietAir: Air = { share: 1, duty: 0, riseDb: 0 };

/** Noise floor of a receiver, dBm: −174 + 10 log10(bandwidth Hz) + 7 (planning: noise figure). Example: 20 MHz → −94. */
export const noiseFloorDbm = (widthMHz: number): number => -174 + 10 * Math.log10(widthMHz * 1e6) + 7;

/**
 * Goodput of one client alone, Mbps: the mean over the time with and without the noise, of the time
 * that neighbours leave. Noise costs as much as a signal weaker by what it lifts the floor.
 */
export function goodputIn(air: Air, rssiDbm: number, mode: RadioMode): number {
  const clear = radioLink(rssiDbm, mode).goodputMbps;
  if (air.duty === 0 || air.riseDb === 0) return air.share * clear;
  const noisy = radioLink(rssiDbm - air.riseDb + 1e-9, mode).goodputMbps;
  return air.share * ((1 - air.duty) * clear + air.duty * noisy);
}

const known = new Map<string, number>();
const mostKnown = 20_000;

/** The least signal, dBm, at which a goodput is reached in this air; Infinity when it never is. Kept for the next time. */
export function rssiForIn(air: Air, goodputMbps: number, mode: RadioMode): number {
  if (air.duty === 0 || air.riseDb === 0) return rssiFor(goodputMbps / air.share, mode);
  const key = `${mode.standard} ${mode.widthMHz} ${mode.streams} ${goodputMbps} ${air.share} ${air.duty} ${air.riseDb}`;
  const before = known.get(key);
  if (before !== undefined) return before;
  const ladder = rateLadder(mode).map((s) => s.rssiDbm);
  const steps = [...ladder, ...ladder.map((dbm) => dbm + air.riseDb)].sort((a, b) => a - b);
  // goodput rises with the signal: bisect the steps
  let [low, high] = [0, steps.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (goodputIn(air, steps[middle] as number, mode) >= goodputMbps) high = middle;
    else low = middle + 1;
  }
  if (known.size >= mostKnown) known.clear();
  const least = steps[low] ?? Infinity;
  known.set(key, least);
  return least;
}
