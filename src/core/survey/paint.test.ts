import { assembly, brick, concrete, field, wall } from '@/testing/testScenes';
import { applyEdit, putOne } from '../job/edits';
import { get, type Job } from '../job/job';
import { makeRecord } from '../job/make';
import type { AnyRecord, Wall } from '../job/records';
import { outerWalls, paintOuterWalls, paintWalls } from './paint';
import { withRooms } from './rooms';

/*
 *  a ──── w-north ──── b
 *  │        │p         │      two rooms of 4 and 6 m, 5 m deep; the yard wall y goes on to the east
 *  d ──── w-south ──── c ──── y
 */
const walls: AnyRecord[] = [
  wall('w-north', [0, 0], [10, 0], 'thin'),
  wall('w-east', [10, 0], [10, 5], 'thin'),
  wall('w-south', [10, 5], [0, 5], 'thin'),
  wall('w-west', [0, 5], [0, 0], 'thin'),
  wall('p', [4, 0], [4, 5], 'thin'),
];
const base = field([
  assembly('thin', [brick]),
  { ...assembly('thick', [concrete]), thicknessM: 0.3 } as AnyRecord,
]);
const with_ = (...records: AnyRecord[]): Job =>
  applyEdit(base, withRooms(base, putOne('x', ...walls, ...records))).job;
const house = with_();
const madeOf = (job: Job) => Object.fromEntries(job.walls.map((w) => [w.id, w.assemblyId]));
const painted = (job: Job) => applyEdit(job, paintOuterWalls(job, 's', 'thick')).job;

describe('outer walls', () => {
  test('are those with a room on one side only', () => {
    expect(house.rooms).toHaveLength(2);
    expect(outerWalls(house, 's').map((w) => w.id)).toEqual(['w-north', 'w-east', 'w-south', 'w-west']);
  });

  test('a wall in the open, and one within a room, are none', () => {
    const more = with_(wall('y', [10, 5], [14, 5], 'thin'), wall('stub', [7, 2], [8, 2], 'thin'));
    expect(outerWalls(more, 's').map((w) => w.id)).not.toContain('y');
    expect(outerWalls(more, 's').map((w) => w.id)).not.toContain('stub');
  });

  test('one that is so for a part of its length only is not, as a whole', () => {
    const long = with_({ ...(wall('w-south', [14, 5], [0, 5], 'thin') as Wall) });
    expect(outerWalls(long, 's').map((w) => w.id)).not.toContain('w-south');
  });
});

describe('painted', () => {
  test('outer walls change, the partition does not; clear lengths that were not taped may', () => {
    expect(madeOf(painted(house))).toEqual({
      'w-north': 'thick',
      'w-east': 'thick',
      'w-south': 'thick',
      'w-west': 'thick',
      p: 'thin',
    });
    expect(paintOuterWalls(house, 's', 'thick').label).toBe('Outer walls of thick');
  });

  test('a wall that goes on beyond the house is cut at the corner, and only the part at the house changes', () => {
    const long = with_(wall('w-south', [14, 5], [0, 5], 'thin'));
    const after = painted(long);
    const south = after.walls.filter((w) => Math.abs(w.ay - w.by) < 0.01 && w.ay > 4);
    expect(south.map((w) => [Math.min(w.ax, w.bx), Math.max(w.ax, w.bx), w.assemblyId]).sort()).toEqual([
      [0, 10, 'thick'],
      [10, 14, 'thin'],
    ]);
  });

  test('taped lengths stay clear lengths: thicker walls move apart', () => {
    const tape = makeRecord({
      type: 'tape',
      id: 't',
      storeyId: 's',
      wallAId: 'w-west',
      wallBId: 'p',
      lengthM: 3.9,
    });
    const after = painted(with_(tape));
    const x = (id: string) => get(after, 'wall', id).ax;
    // from face to face: half of 30 cm, and half of 10
    expect(x('p') - x('w-west')).toBeCloseTo(3.9 + 0.15 + 0.05, 3);
  });

  test('a length taped to a wall that is cut stays with the part that it was taped to', () => {
    const records = [
      wall('w-south', [14, 5], [0, 5], 'thin'),
      makeRecord({
        type: 'tape',
        id: 't',
        storeyId: 's',
        wallAId: 'w-north',
        wallBId: 'w-south',
        lengthM: 4.9,
      }),
    ];
    const after = painted(with_(...records));
    const ends = after.tapes.map((t) => [t.wallAId, t.wallBId].map((id) => get(after, 'wall', id)));
    expect(ends.length).toBeGreaterThan(0);
    for (const pair of ends) for (const w of pair) expect(w.assemblyId).toBe('thick');
    const [north, south] = ends[0] ?? [];
    expect(Math.abs((south?.ay ?? 0) - (north?.ay ?? 0))).toBeCloseTo(4.9 + 0.15 + 0.15, 3);
  });

  test('walls by hand: those that are so already are not counted', () => {
    expect(paintWalls(house, ['p', 'w-east'], 'thick').label).toBe('2 walls of thick');
    expect(paintWalls(house, ['p'], 'thick').label).toBe('A wall of thick');
    const some = applyEdit(house, paintWalls(house, ['p'], 'thick')).job;
    expect(paintWalls(some, ['p', 'w-east'], 'thick').label).toBe('A wall of thick');
    expect(paintWalls(some, ['p', 'gone'], 'thick').put).toEqual([]);
  });
});
