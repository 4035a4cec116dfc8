import type { Scene } from './scene';

/** Rows of a pass table: cosines 0, 1/256 … 1. */
export const passSteps = 257;
const last = passSteps - 1;

/**
 * Share of power that passes one crossing, 0 … 1, from the scene's table, between its rows linearly.
 * @param key what is crossed; −1 = open. @param cosine of the angle of incidence, 0 … 1.
 * @param band 0 … 2 in the order of `bands`.
 */
export function passOf(scene: Pick<Scene, 'pass'>, key: number, cosine: number, band: number): number {
  if (key < 0) return 1;
  const step = cosine * last;
  const low = step >= last ? last - 1 : step | 0;
  const row = (key * passSteps + low) * 3 + band;
  const a = scene.pass[row] as number;
  return a + ((scene.pass[row + 3] as number) - a) * (step - low);
}
