import { smallHouse } from '@/testing/smallHouse';
import { applyEdit, putOne } from '../job/edits';
import { makeRecord } from '../job/make';
import { clearEnds, directionDeg, snapPoint, storeyBelow } from './snap';

const shell = smallHouse();
const storeyId = shell.storeys[0]?.id ?? '';
/** A partition from the north wall to the south wall at x = 4. */
const partition = makeRecord({
  type: 'wall',
  id: 'p',
  storeyId,
  ax: 4,
  ay: 0.05,
  bx: 4,
  by: 6.95,
  assemblyId: 'asm-stud',
});
const job = applyEdit(shell, putOne('x', partition)).job;
const at = (x: number, y: number, reachM = 0.1) => snapPoint(job, storeyId, [x, y], reachM, null);
const from = (x: number, y: number, fromX: number, fromY: number, beforeDeg: number | null = null) =>
  snapPoint(job, storeyId, [x, y], 0.1, { x: fromX, y: fromY, beforeDeg });

test('ends go before middles, middles before the wall itself', () => {
  expect(at(4.04, 0.1)).toMatchObject({ kind: 'end', x: 4, y: 0.05, wallId: 'p' });
  expect(at(4.05, 3.53)).toMatchObject({ kind: 'middle', x: 4, y: 3.5 });
  expect(at(4.05, 2.01)).toMatchObject({ kind: 'wall', x: 4, wallId: 'p' });
});

test('within reach only: beyond it the grid of 5 cm holds', () => {
  expect(at(4.1, 3.5).kind).toBe('middle');
  expect(at(4.2, 3.52)).toMatchObject({ kind: 'grid', x: 4.2, y: 3.5, words: '', wallId: null });
  expect(at(2.024, 3.526)).toMatchObject({ kind: 'grid', x: 2, y: 3.55 });
});

test.each([
  [6.9, true],
  [7.1, false],
])('a direction %d° off square is held square: %s', (deg, square) => {
  const [x, y] = [6 + 2 * Math.cos((deg * Math.PI) / 180), 2 + 2 * Math.sin((deg * Math.PI) / 180)];
  const snap = from(x, y, 6, 2);
  expect(snap.square).toBe(square);
  if (square) expect(snap.y).toBe(2);
  else expect(snap.y).not.toBe(2);
});

test('drawn square it meets a wall, and says which', () => {
  const snap = from(4.05, 2.1, 6, 2);
  expect(snap).toMatchObject({ kind: 'square', x: 4, y: 2, square: true, wallId: 'p' });
  expect(snap.words).toMatch(/^square, meets /);
});

test('square to the wall before in the chain, not only to the building', () => {
  const snap = from(7 + Math.cos(2.4), 4 + Math.sin(2.4), 7, 4, 45);
  const deg = directionDeg(7, 4, snap.x, snap.y);
  expect(snap.square).toBe(true);
  expect(deg).toBeCloseTo(135, 0);
});

test('in line with the end of a wall, or as long as another', () => {
  const other = makeRecord({ ...partition, id: 'q', ax: 5, ay: 3, bx: 6.33, by: 3 });
  const both = applyEdit(job, putOne('x', other)).job;
  const snap = (x: number, y: number) =>
    snapPoint(both, storeyId, [x, y], 0.1, { x: 5.2, y: 5, beforeDeg: null });
  expect(snap(6.3, 5.02)).toMatchObject({ kind: 'in-line', x: 6.33, y: 5 });
  expect(snap(6.5, 5.02)).toMatchObject({ kind: 'same-length', x: 6.53 });
  expect(snap(7.51, 5.02)).toMatchObject({ kind: 'grid', x: 7.5 });
});

test('where two walls cross', () => {
  const across = makeRecord({ ...partition, id: 'q', ax: 3, ay: 2.2, bx: 6, by: 2.2 });
  const both = applyEdit(job, putOne('x', across)).job;
  expect(snapPoint(both, storeyId, [4.03, 2.24], 0.1, null)).toMatchObject({
    kind: 'crossing',
    x: 4,
    y: 2.2,
  });
});

test('over the ends of the walls of the storey below, in the same building only', () => {
  const two = smallHouse({ storeys: 2 });
  const [low, high] = [...two.storeys].sort((a, b) => a.level - b.level);
  if (!low || !high) throw new Error('no two storeys');
  expect([storeyBelow(two, high.id), storeyBelow(two, low.id)]).toEqual([low.id, null]);
  const below = applyEdit(two, putOne('x', { ...partition, storeyId: low.id, ay: 2, by: 5 })).job;
  expect(snapPoint(below, high.id, [4.03, 2.04], 0.1, null)).toMatchObject({ kind: 'below', x: 4, y: 2 });
  expect(snapPoint(below, low.id, [4.03, 2.04], 0.1, null).kind).toBe('end');
});

test.each([
  [0, 1, 90],
  [1, 0, 0],
  [-1, 0, 180],
  [0, -1, 270],
])('direction to (%d, %d) is %d°', (x, y, deg) => expect(directionDeg(0, 0, x, y)).toBeCloseTo(deg, 9));

test('the clear part of a wall ends at the faces of what it meets, or at its own half where it is free', () => {
  const outer = shell.walls.find((w) => w.ay === w.by && w.ay < 1);
  if (!outer) throw new Error('no north wall');
  const half = (shell.assemblies.find((a) => a.id === outer.assemblyId)?.thicknessM ?? 0) / 2;
  const { atA, atB } = clearEnds(shell, storeyId, [4, outer.ay], [4, 3], 0.033);
  expect(atA).toBeCloseTo(half, 9);
  expect(atB).toBe(0.033);
});

describe('what is caught', () => {
  const other = (id: string, ax: number, ay: number, bx: number, by: number) =>
    makeRecord({ ...partition, id, ax, ay, bx, by });
  const withWalls = (...walls: ReturnType<typeof other>[]) => applyEdit(job, putOne('x', ...walls)).job;

  test('walls that only meet have no crossing: the end is caught', () => {
    const tee = withWalls(other('q', 4, 2.2, 6, 2.2));
    expect(snapPoint(tee, storeyId, [4.03, 2.24], 0.1, null).kind).toBe('end');
    // their lines cross beyond the end of one
    const short = withWalls(other('q', 4.3, 2.2, 6, 2.2));
    expect(snapPoint(short, storeyId, [4.03, 2.24], 0.1, null).kind).toBe('wall');
  });

  test('of two ends the nearer', () => {
    const two = withWalls(other('q', 6, 2, 7, 2), other('r', 6.12, 2, 6.12, 4));
    expect(snapPoint(two, storeyId, [6.05, 2], 0.1, null)).toMatchObject({ x: 6, wallId: 'q' });
    expect(snapPoint(two, storeyId, [6.08, 2], 0.1, null)).toMatchObject({ x: 6.12, wallId: 'r' });
  });

  test('an end that is caught says whether the line to it is square', () => {
    expect(from(4.02, 0.06, 8, 0.05).square).toBe(true);
    expect(from(4.02, 0.06, 8, 0.5).square).toBe(false);
    expect(from(4.02, 0.06, 4, 3)).toMatchObject({ kind: 'end', square: true });
  });

  test('on a slanting line to a wall: square to it from where the drawing began, if near', () => {
    const slant = withWalls(other('q', 6, 6, 8, 4));
    // from (6.5, 3.5) the foot on q is (7.25, 4.75)
    const snap = snapPoint(slant, storeyId, [7.27, 4.7], 0.1, { x: 6.5, y: 4, beforeDeg: null });
    expect(snap).toMatchObject({ kind: 'square', square: true, wallId: 'q' });
    expect(snap.x - 6.5).toBeCloseTo(snap.y - 4, 2);
    expect(snap.words).toMatch(/^square to /);
  });

  test('along a wall by steps of 5 cm from its start', () => {
    const snap = at(4.03, 1.238);
    expect(snap).toMatchObject({ kind: 'wall', x: 4 });
    expect((snap.y - 0.05) / 0.05).toBeCloseTo(Math.round((snap.y - 0.05) / 0.05), 3);
  });

  test('drawn square, over a wall of the storey below', () => {
    const two = smallHouse({ storeys: 2 });
    const [low, high] = [...two.storeys].sort((a, b) => a.level - b.level);
    if (!low || !high) throw new Error('no two storeys');
    const below = applyEdit(two, putOne('x', { ...partition, storeyId: low.id, ax: 4.02, bx: 4.02 })).job;
    const snap = snapPoint(below, high.id, [4.06, 3.02], 0.1, { x: 6, y: 3, beforeDeg: null });
    expect(snap).toMatchObject({ kind: 'below', x: 4.02, y: 3, square: true });
    expect(snap.words).toMatch(/^square, over the .* below$/);
  });

  test('a wall drawn square is at least one step long', () =>
    expect(from(6.01, 3, 6, 3)).toMatchObject({ kind: 'grid', x: 6.05, y: 3 }));

  test('where a wall ends on another, its clear part ends at that face: within 3 cm of it, and not along it', () => {
    const ends = (x: number) => clearEnds(job, storeyId, [4 + x, 3], [8, 3], 0.2);
    const half = (job.assemblies.find((a) => a.id === 'asm-stud')?.thicknessM ?? 0) / 2;
    expect(ends(0).atA).toBeCloseTo(half, 9);
    expect(ends(0.029).atA).toBeCloseTo(half, 9);
    expect(ends(0.031).atA).toBe(0.2);
    expect(clearEnds(job, storeyId, [4, 3], [4, 5], 0.2)).toEqual({ atA: 0.2, atB: 0.2 });
  });
});
