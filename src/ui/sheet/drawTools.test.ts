import { applyEdit } from '@/core/job/edits';
import { get } from '@/core/job/job';
import { newJob } from '@/core/job/newJob';
import { makeDoor, makeRoom, makeSpot, makeWall, snapped, type Made } from './drawTools';

const job = newJob(
  {
    name: 'X',
    lengths: 'm',
    widthM: 9,
    depthM: 7,
    storeys: 1,
    outerAssemblyId: 'asm-stud',
    planDownMbps: 100,
    planUpMbps: 20,
  },
  { id: 'x', createdOn: '2026-11-01', seed: 1 },
);
const storey = 'storey-0';
const edit = (made: Made) => {
  if ('why' in made) throw new Error(made.why);
  return made.edit;
};

test('a room that takes one end of another leaves it the rest, with its spots in the right one', () => {
  const withSpot = applyEdit(job, edit(makeSpot(job, storey, [2, 3]))).job;
  // drawn a little off on three sides
  const made = makeRoom(withSpot, storey, [0.3, 0.3], [4.5, 6.7]);
  const next = applyEdit(withSpot, edit(made)).job;
  const [old, room] = [get(next, 'room', 'storey-0-room'), get(next, 'room', 'room-1')];
  expect(room.outline).toEqual([
    [0.1, 0.1],
    [4.5, 0.1],
    [4.5, 6.9],
    [0.1, 6.9],
  ]);
  expect(old.outline).toEqual([
    [4.6, 0.1],
    [8.9, 0.1],
    [8.9, 6.9],
    [4.6, 6.9],
  ]);
  expect(next.spots[0]?.roomId).toBe(room.id);
});

test('a room in the middle of another cuts nothing', () => {
  expect(edit(makeRoom(job, storey, [3, 3], [5, 5])).put).toHaveLength(1);
});

test('what cannot be drawn says why', () => {
  expect(makeSpot(job, storey, [20, 20])).toEqual({ why: expect.stringContaining('room') });
  expect(makeRoom(job, storey, [3, 3], [3.1, 5])).toEqual({ why: expect.stringContaining('30 cm') });
  expect(makeWall(job, storey, [1, 1], [1, 1.01], 'asm-stud')).toEqual({
    why: expect.stringContaining('5 cm'),
  });
});

test('a door near the end of a wall is moved along until it fits', () => {
  const wall = get(job, 'wall', 'storey-0-w1');
  const next = applyEdit(job, edit(makeDoor(job, wall, [8.95, 0.1]))).job;
  expect(next.openings.find((o) => o.wallId === wall.id)?.offsetM).toBeGreaterThan(0.42);
});

test('ends of walls catch the pointer; near-straight becomes straight', () => {
  expect(snapped(job, storey, [0.2, 0.1], null)).toEqual([0.05, 0.05]);
  expect(snapped(job, storey, [4.11, 5], [4, 2])).toEqual([4, 5]);
  expect(snapped(job, storey, [4.512, 3.333], null)).toEqual([4.5, 3.35]);
});
