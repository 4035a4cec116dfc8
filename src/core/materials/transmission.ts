import type { Layer } from '../job/records';
import { materials } from './materials';

type Complex = readonly [re: number, im: number];
const mul = ([a, b]: Complex, [c, d]: Complex): Complex => [a * c - b * d, a * d + b * c];
const div = ([a, b]: Complex, [c, d]: Complex): Complex => {
  const n = c * c + d * d;
  return [(a * c + b * d) / n, (b * c - a * d) / n];
};
const add = ([a, b]: Complex, [c, d]: Complex): Complex => [a + c, b + d];
/** The square root with Im ≤ 0, the branch of a wave that dies away inwards. */
const root = ([a, b]: Complex): Complex => {
  const m = Math.hypot(a, b);
  return [Math.sqrt((m + a) / 2), -Math.sqrt(Math.max(0, (m - a) / 2))];
};
const j: Complex = [0, 1];
/** Impedance of free space, ohms. */
const freeSpaceOhm = 376.730313668;
const lightSpeed = 299_792_458;

/** |T|² of one polarisation. `tm` false = TE (electric field across the plane of incidence). */
function power(layers: readonly Layer[], fGHz: number, sin: number, cos: number, tm: boolean): number {
  const k0 = (2 * Math.PI * fGHz * 1e9) / lightSpeed;
  let a: Complex = [1, 0];
  let b: Complex = [0, 0];
  let c: Complex = [0, 0];
  let d: Complex = [1, 0];
  for (const layer of layers) {
    if ('sheetOhm' in layer) {
      const y: Complex = [freeSpaceOhm / layer.sheetOhm, 0];
      a = add(a, mul(b, y));
      c = add(c, mul(d, y));
      continue;
    }
    const m = materials[layer.material];
    const eta: Complex = [m.a * fGHz ** m.b, (-17.98 * m.c * fGHz ** m.d) / fGHz];
    const r = root([eta[0] - sin * sin, eta[1]]);
    const phase = mul([k0 * (layer.thicknessMm / 1000), 0], r);
    const z = tm ? div(r, eta) : div([1, 0], r);
    const [p, q] = phase;
    const cosPhase: Complex = [Math.cos(p) * Math.cosh(q), -Math.sin(p) * Math.sinh(q)];
    const sinPhase: Complex = [Math.sin(p) * Math.cosh(q), Math.cos(p) * Math.sinh(q)];
    const mb = mul(j, mul(z, sinPhase));
    const mc = div(mul(j, sinPhase), z);
    [a, b] = [add(mul(a, cosPhase), mul(b, mc)), add(mul(a, mb), mul(b, cosPhase))];
    [c, d] = [add(mul(c, cosPhase), mul(d, mc)), add(mul(c, mb), mul(d, cosPhase))];
  }
  const z0: Complex = [tm ? cos : 1 / cos, 0];
  const t = div([2, 0], add(add(a, div(b, z0)), add(mul(c, z0), d)));
  return t[0] * t[0] + t[1] * t[1];
}

/**
 * Share of the power that passes a stack of layers standing in air: the mean of both
 * polarisations, by characteristic matrices (standard: ITU-R P.2040).
 * @param incidenceDeg 0 = at right angles, up to 89.
 * @returns 0 … 1. Example: no layer at all → 1.
 */
export function transmittedPower(layers: readonly Layer[], fGHz: number, incidenceDeg: number): number {
  const sin = Math.sin((incidenceDeg * Math.PI) / 180);
  const cos = Math.cos((incidenceDeg * Math.PI) / 180);
  return (power(layers, fGHz, sin, cos, false) + power(layers, fGHz, sin, cos, true)) / 2;
}
