import { makeCrossings } from './crossings';
import { crossingsFrom, angularIndexOfEdge } from './angularIndex';
import { multiplyTransmittance } from './transmittance';
import type { Crossings, Neighbourhood, Scene } from './model';

/** Most edges that are tried as the last turn before a place. */
export const maxNearEdges = 8;
/** Edges farther off are no last turn, m. */
const farthestM = 20;
/** Places this near to one another share their edges, m, in plan and in height. */
const cellM = 1;
const cellHeightM = 0.5;
/** Where in a cell edges are looked for, so that a wall through it hides none. */
const samples = [
  [0.2, 0.2],
  [0.8, 0.2],
  [0.2, 0.8],
  [0.8, 0.8],
] as const;

/**
 * The neighbourhood of a place: of the edges within 20 m, the 8 from which most arrives there.
 */
export function neighbourhoodOf(scene: Scene, x: number, y: number, z: number): Neighbourhood {
  const [cx, cy, cz] = [Math.floor(x / cellM), Math.floor(y / cellM), Math.floor(z / cellHeightM)];
  // from a corner far below the site; small enough to stay a whole number of 31 bits near it
  const cell = ((cx + 512) * 1024 + (cy + 512)) * 512 + (cz + 256);
  const cached = scene.neighbourhoods.get(cell);
  if (cached) return cached;
  const { n, at } = scene.edges;
  const here: Neighbourhood = {
    x: cx * cellM,
    y: cy * cellM,
    z: (cz + 0.5) * cellHeightM,
    near: new Int32Array(),
    transmittance: new Float32Array(n).fill(-1),
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
    if (best.length === maxNearEdges && 1 / (d * d) < (best[maxNearEdges - 1]?.score ?? 0)) break;
    best.push({ g, score: transmittanceFrom(scene, here, g) / (d * d) });
    best.sort((a, b) => b.score - a.score);
    best.length = Math.min(best.length, maxNearEdges);
  }
  here.near = Int32Array.from(best, (b) => b.g);
  scene.neighbourhoods.set(cell, here);
  return here;
}

const hits: Crossings = makeCrossings();
const transmittance = new Float64Array(3);

/** The largest share of power, in any band, that passes from an edge to a neighbourhood, 0 … 1. */
export function transmittanceFrom(scene: Scene, here: Neighbourhood, edge: number): number {
  const cached = here.transmittance[edge] as number;
  if (cached >= 0) return cached;
  const index = angularIndexOfEdge(scene, edge);
  let most = 0;
  for (const [u, v] of samples) {
    crossingsFrom(scene, index, here.x + u * cellM, here.y + v * cellM, here.z, hits);
    transmittance[0] = transmittance[1] = transmittance[2] = 1;
    multiplyTransmittance(scene, hits, transmittance, 0);
    most = Math.max(most, transmittance[0], transmittance[1], transmittance[2]);
  }
  here.transmittance[edge] = most;
  return most;
}
