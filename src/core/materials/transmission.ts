import type { Layer } from '../job/records';
import { materials } from './materials';

/** Impedance of free space, ohms. */
const freeSpaceOhm = 376.730313668;
const lightSpeed = 299_792_458;

/** A characteristic matrix [[A, B], [C, D]], complex: Ar Ai Br Bi Cr Ci Dr Di. One for each polarisation. */
type Matrix = Float64Array;
const te: Matrix = new Float64Array(8);
const tm: Matrix = new Float64Array(8);

const setIdentity = (m: Matrix) => {
  m.fill(0);
  m[0] = 1;
  m[6] = 1;
};

/** m ← m · [[cos, jZ sin], [j sin / Z, cos]], with the three complex entries given. Allocates nothing. */
function times(m: Matrix, cr: number, ci: number, br: number, bi: number, gr: number, gi: number) {
  for (let row = 0; row < 8; row += 4) {
    const lr = m[row] as number;
    const li = m[row + 1] as number;
    const rr = m[row + 2] as number;
    const ri = m[row + 3] as number;
    m[row] = lr * cr - li * ci + rr * gr - ri * gi;
    m[row + 1] = lr * ci + li * cr + rr * gi + ri * gr;
    m[row + 2] = lr * br - li * bi + rr * cr - ri * ci;
    m[row + 3] = lr * bi + li * br + rr * ci + ri * cr;
  }
}

/** |2 / (A + B/Z0 + C Z0 + D)|², Z0 real. */
function passed(m: Matrix, z0: number): number {
  const re = (m[0] as number) + (m[2] as number) / z0 + (m[4] as number) * z0 + (m[6] as number);
  const im = (m[1] as number) + (m[3] as number) / z0 + (m[5] as number) * z0 + (m[7] as number);
  return 4 / (re * re + im * im);
}

/** |(A + B/Z0 − C Z0 − D) / (A + B/Z0 + C Z0 + D)|², Z0 real. */
function thrownBack(m: Matrix, z0: number): number {
  const re = (m[0] as number) + (m[2] as number) / z0 - (m[4] as number) * z0 - (m[6] as number);
  const im = (m[1] as number) + (m[3] as number) / z0 - (m[5] as number) * z0 - (m[7] as number);
  return ((re * re + im * im) * passed(m, z0)) / 4;
}

/** Shares of the power that pass a stack and that it reflects, 0 … 1. */
export interface StackPower {
  transmitted: number;
  reflected: number;
}

/**
 * Shares of the power that pass a stack of layers standing in air and that it reflects: the mean of both
 * polarisations, by characteristic matrices (standard: ITU-R P.2040).
 * @param incidenceDeg 0 = at right angles, up to 89.
 * @returns 0 … 1 each, together at most 1. Example: no layer at all → 1 and 0.
 */
export function stackPower(layers: readonly Layer[], fGHz: number, incidenceDeg: number): StackPower {
  const sin = Math.sin((incidenceDeg * Math.PI) / 180);
  const cos = Math.cos((incidenceDeg * Math.PI) / 180);
  const k0 = (2 * Math.PI * fGHz * 1e9) / lightSpeed;
  setIdentity(te);
  setIdentity(tm);
  for (const layer of layers) {
    if ('sheetOhm' in layer) {
      // [[1, 0], [y, 1]] adds y times the right column to the left
      const y = freeSpaceOhm / layer.sheetOhm;
      times(te, 1, 0, 0, 0, y, 0);
      times(tm, 1, 0, 0, 0, y, 0);
      continue;
    }
    const { a, b, c, d } = materials[layer.material];
    // eta = a f^b − j 17.98 σ / f;  r = sqrt(eta − s²), the branch that dies away inwards (Im ≤ 0)
    const etaR = a * fGHz ** b;
    const etaI = (-17.98 * c * fGHz ** d) / fGHz;
    const inner = etaR - sin * sin;
    const size = Math.sqrt(inner * inner + etaI * etaI);
    const rR = Math.sqrt((size + inner) / 2);
    const rI = -Math.sqrt(Math.max(0, (size - inner) / 2));
    const path = k0 * (layer.thicknessMm / 1000);
    const p = path * rR;
    const q = path * rI;
    const cosP = Math.cos(p);
    const sinP = Math.sin(p);
    // cosh and sinh by one exponential; near 0, where their difference would lose digits, by the function
    const grown = Math.exp(q);
    const coshQ = (grown + 1 / grown) / 2;
    const sinhQ = q > -0.1 ? Math.sinh(q) : (grown - 1 / grown) / 2;
    const cR = cosP * coshQ;
    const cI = -sinP * sinhQ;
    // j sin δ
    const jR = -cosP * sinhQ;
    const jI = sinP * coshQ;
    // TE: Z = 1/r
    const r2 = rR * rR + rI * rI;
    times(
      te,
      cR,
      cI,
      (jR * rR + jI * rI) / r2,
      (jI * rR - jR * rI) / r2,
      jR * rR - jI * rI,
      jR * rI + jI * rR,
    );
    // TM: Z = r/eta
    const eta2 = etaR * etaR + etaI * etaI;
    const zR = (rR * etaR + rI * etaI) / eta2;
    const zI = (rI * etaR - rR * etaI) / eta2;
    const z2 = zR * zR + zI * zI;
    times(
      tm,
      cR,
      cI,
      jR * zR - jI * zI,
      jR * zI + jI * zR,
      (jR * zR + jI * zI) / z2,
      (jI * zR - jR * zI) / z2,
    );
  }
  return {
    transmitted: (passed(te, 1 / cos) + passed(tm, cos)) / 2,
    reflected: (thrownBack(te, 1 / cos) + thrownBack(tm, cos)) / 2,
  };
}
