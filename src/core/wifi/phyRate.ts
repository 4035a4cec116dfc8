import type { Standard } from '../job/records';

/** Bits per carrier and symbol, and code rate, of MCS 0–13 (standard: IEEE 802.11 n/ac/ax/be). */
const mcsTable: readonly (readonly [bits: number, codeRate: number])[] = [
  [1, 1 / 2],
  [2, 1 / 2],
  [2, 3 / 4],
  [4, 1 / 2],
  [4, 3 / 4],
  [6, 2 / 3],
  [6, 3 / 4],
  [6, 5 / 6],
  [8, 3 / 4],
  [8, 5 / 6],
  [10, 3 / 4],
  [10, 5 / 6],
  [12, 3 / 4],
  [12, 5 / 6],
];

/** Data carriers by channel width (standard). */
const carriers: Record<Standard, Partial<Record<number, number>>> = {
  ht: { 20: 52, 40: 108 },
  vht: { 20: 52, 40: 108, 80: 234, 160: 468 },
  he: { 20: 234, 40: 468, 80: 980, 160: 1960 },
  eht: { 20: 234, 40: 468, 80: 980, 160: 1960, 320: 3920 },
};
const highestMcs: Record<Standard, number> = { ht: 7, vht: 9, he: 11, eht: 13 };
const symbolUs: Record<Standard, number> = { ht: 3.2, vht: 3.2, he: 12.8, eht: 12.8 };
/** Guard intervals in µs, shortest first. */
export const guardIntervalsUs: Record<Standard, readonly number[]> = {
  ht: [0.4, 0.8],
  vht: [0.4, 0.8],
  he: [0.8, 1.6, 3.2],
  eht: [0.8, 1.6, 3.2],
};
export const standards: readonly Standard[] = ['ht', 'vht', 'he', 'eht'];

/** Channel widths of a standard, MHz. */
export const widthsOf = (standard: Standard): number[] => Object.keys(carriers[standard]).map(Number);

/** MCS indexes that a standard allows at a width, rising. No MCS 9 in vht at 20 MHz. */
export function mcsOf(standard: Standard, widthMHz: number): number[] {
  const all = Array.from({ length: highestMcs[standard] + 1 }, (_, i) => i);
  return standard === 'vht' && widthMHz === 20 ? all.slice(0, 9) : all;
}

export interface PhyRateInput {
  standard: Standard;
  widthMHz: number;
  streams: number;
  mcs: number;
  guardIntervalUs: number;
}

/**
 * Physical rate, Mbps (standard: IEEE 802.11): carriers · bits · code rate · streams / (T + GI).
 * @throws RangeError when the standard has no such width, MCS or guard interval.
 * Example: he, 80 MHz, 2 streams, MCS 11, 0.8 µs → 1200.98.
 */
export function phyRate({ standard, widthMHz, streams, mcs, guardIntervalUs }: PhyRateInput): number {
  const data = carriers[standard][widthMHz];
  if (data === undefined) throw new RangeError(`widthMHz: ${standard} has no ${widthMHz} MHz channel`);
  const step = mcsOf(standard, widthMHz).includes(mcs) ? mcsTable[mcs] : undefined;
  if (!step) throw new RangeError(`mcs: ${standard} has no MCS ${mcs} at ${widthMHz} MHz`);
  if (!guardIntervalsUs[standard].includes(guardIntervalUs))
    throw new RangeError(`guardIntervalUs: ${standard} has no guard interval of ${guardIntervalUs} µs`);
  return (data * step[0] * step[1] * streams) / (symbolUs[standard] + guardIntervalUs);
}

/** How far, in Mbps, a rate that a device shows may be rounded or cut. */
const shownWithinMbps = 1;

/**
 * All ways in which a device may have come to the link rate it shows (within 1 Mbps, 1–4 streams).
 * Example: 866 → among others vht, 80 MHz, 2 streams, MCS 9, 0.4 µs (866.67).
 */
export function linkRateMatches(mbps: number): (PhyRateInput & { mbps: number })[] {
  const matches: (PhyRateInput & { mbps: number })[] = [];
  for (const standard of standards)
    for (const widthMHz of widthsOf(standard))
      for (const mcs of mcsOf(standard, widthMHz))
        for (const guardIntervalUs of guardIntervalsUs[standard])
          for (let streams = 1; streams <= 4; streams++) {
            const input = { standard, widthMHz, streams, mcs, guardIntervalUs };
            const rate = phyRate(input);
            if (Math.abs(rate - mbps) <= shownWithinMbps) matches.push({ ...input, mbps: rate });
          }
  return matches;
}
