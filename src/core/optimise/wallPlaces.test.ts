import { smallHouse } from '@/testing/smallHouse';
import { distanceToEdge } from '../geometry/polygon';
import { inRegion } from '../geometry/region';
import { applyEdit } from '../job/edits';
import type { Job } from '../job/job';
import { makeRecord, type RecordInput } from '../job/make';
import type { Room } from '../job/records';
import { wallsOnTheWay } from './wallPlaces';

const small = smallHouse();
const storeyId = small.storeys[0]?.id ?? '';
const put = (job: Job, ...records: RecordInput[]) =>
  applyEdit(job, { label: 'x', put: records.map((r) => makeRecord(r)), remove: [] }).job;
const room = (id: string, x0: number, x1: number, y1 = 4): RecordInput => ({
  ...{ type: 'room', id, storeyId, name: id, activityIds: [] },
  outline: [
    [x0, 0],
    [x1, 0],
    [x1, y1],
    [x0, y1],
  ],
});
const main = { ...small.units[0], planned: true } as RecordInput;
const at = (xM: number, yM: number): RecordInput => ({ ...main, storeyId, xM, yM }) as RecordInput;
const cleared: Job = applyEdit(small, {
  label: 'x',
  put: [],
  remove: [...small.rooms, ...small.links].map((r) => r.id),
}).job;

describe('places high on a wall', () => {
  const job = put(cleared, room('near', 0, 4), room('far', 4, 8), at(1, 2));
  const [one] = wallsOnTheWay(job);

  test('one for each room but that of the main unit, off the wall that the cable comes through', () => {
    expect(wallsOnTheWay(job).map((c) => c.id)).toEqual(['wall-of-far']);
    const far = job.rooms.find((r) => r.id === 'far') as Room;
    expect(inRegion(far, one?.xM ?? 0, one?.yM ?? 0)).toBe(true);
    expect(distanceToEdge(far.outline, one?.xM ?? 0, one?.yM ?? 0)).toBeCloseTo(0.25, 2);
    expect(one?.xM).toBeCloseTo(4.25, 2);
    expect(one?.yM).toBeCloseTo(2, 0);
    expect(one?.heightM).toBe(2);
  });

  test('a cupboard there, a door or a window moves it along; a low chest does not', () => {
    const box = (topM: number): RecordInput => ({
      ...{ type: 'obstacle', id: 'box', storeyId, name: 'Box', symbol: 'box', xM: 4.3, yM: 2, turnDeg: 0 },
      ...{ widthM: 0.6, depthM: 1, bottomM: 0, topM, lossDb: { '2.4': 0, '5': 0, '6': 0 } },
    });
    const places = [1, 2.1].map((topM) => wallsOnTheWay(put(job, box(topM)))[0]);
    expect(places[0]).toEqual(one);
    expect(Math.abs((places[1]?.yM ?? 2) - 2)).toBeGreaterThan(0.5);
    const wall = (id: string, ax: number): RecordInput => ({
      ...{ type: 'wall', id, storeyId, ax, ay: 0, bx: ax, by: 4, assemblyId: small.assemblies[0]?.id ?? '' },
    });
    const opening = (headM: number): RecordInput => ({
      ...{ type: 'opening', id: 'o', wallId: 'w', kind: 'window', offsetM: 2, widthM: 1, sillM: 1, headM },
      ...{ assemblyId: null, hinge: 'start', swing: 'left' },
    });
    const low = wallsOnTheWay(put(job, wall('w', 4), opening(1.5)))[0];
    const high = wallsOnTheWay(put(job, wall('w', 4), opening(2.2)))[0];
    expect(low).toEqual(one);
    expect(Math.abs((high?.yM ?? 2) - 2)).toBeGreaterThanOrEqual(0.8);
  });

  test('none in a closet of 2 m², none without a main unit, and lower under a low ceiling', () => {
    expect(wallsOnTheWay(put(cleared, room('near', 0, 4), room('closet', 4, 5, 2), at(1, 2)))).toEqual([]);
    expect(wallsOnTheWay({ ...job, units: [] })).toEqual([]);
    const low = put(job, { ...small.storeys[0], heightM: 2 } as RecordInput);
    expect(wallsOnTheWay(low)[0]?.heightM).toBeCloseTo(1.8, 6);
  });
});
