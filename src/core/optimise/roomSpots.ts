/** Rooms as needs: nine tenths of each room with a need, as spots of a lattice over it. */
import { boundsOf } from '../geometry/place';
import { distanceToEdge } from '../geometry/polygon';
import { inRegion } from '../geometry/region';
import { get, type Job } from '../job/job';
import { roomNeed } from '../job/needs';
import type { Id, Room, Spot } from '../job/records';
import { coverageHeightM } from '../coverage/grid';
import type { Network } from '../network/backhaul';
import { type Prediction, predictAt } from '../network/predict';
import { testDevice } from '../job/testDevice';
import { sureEnough } from '../network/sureEnough';
import type { Scene } from '../propagation/model';
import { placeInSpace } from '../propagation/scene';

/** Places of a room are so far from one another, and from its walls at least, m (custom). */
const spacingM = 2;
const clearM = 0.3;
/** This part of a room's places is to be served; the hardest may be left out. */
export const roomShare = 0.9;

const hasNeed = (job: Job, room: Room): boolean => {
  const { downMbps, upMbps } = roomNeed(job, room);
  return downMbps > 0 || upMbps > 0;
};

/** Places of one room, 1 m high, as spots with the room's need; its middle where it is too small for the lattice. */
function placesIn(room: Room): Spot[] {
  const [left, top, right, bottom] = boundsOf(room.outline);
  const along = (from: number, to: number) => {
    const n = Math.max(1, Math.round((to - from) / spacingM));
    return Array.from({ length: n }, (_, i) => from + ((i + 0.5) * (to - from)) / n);
  };
  const points = along(top, bottom)
    .flatMap((y) => along(left, right).map((x): [number, number] => [x, y]))
    .filter(([x, y]) => inRegion(room, x, y) && distanceToEdge(room.outline, x, y) >= clearM);
  return points.map(([xM, yM], i) => ({
    ...{ type: 'spot', id: `${room.id}-place-${i + 1}`, number: 0, storeyId: room.storeyId, roomId: room.id },
    ...{ name: `part of ${room.name}`, xM, yM, heightM: coverageHeightM, activityIds: null },
  }));
}

/** Places of all rooms with a need, where the job asks for rooms too; else none. */
export const roomSpots = (job: Job): Spot[] =>
  job.info.coverRooms ? job.rooms.filter((r) => hasNeed(job, r)).flatMap(placesIn) : [];

function byRoomOf(places: readonly Spot[]): Map<Id, Spot[]> {
  const byRoom = new Map<Id, Spot[]>();
  for (const s of places) byRoom.set(s.roomId, [...(byRoom.get(s.roomId) ?? []), s]);
  return byRoom;
}

/**
 * The spots without the hardest tenth of each room's places: those that the surest unit serves least surely.
 * Example: of a room with ten places nine stay, of one with nine all.
 * @param certaintyOf the most that anything gives a place, 0 … 1.
 */
export function withoutHardest(spots: readonly Spot[], certaintyOf: (id: Id) => number): Spot[] {
  const left = new Set<Id>();
  for (const places of byRoomOf(spots.filter(isPlace)).values())
    [...places]
      .sort((a, b) => certaintyOf(a.id) - certaintyOf(b.id))
      .slice(0, places.length - Math.ceil(roomShare * places.length - 1e-9))
      .forEach((s) => left.add(s.id));
  return spots.filter((s) => !left.has(s.id));
}

/** Is a spot of a planning instance a place of a room, and no spot or device of the job? */
export const isPlace = ({ number, roomId }: Pick<Spot, 'number' | 'roomId'>): boolean =>
  number === 0 && roomId !== '';

/** What each place gets from a network; none where the job does not ask for rooms. */
export function predictPlaces(job: Job, scene: Scene, network: Network): Prediction[] {
  const device = testDevice(job);
  if (!device) return [];
  return roomSpots(job).map((s) => {
    const target = { id: s.id, at: placeInSpace(job, s), need: roomNeed(job, get(job, 'room', s.roomId)) };
    return predictAt(job, scene, network, target, device, { why: false });
  });
}

/** What part of each room's places is served surely enough, 0 … 1; none where the job does not ask for rooms. */
export function roomsServed(job: Job, scene: Scene, network: Network): { roomId: Id; share: number }[] {
  const sure = new Map(predictPlaces(job, scene, network).map((p) => [p.spotId, p.certainty >= sureEnough]));
  return [...byRoomOf(roomSpots(job))].map(([roomId, places]) => ({
    roomId,
    share: places.filter((s) => sure.get(s.id)).length / places.length,
  }));
}
