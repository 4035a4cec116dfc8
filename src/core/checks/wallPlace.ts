import { inRegion } from '../geometry/region';
import type { Job } from '../job/job';
import type { Wall } from '../job/records';
import { halfOf } from '../survey/storeyGraph';

/** Rooms on the two sides of a wall, for naming it: «between Hall and Kitchen». */
export function wallPlace(job: Job, wall: Wall): string {
  const length = Math.hypot(wall.bx - wall.ax, wall.by - wall.ay);
  const besideM = halfOf(job, wall) + 0.15;
  const [nx, ny] = [((wall.by - wall.ay) / length) * besideM, (-(wall.bx - wall.ax) / length) * besideM];
  const names = new Set<string>();
  for (const side of [1, -1])
    for (const t of [0.25, 0.5, 0.75]) {
      const [x, y] = [
        wall.ax + t * (wall.bx - wall.ax) + side * nx,
        wall.ay + t * (wall.by - wall.ay) + side * ny,
      ];
      const room = job.rooms.find((r) => r.storeyId === wall.storeyId && inRegion(r, x, y));
      if (room) names.add(room.name);
    }
  const [first, second] = [...names];
  return first && second ? `between ${first} and ${second}` : first ? `of ${first}` : 'outside';
}
