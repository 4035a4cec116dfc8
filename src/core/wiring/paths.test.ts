import { quayHouse } from '@/../demo/make/quayHouse';
import { applyEdit, putOne } from '../job/edits';
import { get, jobFromRecords } from '../job/job';
import type { Unit } from '../job/records';
import { linkTo } from '../network/linkTo';
import { wiringLayout } from './layout';
import { wiringPath } from './paths';

const house = jobFromRecords(quayHouse());
const layout = wiringLayout(house);
if (!layout) throw new Error('no layout');
const A = get(house, 'unit', 'unit-a');
const B = get(house, 'unit', 'unit-b');
const floorZ = (u: Unit) => get(house, 'storey', u.storeyId).floorZM;
const near = (points: [number, number][]) =>
  points.map(([x, z]) => [expect.closeTo(x, 9), expect.closeTo(z, 9)]);
const pathTo = (unit: Unit, over: object = {}) => {
  const job = applyEdit(house, putOne('x', unit)).job;
  const link = { ...linkTo(job, unit, A, { medium: 'ethernet', category: 'cat6', lengthM: 10 }), ...over };
  return wiringPath(job, layout, link, A, unit);
};

test('within a building: down to the skirting of the lower storey, along, and up to the unit', () => {
  const above = { ...B, storeyId: 'first', xM: 9, yM: 3, heightM: 1.2 };
  const [a, b] = [layout.placeOf(A), layout.placeOf(above)];
  const z = Math.min(floorZ(A), floorZ(above)) + 0.12;
  expect(pathTo(above).points).toEqual(near([a, [a[0], z], [b[0], z], b]));
});

test('between buildings: out at the wall that faces, 0.45 m under the ground, in at the other', () => {
  const { points } = pathTo(B);
  const [a, b] = [layout.placeOf(A), layout.placeOf(B)];
  const sectionOf = (u: Unit) =>
    layout.buildings.find((s) => s.building.id === get(house, 'storey', u.storeyId).buildingId);
  const [from, to] = [sectionOf(A), sectionOf(B)];
  // the Net loft is drawn to the right of the house
  const [out, into] = [from?.x1 ?? NaN, to?.x0 ?? NaN];
  expect(out).toBeLessThan(into);
  const [za, zb] = [floorZ(A) + 0.12, floorZ(B) + 0.12];
  expect(points).toEqual(
    near([a, [a[0], za], [out, za], [out, -0.45], [into, -0.45], [into, zb], [b[0], zb], b]),
  );
});

test('corners drawn by hand: level first, then up; a corner in line adds none', () => {
  const above = { ...B, storeyId: 'first', xM: 9, yM: 3, heightM: 1.2 };
  const corner = { storeyId: 'ground', xM: A.xM + 2, yM: A.yM, heightM: A.heightM };
  const [a, c, b] = [layout.placeOf(A), layout.placeOf(corner), layout.placeOf(above)];
  expect(pathTo(above, { points: [corner] }).points).toEqual(near([a, c, [b[0], c[1]], b]));
});

test('by radio: straight from unit to unit', () => {
  const above = { ...B, storeyId: 'first', xM: 9, yM: 3, heightM: 1.2 };
  const { points } = pathTo(above, { medium: 'wireless', radio: 'shared', band: '5', points: [] });
  expect(points).toEqual(near([layout.placeOf(A), layout.placeOf(above)]));
});
