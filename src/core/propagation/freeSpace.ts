import { bands } from '../job/records';
import { bandMiddleGHz } from '../materials/wallLoss';

/** Nearest distance that counts, m: closer, the far-field formula no longer holds. */
export const nearestM = 0.3;
const lightSpeed = 299_792_458;

/** Wavelength in the middle of each band, m, in the order of `bands`. */
export const waveM = Float64Array.from(bands, (b) => lightSpeed / (bandMiddleGHz[b] * 1e9));

/** Free-space power at 1 m by band, (λ/4π)²; over d² it is the power at d metres. */
export const powerAt1m = Float64Array.from(waveM, (w) => (w / (4 * Math.PI)) ** 2);

/** Free-space loss, dB (standard: ITU-R P.525): 20 log10(4π d f / c). Example: 10 m, 5.5 GHz → 67.26. */
export function freeSpaceLoss(distanceM: number, frequencyGHz: number): number {
  const d = Math.max(nearestM, distanceM);
  return 20 * Math.log10((4 * Math.PI * d * frequencyGHz * 1e9) / lightSpeed);
}
