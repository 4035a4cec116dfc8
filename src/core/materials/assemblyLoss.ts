import { bands, type Assembly, type Band } from '../job/records';
import { bandPower, lossOfShare, wallLoss } from './wallLoss';

/** Most that one crossing is ever taken to cost, dB (planning: beyond it, ways round decide). */
const mostDb = 90;

/**
 * Loss of one crossing of an assembly, dB. The planning value, where there is one, stands for the
 * loss at right angles; what the layers add when crossed at a slant is added to it.
 * Example: planning 16 dB, layers 9 dB at 0° and 11 dB at 60° → 18 dB at 60°.
 */
export function assemblyLoss(assembly: Assembly, band: Band, incidenceDeg: number): number {
  const { layers, leakDb } = assembly;
  return withPlanning(
    assembly,
    band,
    wallLoss(layers, band, incidenceDeg, leakDb),
    wallLoss(layers, band, 0, leakDb),
  );
}

/** @param computed what the layers alone give, dB, and @param straight the same at right angles. */
function withPlanning(assembly: Assembly, band: Band, computed: number, straight: number): number {
  if (assembly.planningLossDb === null) return Math.min(mostDb, computed);
  return Math.min(mostDb, assembly.planningLossDb[band] + Math.max(0, computed - straight));
}

/** Where the library does not say: so much, dB, and this share of the loss (planning; see `spread.ts`). */
const [spreadDb, spreadShare] = [0.7, 0.13];

/** Spread of an assembly's loss where the library does not say, dB. Example: 10 dB → 2. */
export const spreadOfLoss = (lossDb: number): number => spreadDb + spreadShare * lossDb;

/** Standard deviation of an assembly's loss, dB. */
export function assemblySpread(assembly: Assembly, band: Band): number {
  return assembly.spreadDb?.[band] ?? spreadOfLoss(assemblyLoss(assembly, band, 0));
}

/** What an assembly does to a wave, by band and whole degree 0 … 89, for the inner loop. */
export interface LossTable {
  /** Loss of one crossing, dB; length 3 × 90: band-major, in the order of `bands`. */
  byDegree: Float64Array;
  /** Share of the power that is reflected, 0 … 1, in the same order. */
  reflected: Float64Array;
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
    reflected: new Float64Array(bands.length * degrees),
    spread: new Float64Array(bands.length),
  };
  bands.forEach((band, b) => {
    const straight = wallLoss(assembly.layers, band, 0, assembly.leakDb);
    for (let deg = 0; deg < degrees; deg++) {
      const { transmitted, reflected } = bandPower(assembly.layers, band, deg);
      const computed = lossOfShare(transmitted, assembly.leakDb);
      table.byDegree[b * degrees + deg] = withPlanning(assembly, band, computed, straight);
      table.reflected[b * degrees + deg] = reflected;
    }
    table.spread[b] = assemblySpread(assembly, band);
  });
  if (cache.size > 500) cache.clear();
  cache.set(key, table);
  return table;
}

/** Is it a wall that nobody has looked into? It has a planned loss, and no layer that would give one. */
export const isUnknown = ({ use, layers, planningLossDb }: Assembly): boolean =>
  use === 'wall' && layers.length === 0 && planningLossDb !== null;
