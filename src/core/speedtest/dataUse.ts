/** How much data a run moves: told before it, since some lines are paid by volume. */

/** What a phone may be held to, MB a run; null = no cap. */
export const dataCaps = [null, 100, 25] as const;
export type DataCap = (typeof dataCaps)[number];

/**
 * The most data of one run, MB (10^6 bytes): both flows at their rates for the longest time, or the cap.
 * Example: 94 and 20 Mbps for 4 s each → 57; with a cap of 25 → 25.
 */
export function mostMegabytes(
  { downMbps, upMbps }: { downMbps: number; upMbps: number },
  flowMs: number,
  cap: DataCap,
): number {
  return Math.min(((downMbps + upMbps) / 8) * (flowMs / 1000), cap ?? Infinity);
}
