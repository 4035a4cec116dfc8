import type { Radio } from '../job/records';

/**
 * Signal of a radio at a place, dBm: EIRP − loss of its mount + gain of the path (negative; `receive`).
 * Example: 20 dBm, mount 3 dB, path −71 dB → −54 dBm. −∞ where there is no such radio, or no path was found.
 * @param band index into `bands`.
 */
export const signalDbm = (
  radio: Pick<Radio, 'eirpDbm'> | undefined,
  received: { gainDb: ArrayLike<number> },
  band: number,
  mountDb: ArrayLike<number>,
): number => (radio?.eirpDbm ?? -Infinity) - (mountDb[band] ?? 0) + (received.gainDb[band] ?? -Infinity);
