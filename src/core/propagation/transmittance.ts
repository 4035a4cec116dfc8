import type { Crossings, Scene } from './model';

/** Rows of a pass table: cosines 0, 1/256 … 1. */
export const transmittanceSteps = 257;
const last = transmittanceSteps - 1;

/**
 * Share of power that passes one crossing, 0 … 1, from the scene's table, between its rows linearly.
 * @param lossId what is crossed; −1 = open. @param cosine of the angle of incidence, 0 … 1.
 * @param band 0 … 2 in the order of `bands`.
 */
export function transmittanceOf(
  scene: Pick<Scene, 'transmittance'>,
  lossId: number,
  cosine: number,
  band: number,
): number {
  if (lossId < 0) return 1;
  const step = cosine * last;
  const low = step >= last ? last - 1 : step | 0;
  const row = (lossId * transmittanceSteps + low) * 3 + band;
  const a = scene.transmittance[row] as number;
  return a + ((scene.transmittance[row + 3] as number) - a) * (step - low);
}

/** Multiplies the shares that pass all crossings into `out[at … at + 2]`; see `transmittanceOf`. */
export function multiplyTransmittance(
  { transmittance }: Pick<Scene, 'transmittance'>,
  hits: Crossings,
  out: Float64Array,
  at: number,
): void {
  const { lossId, cosine, count } = hits;
  let p0 = out[at] as number;
  let p1 = out[at + 1] as number;
  let p2 = out[at + 2] as number;
  for (let i = 0; i < count; i++) {
    const step = (cosine[i] as number) * (transmittanceSteps - 1);
    const low = step >= transmittanceSteps - 1 ? transmittanceSteps - 2 : step | 0;
    const part = step - low;
    const row = ((lossId[i] as number) * transmittanceSteps + low) * 3;
    const a0 = transmittance[row] as number;
    const a1 = transmittance[row + 1] as number;
    const a2 = transmittance[row + 2] as number;
    p0 *= a0 + ((transmittance[row + 3] as number) - a0) * part;
    p1 *= a1 + ((transmittance[row + 4] as number) - a1) * part;
    p2 *= a2 + ((transmittance[row + 5] as number) - a2) * part;
  }
  out[at] = p0;
  out[at + 1] = p1;
  out[at + 2] = p2;
}

/** Share of power that a face reflects, 0 … 1, from the scene's table; see `transmittanceOf`. */
export const reflectanceOf = (
  { reflectance }: Pick<Scene, 'reflectance'>,
  lossId: number,
  cosine: number,
  band: number,
): number => transmittanceOf({ transmittance: reflectance }, lossId, cosine, band);
