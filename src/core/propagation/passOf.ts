import type { Crossings, Scene } from './model';

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

/** Multiplies the shares that pass all crossings into `out[at … at + 2]`; see `passOf`. */
export function passAll({ pass }: Pick<Scene, 'pass'>, hits: Crossings, out: Float64Array, at: number): void {
  const { key, cosine, count } = hits;
  let p0 = out[at] as number;
  let p1 = out[at + 1] as number;
  let p2 = out[at + 2] as number;
  for (let i = 0; i < count; i++) {
    const step = (cosine[i] as number) * (passSteps - 1);
    const low = step >= passSteps - 1 ? passSteps - 2 : step | 0;
    const part = step - low;
    const row = ((key[i] as number) * passSteps + low) * 3;
    const a0 = pass[row] as number;
    const a1 = pass[row + 1] as number;
    const a2 = pass[row + 2] as number;
    p0 *= a0 + ((pass[row + 3] as number) - a0) * part;
    p1 *= a1 + ((pass[row + 4] as number) - a1) * part;
    p2 *= a2 + ((pass[row + 5] as number) - a2) * part;
  }
  out[at] = p0;
  out[at + 1] = p1;
  out[at + 2] = p2;
}
