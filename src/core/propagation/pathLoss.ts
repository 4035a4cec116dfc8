import { bands, type Band, type Id } from '../job/records';
import { bandMiddleGHz } from '../materials/wallLoss';
import { type Crossings, crossings } from './crossings';
import type { Scene } from './scene';

/** Nearest distance that counts, m: closer, the far-field formula no longer holds. */
const nearestM = 0.3;
/** Shadowing by people and furniture (planning, standard deviation), dB. */
export const shadowingDb = 3.5;
/** How far one unit differs from another of its kind (planning, standard deviation), dB. */
export const unitOffsetDb = 2;

/** Free-space loss, dB (standard: ITU-R P.525): 20 log10(4π d f / c). Example: 10 m, 5.5 GHz → 67.26. */
export function freeSpaceLoss(distanceM: number, frequencyGHz: number): number {
  const d = Math.max(nearestM, distanceM);
  return 20 * Math.log10((4 * Math.PI * d * frequencyGHz * 1e9) / 299_792_458);
}

/** Loss of one crossing in dB, from the scene's table, between whole degrees linearly. */
export function crossingLoss(scene: Scene, hits: Crossings, i: number, band: number): number {
  const deg = hits.incidenceDeg[i] as number;
  const low = Math.min(88, Math.floor(deg));
  const row = ((hits.key[i] as number) * 3 + band) * 90 + low;
  const a = scene.loss[row] as number;
  return a + ((scene.loss[row + 1] as number) - a) * (deg - low);
}

/** Mean loss and standard deviation of a path, by band in the order of `bands`. */
export interface PathLoss {
  lossDb: Float64Array;
  spreadDb: Float64Array;
}

export const makePathLoss = (): PathLoss => ({ lossDb: new Float64Array(3), spreadDb: new Float64Array(3) });

const bandGHz = bands.map((b) => bandMiddleGHz[b]);

/**
 * The straight path between two places: free space plus each thing crossed at its true angle.
 * Spread: shadowing, the unit's offset, and each assembly's own spread, where an assembly crossed
 * twice counts as the same error twice. Writes into `out`; allocates nothing.
 */
export function pathLoss(
  scene: Scene,
  from: readonly [number, number, number],
  x: number,
  y: number,
  z: number,
  hits: Crossings,
  out: PathLoss,
): void {
  crossings(scene, from[0], from[1], from[2], x, y, z, hits);
  const distance = Math.hypot(x - from[0], y - from[1], z - from[2]);
  for (let b = 0; b < 3; b++) {
    let loss = freeSpaceLoss(distance, bandGHz[b] as number);
    let variance = shadowingDb ** 2 + unitOffsetDb ** 2;
    for (let i = 0; i < hits.count; i++) {
      loss += crossingLoss(scene, hits, i, b);
      // each pair of crossings of one key adds their covariance
      const key = hits.key[i] as number;
      let times = 0;
      for (let k = 0; k < hits.count; k++) if (hits.key[k] === key) times++;
      variance += times * (scene.spread[key * 3 + b] as number) ** 2;
    }
    out.lossDb[b] = loss;
    out.spreadDb[b] = Math.sqrt(variance);
  }
}

/** One line of an explanation; the lines of a value add up to it. */
export interface Term {
  label: string;
  db: number;
  id: Id | null;
  /** Standard deviation, dB, 0 where it is not a crossing. */
  spreadDb: number;
}

/** The straight path in one band as terms: distance first, then each crossing from the unit outwards. */
export function pathTerms(
  scene: Scene,
  from: readonly [number, number, number],
  to: readonly [number, number, number],
  band: Band,
  hits: Crossings,
): Term[] {
  crossings(scene, ...from, ...to, hits);
  const b = bands.indexOf(band);
  const distance = Math.hypot(to[0] - from[0], to[1] - from[1], to[2] - from[2]);
  const order = Array.from({ length: hits.count }, (_, i) => i).sort(
    (i, k) => (hits.at[i] ?? 0) - (hits.at[k] ?? 0),
  );
  return [
    {
      label: `Distance ${distance.toFixed(1)} m`,
      db: freeSpaceLoss(distance, bandGHz[b] ?? 5.5),
      id: null,
      spreadDb: 0,
    },
    ...order.map((i): Term => {
      const key = hits.key[i] ?? 0;
      const deg = Math.round(hits.incidenceDeg[i] ?? 0);
      return {
        label: `${scene.keyNames[key] ?? 'crossing'}${deg >= 20 ? `, at ${deg}°` : ''}`,
        db: crossingLoss(scene, hits, i, b),
        id: hits.id[i] ?? null,
        spreadDb: scene.spread[key * 3 + b] ?? 0,
      };
    }),
  ];
}
