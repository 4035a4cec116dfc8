/** Rates on air that others use or disturb. */
import { modeKey, type RadioMode, radioLink, rateLadder } from './radioLink';

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

/** All signals at which a rate changes, with and without the noise, weakest first, and the goodput from each on. */
interface Steps {
  rssiDbm: Float64Array;
  clear: Float64Array;
  noisy: Float64Array;
}

const known = new Map<number, Steps>();

function stepsOf(mode: RadioMode, riseDb: number): Steps {
  // the rise is in whole dB
  const key = modeKey(mode) * 1024 + riseDb;
  const before = known.get(key);
  if (before) return before;
  const ladder = rateLadder(mode).map((s) => s.rssiDbm);
  const rssiDbm = Float64Array.from([...ladder, ...ladder.map((dbm) => dbm + riseDb)]).sort();
  const made = {
    rssiDbm,
    clear: rssiDbm.map((dbm) => radioLink(dbm, mode).goodputMbps),
    noisy: rssiDbm.map((dbm) => radioLink(dbm - riseDb + 1e-9, mode).goodputMbps),
  };
  known.set(key, made);
  return made;
}

/** For one air and mode: the least signal, dBm, at which a goodput, Mbps, is reached; Infinity when it never is. */
export function rssiIn({ share, duty, riseDb }: Air, mode: RadioMode): (goodputMbps: number) => number {
  if (duty === 0 || riseDb === 0) {
    const ladder = rateLadder(mode);
    return (goodputMbps) => {
      for (const step of ladder) if (step.goodputMbps * share >= goodputMbps) return step.rssiDbm;
      return Infinity;
    };
  }
  const { rssiDbm, clear, noisy } = stepsOf(mode, riseDb);
  return (goodputMbps) => {
    // goodput rises with the signal: bisect the steps
    let [low, high] = [0, rssiDbm.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      const mbps = share * ((1 - duty) * (clear[middle] as number) + duty * (noisy[middle] as number));
      if (mbps >= goodputMbps) high = middle;
      else low = middle + 1;
    }
    return rssiDbm[low] ?? Infinity;
  };
}
