import { quayHouse } from '@/../demo/make/quayHouse';
import { jobFromRecords } from '../job/job';
import { pathProfile } from './pathProfile';
import { buildScene } from './scene';
import { assembly, brick, field, wall } from '../../testing/testScenes';

const one = buildScene(field([assembly('brick', [brick]), wall('w', [2, -18], [2, 18], 'brick')], 'brick'));

test('a wall stands where the leg meets it, from floor to parapet; the floor lies under it', () => {
  const { s, parts } = pathProfile(one, [
    [-3, 0, 1],
    [7, 0, 1],
  ]);
  expect(s).toEqual([0, 10]);
  const walls = parts.filter((p) => p.kind === 'wall');
  expect(walls).toHaveLength(1);
  expect(walls[0]).toMatchObject({ id: 'w', name: 'brick', z0: 0 });
  expect(walls[0]?.s0).toBeCloseTo(5, 9);
  expect(walls[0]?.z1).toBeCloseTo(3.1, 9);
  expect(parts.find((p) => p.kind === 'floor')).toMatchObject({ s0: 0, s1: 10, z0: 0 });
});

test('legs are laid end to end by their length in plan; an upright one is given half a metre', () => {
  const { s } = pathProfile(one, [
    [0, 0, 1],
    [0, 3, 1],
    [0, 3, 2.5],
    [4, 3, 2.5],
  ]);
  expect(s).toEqual([0, 3, 3.5, 7.5]);
});

test('a cut beside a wall, or short of it, does not show it', () => {
  const shows = (x: number) =>
    pathProfile(one, [
      [-3, 0, 1],
      [x, 0, 1],
    ]).parts.some((p) => p.kind === 'wall');
  expect(shows(1.9)).toBe(false);
  expect(shows(2.1)).toBe(true);
  const beside = pathProfile(one, [
    [2.5, -10, 1],
    [2.5, 10, 1],
  ]);
  expect(beside.parts.some((p) => p.kind === 'wall')).toBe(false);
});

test('through Quay House: a door with wall over its head, a roof that rises, floors with their stairwell cut out', () => {
  const scene = buildScene(jobFromRecords(quayHouse()));
  // through the door of the Parlour, 2 m high at y 7.2
  const door = pathProfile(scene, [
    [4.5, 7.2, 1],
    [5.6, 7.2, 1],
  ]).parts.filter((p) => Math.abs(p.s0 - 0.55) < 0.1);
  const ground = door.filter((p) => p.z0 < 2.9 && p.z1 > 0.2 && p.kind !== 'floor');
  expect(ground.map((p) => p.kind)).toEqual(['opening', 'wall']);
  expect(ground[1]?.z0).toBeCloseTo(ground[0]?.z1 ?? NaN, 9);
  const across = pathProfile(scene, [
    [7, -1, 1],
    [7, 10, 1],
  ]).parts;
  const slopes = across.filter((p) => p.kind === 'roof');
  expect(slopes.length).toBeGreaterThanOrEqual(2);
  for (const r of slopes) expect(r.z0).not.toBeCloseTo(r.z1, 1);
  for (const p of across) for (const v of [p.s0, p.s1, p.z0, p.z1]) expect(Number.isFinite(v)).toBe(true);
});
