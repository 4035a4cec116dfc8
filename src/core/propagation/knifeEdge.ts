/** Share of the power left at ν = 0, when the straight path just touches the edge: 6.03 dB. */
export const grazingTransmittance = knifeEdgeTransmittance(0);

/**
 * Loss of a turn round one knife edge, dB (standard: ITU-R P.526, range ν > −0.78):
 * `J(ν) = 6.9 + 20 log10(sqrt((ν − 0.1)² + 1) + ν − 0.1)`. Example: ν 0 → 6.03, ν 1 → 13.93.
 */
export function knifeEdgeLoss(nu: number): number {
  return -10 * Math.log10(knifeEdgeTransmittance(nu));
}

/** The same as a share of power, 0 … 1, without a logarithm: for the inner loop. */
export function knifeEdgeTransmittance(nu: number): number {
  const v = nu - 0.1;
  const u = Math.sqrt(v * v + 1) + v;
  return 0.20417379446695295 / (u * u); // 10^-0.69
}

/**
 * How far a turn leaves the straight path, in Fresnel terms (standard: ITU-R P.526):
 * `ν = φ sqrt(2 d1 d2 / (λ (d1 + d2)))`.
 * @param turnRad the turn φ. @param d1M, d2M legs before and after it, m. @param waveM wavelength, m.
 * Example: 30°, 3 m and 3 m, 5.5 GHz → 3.88.
 */
export function fresnelNu(turnRad: number, d1M: number, d2M: number, waveM: number): number {
  return turnRad * Math.sqrt((2 * d1M * d2M) / (waveM * (d1M + d2M)));
}
