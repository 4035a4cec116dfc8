import { boundsOf, toSite } from '../geometry/place';
import { inRegion } from '../geometry/region';
import { get, type Job } from '../job/job';
import type { Id, Room } from '../job/records';

/** Height above the floor at which coverage is computed, m: a device on a table. */
export const coverageHeightM = 1;

/** A lattice over one room. Nodes outside the room take part in no computing. */
export interface RoomGrid {
  room: Room;
  /** First node, building coordinates, m; nodes lie on multiples of the step. */
  x0: number;
  y0: number;
  stepM: number;
  columns: number;
  rows: number;
  /** Nodes inside the room: index in the lattice, row by row. */
  inside: Int32Array;
  /** Site coordinates of those nodes: x, y, z each. */
  at: Float64Array;
}

/** Lattices over all rooms of a storey, one cell of margin around each. */
export function gridsOf(job: Job, storeyId: Id, stepM: number): RoomGrid[] {
  if (!(stepM >= 0.05)) throw new RangeError('stepM: at least 0.05 m');
  const storey = get(job, 'storey', storeyId);
  const building = get(job, 'building', storey.buildingId);
  return job.rooms
    .filter((r) => r.storeyId === storeyId)
    .map((room) => {
      const [left, top, right, bottom] = boundsOf(room.outline);
      const x0 = (Math.floor(left / stepM) - 1) * stepM;
      const y0 = (Math.floor(top / stepM) - 1) * stepM;
      const columns = Math.ceil(right / stepM) + 2 - Math.round(x0 / stepM);
      const rows = Math.ceil(bottom / stepM) + 2 - Math.round(y0 / stepM);
      const inside: number[] = [];
      const at: number[] = [];
      for (let i = 0; i < columns * rows; i++) {
        const [x, y] = [x0 + (i % columns) * stepM, y0 + Math.floor(i / columns) * stepM];
        if (!inRegion(room, x, y)) continue;
        inside.push(i);
        at.push(...toSite(building, x, y), storey.floorZM + coverageHeightM);
      }
      return {
        room,
        x0,
        y0,
        stepM,
        columns,
        rows,
        inside: Int32Array.from(inside),
        at: Float64Array.from(at),
      };
    });
}
