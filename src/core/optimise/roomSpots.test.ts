import { randomHouse } from '@/testing/randomHouse';
import { makeSolver } from '@/solver/highs';
import { applyEdit, putOne } from '../job/edits';
import { get, type Job } from '../job/job';
import { makeRecord } from '../job/make';
import type { Room, Spot } from '../job/records';
import { inRegion } from '../geometry/region';
import { networkOf } from '../network/backhaul';
import { buildScene } from '../propagation/scene';
import { evaluatePlan } from './evaluate';
import { propose } from './propose';
import { editOf } from './editOf';
import { isPlace, roomShare, roomsServed, roomSpots, withoutHardest } from './roomSpots';

const bare = randomHouse(4);
const watch = bare.activities.filter((a) => a.downMbps >= 25)[0];
if (!watch) throw new Error('no activity');
/** The house with a need in its one room, asked for by area or not. */
const house = (coverRooms: boolean, needs = [watch.id]): Job => {
  const room = get(bare, 'room', 'storey-0-room');
  return applyEdit(bare, putOne('x', { ...bare.info, coverRooms }, { ...room, activityIds: needs })).job;
};

test('places lie in rooms with a need, evenly, clear of the walls, and only where rooms are asked for', () => {
  expect(roomSpots(house(false))).toEqual([]);
  expect(roomSpots(house(true, []))).toEqual([]);
  const job = house(true);
  const places = roomSpots(job);
  const room: Room = get(job, 'room', 'storey-0-room');
  expect(places.length).toBeGreaterThan(15);
  for (const p of places) {
    expect(inRegion(room, p.xM, p.yM)).toBe(true);
    expect(isPlace(p)).toBe(true);
    const nearest = Math.min(
      ...places.filter((q) => q !== p).map((q) => Math.hypot(q.xM - p.xM, q.yM - p.yM)),
    );
    expect(nearest).toBeGreaterThan(1.3);
    expect(nearest).toBeLessThan(3);
  }
  expect(new Set(places.map((p) => p.id)).size).toBe(places.length);
  expect(job.spots.some(isPlace)).toBe(false);
});

test('a small room has a place in its middle', () => {
  const closet = makeRecord({
    ...{ type: 'room', id: 'closet', name: 'Closet', storeyId: 'storey-0', activityIds: [watch.id] },
    outline: [
      [2, 2],
      [2.8, 2],
      [2.8, 3],
      [2, 3],
    ],
  });
  const job = applyEdit(house(true), putOne('x', closet)).job;
  const own = roomSpots(job).filter((s) => s.roomId === 'closet');
  expect(own.map((s) => [s.xM, s.yM])).toEqual([[2.4, 2.5]]);
});

test.each([
  [9, 9],
  [10, 9],
  [11, 10],
  [20, 18],
  [1, 1],
])('of %i places of a room %i stay, the hardest are left out', (n, stay) => {
  const [place] = roomSpots(house(true));
  const spots = Array.from({ length: n }, (_, i): Spot => ({ ...(place as Spot), id: `p${i}` }));
  const named: Spot = { ...(place as Spot), id: 'spot', number: 3 };
  // the later the harder
  const left = withoutHardest([named, ...spots], (id) => 1 / (1 + Number(id.slice(1))));
  expect(left.map((s) => s.id)).toEqual(['spot', ...spots.slice(0, stay).map((s) => s.id)]);
});

test('a proposal for rooms serves nine tenths of each, as evaluated apart; without them it need not', async () => {
  const solve = makeSolver();
  const job = house(true);
  const scene = buildScene(job);
  const { proposals, impossible } = await propose(job, scene, solve);
  expect(impossible).toEqual([]);
  const [least] = proposals;
  if (!least) throw new Error('no proposal');
  expect(least.rooms).toEqual({ met: 1, of: 1 });
  const planned = applyEdit(job, editOf(job, least.options, 'x').edit).job;
  const [room] = evaluatePlan(planned, scene).needs.filter((n) => n.kind === 'room');
  expect(room?.met).toBe(true);
  expect(room?.certainty).toBeGreaterThanOrEqual(roomShare);
  const [served] = roomsServed(planned, scene, networkOf(planned, scene, 'planned'));
  expect(served?.share).toBe(room?.certainty);

  const spotsAlone = await propose(house(false), scene, solve);
  expect(spotsAlone.proposals[0]?.rooms).toEqual({ met: 0, of: 0 });
  expect(spotsAlone.proposals[0]?.costEur).toBeLessThanOrEqual(least.costEur + 1e-6);
});
