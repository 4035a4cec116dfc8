import { assembly, brick, field, wall } from '../../testing/testScenes';
import { applyEdit, putOne } from '../job/edits';
import { get, type Job } from '../job/job';
import { makeRecord } from '../job/make';
import type { AnyRecord, Room, Wall } from '../job/records';
import { type BuiltRoom, buildRoom, roomAt } from './buildRoom';
import type { Bounds } from './squareRoom';
import type { RoomLine } from './roomLine';

/** Both constructions are 10 cm thick: 5 cm from the middle of a wall to its face. */
const assemblies = { innerId: 'in', outerId: 'out' };
const sheet = (...records: AnyRecord[]): Job =>
  field([assembly('in', [brick]), assembly('out', [brick]), ...records]);
const box = (west: number, north: number, east: number, south: number): Bounds => ({
  west,
  north,
  east,
  south,
});
const build = (
  job: Job,
  name: string,
  bounds: Bounds,
  taped: { widthM: number; depthM: number } | null = null,
) => {
  const result = roomAt(job, 's', name, bounds, assemblies, taped);
  if (!result.ok) throw new Error(result.why);
  return result;
};
const made = (result: BuiltRoom) => ({
  walls: result.edit.put.filter((r): r is Wall => r.type === 'wall'),
  tapes: result.edit.put.flatMap((r) => (r.type === 'tape' ? [r.lengthM] : [])),
  room: result.edit.put.find((r): r is Room => r.type === 'room'),
});
const lines = (walls: readonly Wall[]) => walls.map((w) => [w.ax, w.ay, w.bx, w.by]);
const room = (id: string, [west, north, east, south]: readonly number[]): AnyRecord =>
  makeRecord({
    type: 'room',
    id,
    name: id,
    storeyId: 's',
    outline: [
      [west, north],
      [east, north],
      [east, south],
      [west, south],
    ] as [number, number][],
    activityIds: [],
  });

test('alone: four walls of the outer construction whose faces are the bounds, joined at their middles', () => {
  const result = build(sheet(), 'Hall', box(0, 0, 4, 3));
  const { walls, tapes, room: hall } = made(result);
  expect(lines(walls)).toEqual([
    [-0.05, -0.05, -0.05, 3.05],
    [-0.05, -0.05, 4.05, -0.05],
    [4.05, -0.05, 4.05, 3.05],
    [-0.05, 3.05, 4.05, 3.05],
  ]);
  expect(walls.every((w) => w.assemblyId === 'out')).toBe(true);
  expect(tapes).toEqual([]);
  expect(hall?.name).toBe('Hall');
  expect(result).toMatchObject({ misclosures: [], spreadOver: 0, suspects: [] });
});

test('what was taped is kept, width and depth, each between its two walls', () => {
  const { tapes } = made(build(sheet(), 'Hall', box(0, 0, 4, 3), { widthM: 4, depthM: 3 }));
  expect(tapes).toEqual([4, 3]);
});

describe('a side near a wall that is there', () => {
  /** Its face is at x = 0. */
  const west = wall('w', [-0.05, -5], [-0.05, 8], 'out');
  test.each([
    [0.5, 0],
    [0.51, 0.51],
    [-0.5, 0],
    [-0.51, -0.51],
  ])('%d m from it the side lies at %d', (off, lies) => {
    const { walls } = made(build(sheet(west), 'Hall', box(off, 0, 4, 3)));
    // the new walls begin at the middle of the western one
    expect(Math.min(...walls.map((w) => w.ax))).toBeCloseTo(lies - 0.05, 6);
    expect(walls).toHaveLength(lies === 0 ? 3 : 4);
  });

  test('drawn, the other side keeps its place; taped, its length', () => {
    const drawn = made(build(sheet(west), 'Hall', box(0.2, 0, 4, 3))).room;
    expect(Math.max(...(drawn?.outline ?? []).map((p) => p[0]))).toBeCloseTo(4, 6);
    const typed = made(build(sheet(west), 'Hall', box(0.2, 0, 4, 3), { widthM: 3.8, depthM: 3 }));
    expect(Math.max(...(typed.room?.outline ?? []).map((p) => p[0]))).toBeCloseTo(3.8, 6);
  });

  test('of two walls in reach the nearer is meant', () => {
    const two = sheet(west, wall('v', [-0.35, -5], [-0.35, 8], 'out'));
    const begins = (x: number) =>
      Math.min(...made(build(two, 'Hall', box(x, 0, 4, 3))).walls.map((w) => w.ax));
    expect(begins(-0.14)).toBeCloseTo(-0.05, 6);
    expect(begins(-0.16)).toBeCloseTo(-0.35, 6);
  });

  test('a wall that slants is none of them: more than 2 cm in a metre', () => {
    const walls = (dx: number) =>
      made(build(sheet(wall('w', [-0.05, -1], [-0.05 + dx, 4], 'out')), 'Hall', box(0.02, 0, 4, 3))).walls
        .length;
    expect([walls(0.09), walls(0.11)]).toEqual([3, 4]);
  });
});

test('walls that cover a side in part are gone on with, in line and of the same construction', () => {
  const job = sheet(wall('w', [-0.05, 0.95], [-0.05, 2], 'in'));
  const { walls } = made(build(job, 'Hall', box(0, 0, 4, 3)));
  const west = walls.filter((w) => w.ax === -0.05 && w.bx === -0.05);
  expect(lines(west)).toEqual([
    [-0.05, -0.05, -0.05, 0.95],
    [-0.05, 2, -0.05, 3.05],
  ]);
  expect(west.every((w) => w.assemblyId === 'in')).toBe(true);
  expect(walls.filter((w) => !west.includes(w)).every((w) => w.assemblyId === 'out')).toBe(true);
});

test('a room inside another is closed by inner walls; on top of one it is refused by name', () => {
  const shell = applyEdit(sheet(), build(sheet(), 'Shell', box(0, 0, 8, 6)).edit).job;
  const inner = made(build(shell, 'Study', box(0, 0, 3, 2)));
  expect(inner.walls.map((w) => w.assemblyId)).toEqual(['in', 'in']);
  expect(lines(inner.walls)).toEqual([
    [3.05, -0.05, 3.05, 2.05],
    [-0.05, 2.05, 3.05, 2.05],
  ]);
  expect(roomAt(shell, 's', 'Bath', box(6, 1, 10, 4), assemblies, null)).toEqual({
    ok: false,
    why: 'It would overlap «Shell».',
  });
});

test('the whole of a room that is there only gets its name', () => {
  const shell = applyEdit(sheet(), build(sheet(), 'Shell', box(0, 0, 8, 6)).edit).job;
  const [there] = shell.rooms;
  const named = build(shell, 'Barn', box(0.1, 0, 8, 6.1), { widthM: 7.9, depthM: 6.1 });
  expect(named.roomId).toBe(there?.id);
  const { walls, room: barn, tapes } = made(named);
  // no wall is new; those there are moved to the lengths
  expect(walls.map((w) => w.id).sort()).toEqual(shell.walls.map((w) => w.id).sort());
  expect(barn).toMatchObject({ id: there?.id, name: 'Barn' });
  expect(tapes).toEqual([7.9, 6.1]);
});

test('lengths between walls that were there: what does not close, the worst first', () => {
  const shell = applyEdit(sheet(), build(sheet(), 'Shell', box(0, 0, 8, 6)).edit).job;
  const { misclosures } = build(shell, 'Barn', box(0, 0, 8, 6), { widthM: 8.02, depthM: 5.95 });
  expect(misclosures).toEqual([
    { what: 'depth', metres: expect.closeTo(-0.05, 6) },
    { what: 'width', metres: expect.closeTo(0.02, 6) },
  ]);
  // where one side is new nothing has to close
  const part = build(shell, 'Study', box(0, 0, 3, 6), { widthM: 3, depthM: 6.03 });
  expect(part.misclosures).toEqual([{ what: 'depth', metres: expect.closeTo(0.03, 6) }]);
});

describe('where a typed room goes', () => {
  const line = (name: string, where: RoomLine['where'], widthM = 2, depthM = 2): RoomLine => ({
    name,
    widthM,
    depthM,
    where,
  });
  const outlineOf = (job: Job, l: RoomLine) => {
    const result = buildRoom(job, 's', l, assemblies);
    if (!result.ok) throw new Error(result.why);
    const xs = result.outline.map((p) => p[0]);
    const ys = result.outline.map((p) => p[1]);
    return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)].map((v) =>
      Number(v.toFixed(3)),
    );
  };
  const hall = applyEdit(sheet(), build(sheet(), 'Hall', box(0, 0, 6, 4)).edit).job;

  test.each([
    ['northwest', [0, 0, 2, 2]],
    ['northeast', [4, 0, 6, 2]],
    ['southwest', [0, 2, 2, 4]],
    ['southeast', [4, 2, 6, 4]],
  ] as const)('%s in a room: that corner', (corner, expected) =>
    expect(outlineOf(hall, line('Study', { kind: 'in', corner, room: 'Hall' }))).toEqual(expected),
  );

  test.each([
    ['east', [6.1, 0, 8.1, 2]],
    ['west', [-2.1, 0, -0.1, 2]],
    ['south', [0, 4.1, 2, 6.1]],
    ['north', [0, -2.1, 2, -0.1]],
  ] as const)('%s of a room: beyond its wall, from the first end of the side', (side, expected) =>
    expect(outlineOf(hall, line('Study', { kind: 'beside', side, room: 'Hall', byM: null }))).toEqual(
      expected,
    ),
  );

  test.each([
    ['east', [6.1, 1.5, 8.1, 3.5]],
    ['north', [1.5, -2.1, 3.5, -0.1]],
  ] as const)('%s of a room by 1.5 m: so far from the end', (side, expected) =>
    expect(outlineOf(hall, line('Study', { kind: 'beside', side, room: 'Hall', byM: 1.5 }))).toEqual(
      expected,
    ),
  );

  test('a second room beside goes where the first leaves space, against its wall', () => {
    const beside = (name: string) =>
      line(name, { kind: 'beside', side: 'east', room: 'Hall', byM: null }, 2, 1.5);
    const first = buildRoom(hall, 's', beside('Study'), assemblies);
    if (!first.ok) throw new Error(first.why);
    const one = applyEdit(hall, first.edit).job;
    expect(outlineOf(one, beside('Bath'))).toEqual([6.1, 1.6, 8.1, 3.1]);
    // as large as the first, at the same place: it does not take its name
    const both = buildRoom(
      one,
      's',
      line('Bath', { kind: 'beside', side: 'east', room: 'Hall', byM: 0 }, 2, 1.5),
      assemblies,
    );
    expect(both).toMatchObject({ ok: false, why: expect.stringMatching(/overlap «Study»/) });
  });

  test('a space that walls enclose, and that has no name yet, is named by a line of its size', () => {
    const shed = applyEdit(hall, putOne('x', room('Room-7', [6.1, 0, 8.1, 2]))).job;
    const unnamed = applyEdit(
      shed,
      putOne('x', { ...get(shed, 'room', 'Room-7'), name: 'Scullery', named: false }),
    ).job;
    const named = buildRoom(
      unnamed,
      's',
      line('Bath', { kind: 'beside', side: 'east', room: 'Hall', byM: 0 }),
      assemblies,
    );
    expect(named).toMatchObject({ ok: true, roomId: 'Room-7' });
  });

  test('without a place: at the origin of an empty sheet, else in a corner of the largest room', () => {
    expect(outlineOf(sheet(), line('Study', null))).toEqual([0, 0, 2, 2]);
    expect(outlineOf(hall, line('Study', null))).toEqual([0, 0, 2, 2]);
  });

  test('a room that is not there, and a name that is', () => {
    const none = buildRoom(
      hall,
      's',
      line('Study', { kind: 'in', corner: 'northwest', room: 'Barn' }),
      assemblies,
    );
    expect(none).toEqual({ ok: false, why: 'There is no room «Barn» on this storey.' });
    const again = buildRoom(hall, 's', line('Hall', null), assemblies);
    expect(again).toEqual({ ok: false, why: 'There is a room «Hall» on this storey already.' });
    const shell = line('Hall', { kind: 'in', corner: 'northwest', room: 'Hall' }, 6, 4);
    expect(buildRoom(hall, 's', shell, assemblies).ok).toBe(true);
  });

  test('where it would lie on another, that one is named', () => {
    const full = applyEdit(hall, putOne('x', room('Yard', [6.1, -9, 16, 9]))).job;
    const result = buildRoom(
      full,
      's',
      line('Study', { kind: 'beside', side: 'east', room: 'Hall', byM: null }, 20, 2),
      assemblies,
    );
    expect(result).toMatchObject({
      ok: false,
      why: expect.stringMatching(/^It would overlap «Yard»\./),
    });
  });
});

test('a storey is left as it is where nothing fits', () => {
  const job = sheet(wall('w', [0, 0], [4, 0], 'out'));
  expect(get(job, 'wall', 'w')).toMatchObject({ ax: 0, bx: 4 });
  const { edit } = build(job, 'Hall', box(0.05, 0.05, 3.95, 3));
  expect(edit.remove).toEqual([]);
});
