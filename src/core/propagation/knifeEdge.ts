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
