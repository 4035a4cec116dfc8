import { type Edit, putOne } from '../job/edits';
import { applyEdit } from '../job/edits';
import { get, type Job } from '../job/job';
import { makeRecord } from '../job/make';
import { smallHouse } from '../../testing/smallHouse';
import type { Wall } from '../job/records';
import { regionArea } from '../geometry/region';
import { isClosed, withRooms } from './rooms';

const start = smallHouse({ widthM: 10, depthM: 6, outerAssemblyId: 'asm-concrete' });
const wall = (id: string, ax: number, ay: number, bx: number, by: number) =>
  makeRecord({ type: 'wall', id, storeyId: 'storey-0', ax, ay, bx, by, assemblyId: 'asm-stud' });
const apply = (job: Job, edit: Edit) => applyEdit(job, withRooms(job, edit)).job;
const put = (job: Job, ...walls: Wall[]) => apply(job, putOne('walls', ...walls));
const room = (job: Job, name: string) => job.rooms.find((r) => r.name === name);
const area = (job: Job, name: string) => {
  const found = room(job, name);
  return found ? Number(regionArea(found).toFixed(2)) : null;
};
const split = put(start, wall('p', 4, 0.1, 4, 5.9));

test('a partition makes two rooms: the larger keeps the name and the need', () => {
  expect(split.rooms).toHaveLength(2);
  expect(area(split, 'Living space')).toBe(Number((5.75 * 5.6).toFixed(2)));
  expect(area(split, 'Room 1')).toBe(Number((3.75 * 5.6).toFixed(2)));
  expect(room(split, 'Living space')?.activityIds).toEqual(['act-web']);
  expect(room(split, 'Room 1')?.activityIds).toEqual([]);
});

test('a moved partition moves both rooms and the spots between them', () => {
  const spot = makeRecord({
    type: 'spot',
    id: 'spot-1',
    number: 1,
    storeyId: 'storey-0',
    roomId: 'storey-0-room',
    name: 'Desk',
    xM: 5,
    yM: 3,
    heightM: 0.8,
    activityIds: null,
  });
  const withSpot = apply(split, putOne('spot', spot));
  const moved = put(withSpot, wall('p', 6, 0.1, 6, 5.9));
  expect(moved.rooms).toHaveLength(2);
  expect(area(moved, 'Room 1')).toBe(Number((5.75 * 5.6).toFixed(2)));
  expect(get(moved, 'spot', 'spot-1').roomId).toBe(room(moved, 'Room 1')?.id);
});

test('a room is known again by its walls, however far they move', () => {
  const away = apply(
    split,
    putOne('move all', ...split.walls.map((w) => ({ ...w, ax: w.ax + 40, bx: w.bx + 40 }))),
  );
  expect(away.rooms.map((r) => r.name).sort()).toEqual(['Living space', 'Room 1']);
  expect(room(away, 'Room 1')?.id).toBe(room(split, 'Room 1')?.id);
});

test('taking a wall away: a blank room goes, a room with a story stays and is open', () => {
  const gone: Edit = { label: 'take it away', put: [], remove: ['p'] };
  const blank = apply(split, gone);
  expect(blank.rooms.map((r) => r.name)).toEqual(['Living space']);
  expect(area(blank, 'Living space')).toBe(Number((9.6 * 5.6).toFixed(2)));
  const kitchen = { ...get(split, 'room', room(split, 'Room 1')?.id ?? ''), name: 'Kitchen', named: true };
  const named = apply(split, putOne('name', kitchen));
  const open = apply(named, gone);
  expect(open.rooms.map((r) => r.name).sort()).toEqual(['Kitchen', 'Living space']);
  expect(open.rooms.some((r) => isClosed(open, r))).toBe(false);
  // the wall comes back, both are whole again
  const again = put(open, wall('p2', 4.5, 0.1, 4.5, 5.9));
  expect(again.rooms.every((r) => isClosed(again, r))).toBe(true);
  expect(area(again, 'Kitchen')).toBe(Number((4.25 * 5.6).toFixed(2)));
});

test('what a wall is made of sets the clear size of its rooms, and the outer walls the outline', () => {
  const wide = put(split, { ...wall('p', 4, 0.1, 4, 5.9), assemblyId: 'asm-concrete' });
  expect(area(wide, 'Room 1')).toBe(Number((3.7 * 5.6).toFixed(2)));
  const wider = apply(
    wide,
    putOne(
      'east wall',
      { ...get(wide, 'wall', 'storey-0-w1'), ax: 11.9, bx: 11.9 },
      { ...get(wide, 'wall', 'storey-0-w0'), bx: 11.9 },
      { ...get(wide, 'wall', 'storey-0-w2'), ax: 11.9 },
    ),
  );
  expect(get(wider, 'building', 'house').outline).toContainEqual([12, 6]);
});

test('one undo takes back all that followed', () => {
  const edit = withRooms(start, putOne('walls', wall('p', 4, 0.1, 4, 5.9)));
  const { job, inverse } = applyEdit(start, edit);
  const back = applyEdit(job, inverse).job;
  expect(new Map(back.byId)).toEqual(new Map(start.byId));
});

test('edits that touch no wall are left as they are', () => {
  const edit = putOne('rename', { ...get(split, 'room', 'storey-0-room'), name: 'Hall' });
  expect(withRooms(split, edit)).toBe(edit);
});
