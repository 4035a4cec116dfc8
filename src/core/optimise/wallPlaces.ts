/** Places high on a wall, where a cable from the main unit comes into a room. */
import { awayFrom } from '../checks/near';
import { boundsOf } from '../geometry/place';
import { inRegion } from '../geometry/region';
import { toCentimetre } from '../geometry/round';
import { nearestOn } from '../geometry/segment';
import { find, get, type Job } from '../job/job';
import type { Room, Unit } from '../job/records';
import type { Candidate } from './candidate';

/** An access point on the wall hangs so high, m, where the ceiling lets it. */
export const wallM = 2;
/** And so far under the ceiling at least, m. */
export const underCeilingM = 0.2;
/** Its middle stands so far from the middle of the wall, m, and so far from a corner or an opening. */
const offWallM = 0.25;
const clearM = 0.3;
/** Places along a wall are tried at these steps, m. */
const stepM = 0.25;
/** Rooms smaller than this get none, m². */
const leastM2 = 4;

interface WallPlace {
  xM: number;
  yM: number;
  /** Along the axes of the house from the main unit, m. */
  farM: number;
}

/** Is a window, a door or a piece of furniture where the unit would hang? */
function isTaken(job: Job, room: Room, x: number, y: number, heightM: number): boolean {
  const byOpening = job.openings.some((o) => {
    const wall = find(job, 'wall', o.wallId);
    if (!wall || wall.storeyId !== room.storeyId || o.sillM > heightM || o.headM + 0.1 < heightM)
      return false;
    const { t, distance } = nearestOn(wall, x, y);
    const alongM = t * Math.hypot(wall.bx - wall.ax, wall.by - wall.ay);
    return distance < offWallM + 0.1 && Math.abs(alongM - o.offsetM) < o.widthM / 2 + clearM;
  });
  const inThing = job.obstacles.some(
    (o) => o.storeyId === room.storeyId && o.topM > heightM - 0.2 && awayFrom(o, { xM: x, yM: y }) < 0.05,
  );
  return byOpening || inThing;
}

/** All places along the walls of a room, as far in as a unit is thick. */
function* alongWalls(room: Room): Generator<[number, number]> {
  for (const [i, p] of room.outline.entries()) {
    const q = room.outline[(i + 1) % room.outline.length] ?? p;
    const lengthM = Math.hypot(q[0] - p[0], q[1] - p[1]);
    const [ux, uy] = [(q[0] - p[0]) / lengthM, (q[1] - p[1]) / lengthM];
    const steps = Math.floor((lengthM - 2 * clearM) / stepM);
    for (let k = 0; k <= steps; k++) {
      const atM = clearM + k * stepM + (lengthM - 2 * clearM - steps * stepM) / 2;
      for (const side of [1, -1]) {
        const [x, y] = [p[0] + ux * atM - side * uy * offWallM, p[1] + uy * atM + side * ux * offWallM];
        if (inRegion(room, x, y)) yield [toCentimetre(x), toCentimetre(y)];
      }
    }
  }
}

/** The place high on a wall of a room to which a cable along the axes of the house is shortest. */
function nearestPlace(job: Job, room: Room, main: Unit, heightM: number): WallPlace | null {
  let best: WallPlace | null = null;
  for (const [xM, yM] of alongWalls(room)) {
    const farM = Math.abs(xM - main.xM) + Math.abs(yM - main.yM);
    if ((!best || farM < best.farM - 0.01) && !isTaken(job, room, xM, yM, heightM)) best = { xM, yM, farM };
  }
  return best;
}

/** One for each room of the main unit's building, but that in which it stands itself. */
export function wallsOnTheWay(job: Job): Candidate[] {
  const main = job.units.find((u) => u.planned && !job.links.some((l) => l.unitId === u.id));
  if (!main) return [];
  const { buildingId } = get(job, 'storey', main.storeyId);
  return job.rooms.flatMap((room): Candidate[] => {
    const storey = get(job, 'storey', room.storeyId);
    const [x0, y0, x1, y1] = boundsOf(room.outline);
    const isOther = storey.buildingId !== buildingId || (x1 - x0) * (y1 - y0) < leastM2;
    if (isOther || (storey.id === main.storeyId && inRegion(room, main.xM, main.yM))) return [];
    const heightM = Math.min(wallM, storey.heightM - underCeilingM);
    const place = nearestPlace(job, room, main, heightM);
    if (!place) return [];
    return [
      {
        ...{ id: `wall-of-${room.id}`, kind: 'wall', words: `high on the wall of the ${room.name}` },
        ...{ storeyId: room.storeyId, xM: place.xM, yM: place.yM, heightM },
        ...{ mount: 'wall', tiltDeg: 0, serviceId: null },
      },
    ];
  });
}
