import { makeCrossings } from './crossings';
import { crossFrom, fanOfGate } from './fan';
import { passAll } from './passOf';
import type { Crossings, Neighbourhood, Scene } from './model';

/** Most gates that are tried as the last turn before a place. */
export const mostNear = 8;
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

/**
 * The neighbourhood of a place: of the gates within 20 m, the 8 from which most arrives there.
 */
export function neighbourhoodOf(scene: Scene, x: number, y: number, z: number): Neighbourhood {
  const [cx, cy, cz] = [Math.floor(x / cellM), Math.floor(y / cellM), Math.floor(z / cellHeightM)];
  // from a corner far below the site; small enough to stay a whole number of 31 bits near it
  const cell = ((cx + 512) * 1024 + (cy + 512)) * 512 + (cz + 256);
  const known = scene.neighbourhoods.get(cell);
  if (known) return known;
  const { n, at } = scene.gates;
  const here: Neighbourhood = {
    x: cx * cellM,
    y: cy * cellM,
    z: (cz + 0.5) * cellHeightM,
    near: new Int32Array(),
    share: new Float32Array(n).fill(-1),
  };
  const order = Array.from({ length: n }, (_, g) => {
    const dx = (at[g * 3] as number) - here.x - cellM / 2;
    const dy = (at[g * 3 + 1] as number) - here.y - cellM / 2;
    const dz = (at[g * 3 + 2] as number) - here.z;
    return { g, d: Math.max(0.5, Math.hypot(dx, dy, dz)) };
  })
    .filter(({ d }) => d < farthestM)
    .sort((a, b) => a.d - b.d);
  const best: { g: number; score: number }[] = [];
  for (const { g, d } of order) {
    // sorted by distance: what is farther can't be better than a clear leg from there
    if (best.length === mostNear && 1 / (d * d) < (best[mostNear - 1]?.score ?? 0)) break;
    best.push({ g, score: shareFrom(scene, here, g) / (d * d) });
    best.sort((a, b) => b.score - a.score);
    best.length = Math.min(best.length, mostNear);
  }
  here.near = Int32Array.from(best, (b) => b.g);
  scene.neighbourhoods.set(cell, here);
  return here;
}

const hits: Crossings = makeCrossings();
const passed = new Float64Array(3);

/** The largest share of power, in any band, that passes from a gate to a neighbourhood, 0 … 1. */
export function shareFrom(scene: Scene, here: Neighbourhood, gate: number): number {
  const known = here.share[gate] as number;
  if (known >= 0) return known;
  const fan = fanOfGate(scene, gate);
  let most = 0;
  for (const [u, v] of samples) {
    crossFrom(scene, fan, here.x + u * cellM, here.y + v * cellM, here.z, hits);
    passed[0] = passed[1] = passed[2] = 1;
    passAll(scene, hits, passed, 0);
    most = Math.max(most, passed[0] as number, passed[1] as number, passed[2] as number);
  }
  here.share[gate] = most;
  return most;
}
