/** Coax links (MoCA 2.5): what cables and splitters cost, and what is left of the rate. */

/** Loss of a cable, dB per 100 m at f MHz: k1 √f + k2 f (planning). */
const cables = {
  rg6: [0.62, 0.0019],
  rg59: [0.78, 0.0022],
  rg11: [0.4, 0.0017],
} as const;
export type CoaxCable = keyof typeof cables;

/** Splitters by their outputs: loss from input to output, and between outputs, dB (planning). */
const splitters = {
  2: [4.5, 18],
  3: [6.5, 20],
  4: [8.5, 22],
  6: [11, 24],
  8: [12.5, 25],
} as const;
export type SplitterWays = keyof typeof splitters;
export const splitterWays = [2, 3, 4, 6, 8] as const satisfies SplitterWays[];

/** What a splitter that is not made for the band costs more, dB (planning). */
const unrated = { 'in-out': 5, 'out-out': 12 } as const;
export type Between = keyof typeof unrated;

/** Middle of the band that coax links use, MHz. */
export const coaxMHz = 1400;
/** Rate of a link, Mbps, up to this loss; from there it falls evenly to nothing (planning), dB. */
export const coaxMbps = 2500;
export const fullUpToDb = 50;
export const nothingFromDb = 70;

/** Loss of a piece of cable, dB. @param lengthM ≥ 0. Example: rg6, 18 m, 1400 MHz → 4.654. */
export function coaxCableLoss(cable: CoaxCable, lengthM: number, frequencyMHz = coaxMHz): number {
  const [k1, k2] = cables[cable];
  return ((k1 * Math.sqrt(frequencyMHz) + k2 * frequencyMHz) * lengthM) / 100;
}

/** Loss of a splitter, dB. Example: 4-way, not rated, between two outputs → 34. */
export function splitterLoss(ways: SplitterWays, rated: boolean, between: Between): number {
  return splitters[ways][between === 'in-out' ? 0 : 1] + (rated ? 0 : unrated[between]);
}

/** The splitter of the table that has as many outputs, or the next larger; beyond the largest, that. */
export const splitterFor = (ways: number): SplitterWays => splitterWays.find((w) => w >= ways) ?? 8;

/** What a path lets through, Mbps: 2500 up to 50 dB, falling evenly to 0 at 70 dB. Example: 60 → 1250. */
export function coaxRate(lossDb: number): number {
  const left = (nothingFromDb - lossDb) / (nothingFromDb - fullUpToDb);
  return coaxMbps * Math.min(1, Math.max(0, left));
}

export interface CoaxPathInput {
  frequencyMHz: number;
  segments: readonly { cable: CoaxCable; lengthM: number }[];
  splitters: readonly { ways: SplitterWays; rated: boolean; between: Between }[];
}

/**
 * A path through cables and splitters: its losses add up.
 * Example: rg6 18 m, rg59 7 m, a 4-way not rated between two outputs → 40.913 dB, 2500 Mbps.
 */
export function coaxPath(input: CoaxPathInput): { lossDb: number; mbps: number } {
  const lossDb =
    input.segments.reduce((sum, s) => sum + coaxCableLoss(s.cable, s.lengthM, input.frequencyMHz), 0) +
    input.splitters.reduce((sum, s) => sum + splitterLoss(s.ways, s.rated, s.between), 0);
  return { lossDb, mbps: coaxRate(lossDb) };
}
