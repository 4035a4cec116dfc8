import type { Mount } from '../job/records';
import type { Scene } from './model';

/** A cupboard of wood with its door shut and things in it (planning), dB, by band. */
const cupboardDb = [3, 5, 6] as const;
const nothing = [0, 0, 0] as const;

/**
 * What the way a unit is held costs, dB, by band. Shelf, wall, ceiling, socket and pole cost nothing
 * of themselves: what they do comes from the height, the antenna's direction and what is in the way.
 * A cupboard that is drawn as an obstacle counts as such; one that is not costs a planning value.
 */
export function mountLossDb(
  scene: Scene,
  mount: Mount,
  at: readonly [number, number, number],
): readonly number[] {
  if (mount !== 'cupboard') return nothing;
  const drawn = scene.blocks.some((b) => {
    const [x, y] = [at[0] - b.x, at[1] - b.y];
    return (
      Math.abs(x * b.cos + y * b.sin) <= b.halfWidth &&
      Math.abs(y * b.cos - x * b.sin) <= b.halfDepth &&
      at[2] >= b.z0 &&
      at[2] <= b.z1
    );
  });
  return drawn ? nothing : cupboardDb;
}
