import fc from 'fast-check';
import { regionArea } from '../geometry/region';
import { applyEdit, putOne } from '../job/edits';
import { get, type Job } from '../job/job';
import { makeRecord } from '../job/make';
import { smallHouse } from '../../testing/smallHouse';
import { clearEnds, snapPoint } from './snap';
import {
  joinWall,
  type Made,
  moveEnd,
  moveWall,
  setWallLength,
  slideOpening,
  splitWall,
  wallLength,
} from './wallEdits';
import { withRooms } from './rooms';

const wall = (id: string, ax: number, ay: number, bx: number, by: number, assemblyId = 'asm-stud') =>
  makeRecord({ type: 'wall', id, storeyId: 'storey-0', ax, ay, bx, by, assemblyId });
const door = (id: string, wallId: string, offsetM: number, widthM = 0.8) =>
  makeRecord({
    type: 'opening',
    id,
    wallId,
    kind: 'door',
    offsetM,
    widthM,
    sillM: 0,
    headM: 2,
    assemblyId: null,
    hinge: 'start',
    swing: 'left',
  });
const apply = (job: Job, made: Made) => {
  if (!made.ok) throw new Error(made.why);
  return applyEdit(job, withRooms(job, made.edit)).job;
};
const shell = smallHouse({ widthM: 10, depthM: 6, storeys: 2, outerAssemblyId: 'asm-concrete' });
const job = applyEdit(
  shell,
  withRooms(
    shell,
    putOne('partitions', wall('p', 4, 0.1, 4, 5.9), wall('q', 4, 3, 9.9, 3), door('d', 'p', 1)),
  ),
).job;
const area = (j: Job) =>
  j.rooms.filter((r) => r.storeyId === 'storey-0').reduce((sum, r) => sum + regionArea(r), 0);

test('moving a wall takes along the walls that meet it', () => {
  const next = apply(job, moveWall(job, get(job, 'wall', 'p'), 1, 0.7));
  expect(get(next, 'wall', 'p')).toMatchObject({ ax: 5, ay: 0.1, bx: 5, by: 5.9 });
  expect(get(next, 'wall', 'q')).toMatchObject({ ax: 5, ay: 3, bx: 9.9 });
  expect(next.rooms.filter((r) => r.storeyId === 'storey-0')).toHaveLength(3);
});

test('moving an outer wall keeps the corners, the partitions and the openings in their place', () => {
  const north = get(job, 'wall', 'storey-0-w0');
  const next = apply(job, moveWall(job, north, 0, -1));
  expect(get(next, 'wall', north.id)).toMatchObject({ ay: -0.9, by: -0.9, ax: 0.1, bx: 9.9 });
  expect(get(next, 'wall', 'p')).toMatchObject({ ay: -0.9, by: 5.9 });
  // 1 m from the old end of the wall, which is 1 m longer at that end now
  expect(get(next, 'opening', 'd').offsetM).toBeCloseTo(2, 6);
  expect(get(next, 'building', 'house').outline).toContainEqual([10, -1]);
});

test('a wall that is moved by hand lets go of what was taped to it', () => {
  const north = get(job, 'wall', 'storey-0-w0');
  const made = moveWall(job, north, 0, -1);
  expect(made.ok && made.edit.remove).toEqual(['storey-0-t0']);
});

test('moving a corner moves every wall that ends there', () => {
  const next = apply(job, moveEnd(job, get(job, 'wall', 'storey-0-w0'), 'b', [11.9, 0.1]));
  expect(get(next, 'wall', 'storey-0-w1')).toMatchObject({ ax: 11.9, ay: 0.1, bx: 9.9, by: 5.9 });
  // the partition that stands on the turned wall still ends on it
  const q = get(next, 'wall', 'q');
  expect(q.bx).toBeGreaterThan(10.5);
  expect(next.rooms.filter((r) => r.storeyId === 'storey-0')).toHaveLength(3);
});

test('a typed length; one too short for its door is refused', () => {
  expect(wallLength(get(apply(job, setWallLength(job, get(job, 'wall', 'q'), 5)), 'wall', 'q'))).toBeCloseTo(
    5,
    6,
  );
  expect(setWallLength(job, get(job, 'wall', 'p'), 0.5)).toEqual({
    ok: false,
    why: expect.stringContaining('door'),
  });
  expect(setWallLength(job, get(job, 'wall', 'q'), 0.01)).toEqual({
    ok: false,
    why: expect.stringContaining('zero length'),
  });
});

test('splitting and joining again is the same wall', () => {
  const split = apply(job, splitWall(job, get(job, 'wall', 'p'), 3));
  expect(get(split, 'opening', 'd').wallId).toBe('p');
  expect(area(split)).toBeCloseTo(area(job), 6);
  const joined = apply(split, joinWall(split, get(split, 'wall', 'p')));
  expect(new Map(joined.byId)).toEqual(new Map(job.byId));
  expect(splitWall(job, get(job, 'wall', 'p'), 1.2)).toEqual({
    ok: false,
    why: expect.stringContaining('door'),
  });
  expect(joinWall(job, get(job, 'wall', 'q'))).toEqual({
    ok: false,
    why: expect.stringContaining('No wall'),
  });
});

test('an opening slides between its neighbours and the ends of its wall', () => {
  const two = applyEdit(job, putOne('door', door('e', 'p', 3))).job;
  expect(slideOpening(two, get(two, 'opening', 'd'), 9).offsetM).toBeCloseTo(2.2, 6);
  expect(slideOpening(two, get(two, 'opening', 'd'), -1).offsetM).toBeCloseTo(0.4, 6);
});

test('any run of moves, undone in turn, gives back the same records', () => {
  const move = fc.record({
    id: fc.constantFrom('p', 'q', 'storey-0-w0', 'storey-0-w2'),
    dx: fc.integer({ min: -8, max: 8 }).map((v) => v / 20),
    dy: fc.integer({ min: -8, max: 8 }).map((v) => v / 20),
  });
  fc.assert(
    fc.property(fc.array(move, { maxLength: 8 }), (moves) => {
      let now = job;
      const back = moves.flatMap(({ id, dx, dy }) => {
        const made = moveWall(now, get(now, 'wall', id), dx, dy);
        if (!made.ok) return [];
        const done = applyEdit(now, withRooms(now, made.edit));
        now = done.job;
        return [done.inverse];
      });
      for (const edit of back.reverse()) now = applyEdit(now, edit).job;
      expect(new Map(now.byId)).toEqual(new Map(job.byId));
    }),
    { numRuns: 40 },
  );
});

test('500 edits, undone and done again, leave identical records', () => {
  let now = job;
  const inverse = [];
  const states = [job];
  for (let i = 0; i < 500; i++) {
    const id = ['p', 'q'][i % 2] ?? 'p';
    const made = moveWall(
      now,
      get(now, 'wall', id),
      id === 'p' ? Math.sin(i) / 10 : 0,
      id === 'q' ? Math.cos(i) / 10 : 0,
    );
    if (!made.ok) throw new Error(made.why);
    const done = applyEdit(now, withRooms(now, made.edit));
    now = done.job;
    inverse.push(done.inverse);
    states.push(now);
  }
  const redo = [];
  for (const edit of [...inverse].reverse()) {
    const done = applyEdit(now, edit);
    now = done.job;
    redo.push(done.inverse);
  }
  expect(new Map(now.byId)).toEqual(new Map(job.byId));
  for (const edit of redo.reverse()) now = applyEdit(now, edit).job;
  expect(new Map(now.byId)).toEqual(new Map(states.at(-1)?.byId));
});

test.each([
  ['an end', [0.15, 0.05], null, 'end', [0.1, 0.1]],
  ['a middle', [3.95, 2.97], null, 'end', [4, 3]],
  ['a wall, in 5 cm steps', [2.02, 0.12], null, 'wall', [2, 0.1]],
  ['square and onto a wall', [2.1, 5.8], { x: 2, y: 0.1, beforeDeg: null }, 'square', [2, 5.9]],
  ['square to the wall before', [8.05, 4.52], { x: 7, y: 4.5, beforeDeg: 90 }, 'grid', [8.05, 4.5]],
] as const)('the pointer catches %s', (_, p, from, kind, at) => {
  const snap = snapPoint(job, 'storey-0', p, 0.15, from);
  expect(snap.kind).toBe(kind);
  expect([snap.x, snap.y]).toEqual(at);
});

test('upstairs, the pointer finds the wall below', () => {
  const snap = snapPoint(job, 'storey-1', [4.06, 3.5], 0.1, { x: 1, y: 3.5, beforeDeg: null });
  expect(snap).toMatchObject({ kind: 'below', x: 4, y: 3.5, words: expect.stringContaining('stud') });
});

test('a clear length runs from face to face', () => {
  expect(clearEnds(job, 'storey-0', [0.1, 3], [4, 3], 0.05)).toEqual({ atA: 0.1, atB: 0.05 });
  expect(clearEnds(job, 'storey-0', [2, 2], [2, 4], 0.07)).toEqual({ atA: 0.07, atB: 0.07 });
});
