import type { Band, Layer } from '../job/records';
import { transmittedPower } from './transmission';

/** Where each band lies, GHz (2.4: 2.400–2.4835, 5: 5.150–5.850, 6: 5.925–6.425). */
export const bandEdgesGHz: Record<Band, readonly [number, number]> = {
  '2.4': [2.4, 2.4835],
  '5': [5.15, 5.85],
  '6': [5.925, 6.425],
};

/** Middle of each band, GHz; used for free space. */
export const bandMiddleGHz: Record<Band, number> = { '2.4': 2.44175, '5': 5.5, '6': 6.175 };

const frequencies = 21;

/**
 * Loss of a stack of layers, dB ≥ 0: over a band the mean power of 21 equally spaced
 * frequencies, ends included, or at one frequency. A leak (joints, reveals) adds in power.
 * @param leakDb loss of the leak alone; planning 32 dB; null or absent = no leak.
 * Example: 102.5 mm of brick at 5 GHz and 0° → 3.63 dB.
 */
export function wallLoss(
  layers: readonly Layer[],
  at: Band | { frequencyGHz: number },
  incidenceDeg = 0,
  leakDb: number | null = null,
): number {
  let sum = 0;
  if (typeof at === 'object') sum = transmittedPower(layers, at.frequencyGHz, incidenceDeg);
  else {
    const [low, high] = bandEdgesGHz[at];
    for (let i = 0; i < frequencies; i++)
      sum +=
        transmittedPower(layers, low + ((high - low) * i) / (frequencies - 1), incidenceDeg) / frequencies;
  }
  const leak = leakDb === null ? 0 : 10 ** (-leakDb / 10);
  return -10 * Math.log10(Math.min(1, Math.max(sum + leak, 1e-20)));
}
