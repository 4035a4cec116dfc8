import type { Band, Layer } from '../job/records';
import { stackPower, type StackPower } from './transmission';

/** Where each band lies, GHz (2.4: 2.400–2.4835, 5: 5.150–5.850, 6: 5.925–6.425). */
export const bandEdgesGHz: Record<Band, readonly [number, number]> = {
  '2.4': [2.4, 2.4835],
  '5': [5.15, 5.85],
  '6': [5.925, 6.425],
};

/** Middle of each band, GHz; used for free space. */
export const bandMiddleGHz: Record<Band, number> = { '2.4': 2.44175, '5': 5.5, '6': 6.175 };

const frequencies = 21;

/** Shares that pass a stack and that it reflects: over a band the mean of 21 equally spaced frequencies, ends included; see `stackPower`. */
export function bandPower(
  layers: readonly Layer[],
  at: Band | { frequencyGHz: number },
  incidenceDeg = 0,
): StackPower {
  if (typeof at === 'object') return stackPower(layers, at.frequencyGHz, incidenceDeg);
  const [low, high] = bandEdgesGHz[at];
  const sum = { transmitted: 0, reflected: 0 };
  for (let i = 0; i < frequencies; i++) {
    const one = stackPower(layers, low + ((high - low) * i) / (frequencies - 1), incidenceDeg);
    sum.transmitted += one.transmitted / frequencies;
    sum.reflected += one.reflected / frequencies;
  }
  return sum;
}

/**
 * Loss of a share of power, dB ≥ 0, and of a leak beside it (joints, reveals), which adds in power.
 * @param leakDb null = none. Example: a ten-thousandth (40 dB) with a leak of 32 dB → 31.36.
 */
export function lossOfShare(transmitted: number, leakDb: number | null): number {
  const leak = leakDb === null ? 0 : 10 ** (-leakDb / 10);
  return -10 * Math.log10(Math.min(1, Math.max(transmitted + leak, 1e-20)));
}

/**
 * Loss of a stack of layers, dB ≥ 0, in a band or at one frequency. A leak adds in power.
 * @param leakDb loss of the leak alone; planning 32 dB; null or absent = no leak.
 * Example: 102.5 mm of brick at 5 GHz and 0° → 3.63 dB.
 */
export const wallLoss = (
  layers: readonly Layer[],
  at: Band | { frequencyGHz: number },
  incidenceDeg = 0,
  leakDb: number | null = null,
): number => lossOfShare(bandPower(layers, at, incidenceDeg).transmitted, leakDb);
