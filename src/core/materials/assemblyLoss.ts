import { bands, type Assembly, type Band } from '../job/records';
import { wallLoss } from './wallLoss';

/** Most that one crossing is ever taken to cost, dB (planning: beyond it, ways round decide). */
const mostDb = 90;

/**
 * Loss of one crossing of an assembly, dB. The planning value, where there is one, stands for the
 * loss at right angles; what the layers add when crossed at a slant is added to it.
 * Example: planning 16 dB, layers 9 dB at 0° and 11 dB at 60° → 18 dB at 60°.
 */
export function assemblyLoss(assembly: Assembly, band: Band, incidenceDeg: number): number {
  return lossAt(assembly, band, incidenceDeg, wallLoss(assembly.layers, band, 0, assembly.leakDb));
}

/** `straight` is what the layers alone give at right angles. */
function lossAt(assembly: Assembly, band: Band, incidenceDeg: number, straight: number): number {
  const computed = wallLoss(assembly.layers, band, incidenceDeg, assembly.leakDb);
  if (assembly.planningLossDb === null) return Math.min(mostDb, computed);
  return Math.min(mostDb, assembly.planningLossDb[band] + Math.max(0, computed - straight));
}

/** Standard deviation of an assembly's loss, dB (planning: 2 dB + 20 % of its loss, unless the library says). */
export function assemblySpread(assembly: Assembly, band: Band): number {
  return assembly.spreadDb?.[band] ?? 2 + 0.2 * assemblyLoss(assembly, band, 0);
}

/** Losses of an assembly by band and whole degree 0 … 89, for the inner loop. */
export interface LossTable {
  /** Length 3 × 90: band-major, in the order of `bands`. */
  byDegree: Float64Array;
  /** Length 3. */
  spread: Float64Array;
}

const degrees = 90;
const cache = new Map<string, LossTable>();

/** The loss table of an assembly; kept by content, since stacks are few and tables slow to make. */
export function lossTable(assembly: Assembly): LossTable {
  const key = JSON.stringify([assembly.layers, assembly.leakDb, assembly.planningLossDb, assembly.spreadDb]);
  const known = cache.get(key);
  if (known) return known;
  const table: LossTable = {
    byDegree: new Float64Array(bands.length * degrees),
    spread: new Float64Array(bands.length),
  };
  bands.forEach((band, b) => {
    const straight = wallLoss(assembly.layers, band, 0, assembly.leakDb);
    for (let deg = 0; deg < degrees; deg++)
      table.byDegree[b * degrees + deg] = lossAt(assembly, band, deg, straight);
    table.spread[b] = assemblySpread(assembly, band);
  });
  if (cache.size > 500) cache.clear();
  cache.set(key, table);
  return table;
}

/** Is it a construction that nobody has looked into? Its hatch marks it, so that it is seen as such on every drawing. */
export const isUnknown = (assembly: Pick<Assembly, 'hatch'>): boolean => assembly.hatch === 'unknown';
