/** Which room a place in space lies in. */
import { inPolygon } from '../geometry/polygon';
import type { Scene, SceneRoom } from './model';

/** The room at a place, site coordinates, m; undefined outside. */
export const roomAt = (
  { rooms }: Pick<Scene, 'rooms'>,
  x: number,
  y: number,
  z: number,
): SceneRoom | undefined =>
  rooms.find(
    (r) => z > r.z0 && z < r.z1 && inPolygon(r.outline, x, y) && !r.holes.some((h) => inPolygon(h, x, y)),
  );
