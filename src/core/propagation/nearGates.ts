import { type Crossings, crossings, makeCrossings } from './crossings';
import { passOf } from './passOf';
import type { Scene } from './scene';

/** Most gates that are tried as the last turn before a place. */
export const mostNear = 12;
/** Gates farther off are no last turn, m. */
const farthestM = 20;
/** Places this near to one another share their gates, m, in plan and in height. */
const cellM = 1;
const cellHeightM = 0.5;
/** Where in a cell gates are looked for, so that a wall through it hides none. */
const samples = [
  [0.2, 0.2],
  [0.8, 0.2],
  [0.2, 0.8],
  [0.8, 0.8],
] as const;

const none = new Int32Array();

/**
 * The gates that best lead to a place: of those within 20 m, the 12 from which most arrives in its
 * cell of 1 m, best first. Kept by the scene.
 */
export function nearGates(scene: Scene, x: number, y: number, z: number): Int32Array {
  if (scene.gates.n === 0) return none;
  const [cx, cy, cz] = [Math.floor(x / cellM), Math.floor(y / cellM), Math.floor(z / cellHeightM)];
  // from a corner far below the site; small enough to stay a whole number of 31 bits near it
  const cell = ((cx + 512) * 1024 + (cy + 512)) * 512 + (cz + 256);
  const known = scene.nearCells.get(cell);
  if (known) return known;
  const { n, at } = scene.gates;
  const middleZ = (cz + 0.5) * cellHeightM;
  const score = new Float64Array(n);
  const hits: Crossings = makeCrossings();
  const order = Array.from({ length: n }, (_, g) => {
    const dx = (at[g * 3] as number) - (cx + 0.5) * cellM;
    const dy = (at[g * 3 + 1] as number) - (cy + 0.5) * cellM;
    const dz = (at[g * 3 + 2] as number) - middleZ;
    return { g, d: Math.max(0.5, Math.hypot(dx, dy, dz)) };
  })
    .filter(({ d }) => d < farthestM)
    .sort((a, b) => a.d - b.d);
  const best: { g: number; score: number }[] = [];
  for (const { g, d } of order) {
    // sorted by distance: what is farther can't be better than a clear leg from there
    if (best.length === mostNear && 1 / (d * d) < (best[mostNear - 1]?.score ?? 0)) break;
    for (const [u, v] of samples) {
      crossings(
        scene,
        at[g * 3] as number,
        at[g * 3 + 1] as number,
        at[g * 3 + 2] as number,
        (cx + u) * cellM,
        (cy + v) * cellM,
        middleZ,
        hits,
      );
      let pass = 1;
      for (let i = 0; i < hits.count; i++)
        pass *= passOf(scene, hits.key[i] as number, hits.cosine[i] as number, 1);
      score[g] = Math.max(score[g] as number, pass / (d * d));
    }
    best.push({ g, score: score[g] as number });
    best.sort((a, b) => b.score - a.score);
    best.length = Math.min(best.length, mostNear);
  }
  const gates = Int32Array.from(best, (b) => b.g);
  scene.nearCells.set(cell, gates);
  return gates;
}
