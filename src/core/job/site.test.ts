import { house } from '@/testing/testPlans';
import { applyEdit, putOne } from './edits';
import { get } from './job';
import { siteOf } from './site';

const inside = get(house, 'building', get(house, 'storey', house.units[0]?.storeyId ?? '').buildingId);
const at = (xM: number, yM: number, storeyId = 'open-air') => siteOf(house, { storeyId, xM, yM });
const open = get(house, 'storey', 'open-air').buildingId;
const side = Math.min(...inside.outline.map((p) => p[1])) + inside.yM - get(house, 'building', open).yM;
const middle = inside.outline[0]?.[0] ?? 0;
const x = middle + inside.xM - get(house, 'building', open).xM + 1;

test('under the eaves is of the house, a step away is of the yard', () => {
  expect(at(x, side - 0.3)).toBe(inside.id);
  expect(at(x, side + 0.3)).toBe(inside.id);
  expect(at(x, side - 0.59)).toBe(inside.id);
  expect(at(x, side - 0.61)).toBe(open);
});

test('indoors it is its own building', () => {
  for (const u of house.units) expect(siteOf(house, u)).toBe(get(house, 'storey', u.storeyId).buildingId);
});

test('a building that is turned is found by where it stands', () => {
  const turned = { ...inside, turnDeg: 90 };
  const job = applyEdit(house, putOne('turned', turned)).job;
  // its outline, a quarter turn about its corner, lies to the west of that
  const depth = Math.max(...inside.outline.map((p) => p[1]));
  const place = { storeyId: 'open-air', xM: inside.xM - depth / 2, yM: inside.yM + 1 };
  expect(siteOf(job, place)).toBe(inside.id);
  expect(siteOf(house, place)).not.toBe(inside.id);
});
