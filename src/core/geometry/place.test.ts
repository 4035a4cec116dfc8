import { boundsOf, fromSite, toSite } from './place';
import { toCentimetre, toMillimetre, toTenth } from './round';
import { shortestGap } from './shortestGap';

test.each([
  [0, [3, 4], [13, 24]],
  [90, [3, 4], [6, 23]],
  [180, [3, 4], [7, 16]],
  [-90, [3, 4], [14, 17]],
] as const)('a building turned by %d°: %j lies on the site at %j', (turnDeg, [x, y], at) => {
  const building = { xM: 10, yM: 20, turnDeg };
  const [sx, sy] = toSite(building, x, y);
  expect(sx).toBeCloseTo(at[0], 9);
  expect(sy).toBeCloseTo(at[1], 9);
  const [bx, by] = fromSite(building, sx, sy);
  expect(bx).toBeCloseTo(x, 9);
  expect(by).toBeCloseTo(y, 9);
});

test('bounds of points, of one point too', () => {
  expect(
    boundsOf([
      [2, -1],
      [-3, 5],
      [0, 0],
    ]),
  ).toEqual([-3, -1, 2, 5]);
  expect(boundsOf([[1, 2]])).toEqual([1, 2, 1, 2]);
});

test('rounded to what a tape, a drawing and a table show', () => {
  expect([toTenth(1.25), toTenth(-0.04), toTenth(3)]).toEqual([
    expect.closeTo(1.3, 9),
    expect.closeTo(0, 9),
    3,
  ]);
  expect([toCentimetre(1.2345), toCentimetre(-1.2345)]).toEqual([1.23, -1.23]);
  expect([toMillimetre(1.23456), toMillimetre(0.0004)]).toEqual([1.235, 0]);
});

test('the shortest gap between two outlines is found from either side, corner to side', () => {
  const square = (x: number, y: number): [number, number][] => [
    [x, y],
    [x + 2, y],
    [x + 2, y + 2],
    [x, y + 2],
  ];
  const gap = shortestGap(square(0, 0), square(5, 1));
  expect(gap.metres).toBe(3);
  expect([gap.from[0], gap.to[0]]).toEqual([2, 5]);
  expect(shortestGap(square(5, 1), square(0, 0)).metres).toBe(3);
  expect(shortestGap(square(0, 0), square(5, 6)).metres).toBe(5);
});
