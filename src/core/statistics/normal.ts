/**
 * Standard normal distribution function Φ(z), 0 … 1, error below 1.5e-7
 * (standard: Abramowitz and Stegun 7.1.26). Example: Φ(1.6449) → 0.95.
 */
export function normalBelow(z: number): number {
  const x = Math.abs(z) * Math.SQRT1_2;
  const t = 1 / (1 + 0.3275911 * x);
  const poly =
    t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))));
  const half = 0.5 * poly * Math.exp(-x * x);
  return z < 0 ? half : 1 - half;
}

/** Middles of five equally likely parts of the standard normal: z of 10, 30, 50, 70 and 90 %. */
export const normalFifths = [-1.2815515655, -0.5244005127, 0, 0.5244005127, 1.2815515655] as const;
