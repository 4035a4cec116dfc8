import fc from 'fast-check';
import { offsetOutline } from './offset';
import type { Point } from './point';
import { areaOf, distanceToEdge, inPolygon, labelPoint, signedArea } from './polygon';
import { inRegion, isUpright, mayOverlap, type Region, regionArea, sameArea, shareIn } from './region';
import { crossing, nearestOn } from './segment';

const box = (x: number, y: number, w: number, d: number): Point[] => [
  [x, y],
  [x + w, y],
  [x + w, y + d],
  [x, y + d],
];
const region = (outline: Point[], ...holes: Point[][]): Region => ({ outline, holes });
const side = fc.double({ min: 0.5, max: 9, noNaN: true });
const place = fc.double({ min: -9, max: 9, noNaN: true });

describe('a point and a straight piece', () => {
  const piece = { ax: 0, ay: 0, bx: 4, by: 0 };

  test.each<[Point, number, Point, number]>([
    [[1, 2], 0.25, [1, 0], 2],
    [[-3, 4], 0, [0, 0], 5],
    [[7, -4], 1, [4, 0], 5],
    [[2, 0], 0.5, [2, 0], 0],
  ])('from %j: %d of the way, at %j, %d m', ([x, y], t, at, distance) =>
    expect(nearestOn(piece, x, y)).toEqual({ t, x: at[0], y: at[1], distance }),
  );

  test('a piece of no length is its first end', () =>
    expect(nearestOn({ ax: 1, ay: 1, bx: 1, by: 1 }, 4, 5)).toMatchObject({ t: 0, distance: 5 }));

  test('the foot is nearer than any other point of the piece', () =>
    fc.assert(
      fc.property(
        place,
        place,
        place,
        place,
        place,
        place,
        fc.double({ min: 0, max: 1, noNaN: true }),
        (ax, ay, bx, by, x, y, t) => {
          const { distance } = nearestOn({ ax, ay, bx, by }, x, y);
          expect(distance).toBeLessThanOrEqual(
            Math.hypot(ax + t * (bx - ax) - x, ay + t * (by - ay) - y) + 1e-9,
          );
        },
      ),
    ));

  test('lines cross where both fractions lead to one point; parallel ones nowhere', () => {
    expect(crossing(piece, { ax: 1, ay: -1, bx: 1, by: 3 })).toEqual({ t: 0.25, u: 0.25 });
    expect(crossing(piece, { ax: 6, ay: 1, bx: 6, by: 2 })).toEqual({ t: 1.5, u: -1 });
    expect(crossing(piece, { ax: 0, ay: 1, bx: 4, by: 1 })).toBeNull();
    expect(crossing(piece, { ax: 0, ay: 1, bx: 4, by: 1.001 })).not.toBeNull();
  });
});

describe('areas', () => {
  test('the sign says which way round', () => {
    expect(signedArea(box(0, 0, 2, 1))).toBe(2);
    expect(signedArea([...box(0, 0, 2, 1)].reverse())).toBe(-2);
    expect(areaOf([...box(0, 0, 2, 1)].reverse())).toBe(2);
  });

  test('holes are taken off, and are not inside', () => {
    const r = region(box(0, 0, 4, 4), box(1, 1, 1, 1));
    expect(regionArea(r)).toBe(15);
    expect([inRegion(r, 0.5, 0.5), inRegion(r, 1.5, 1.5), inRegion(r, 5, 1)]).toEqual([true, false, false]);
  });

  test('a rectangle along the axes is told from one that is turned, or has a hole', () => {
    expect(isUpright(region(box(0, 0, 4, 3)))).toBe(true);
    expect(
      isUpright(
        region([
          [0, 0],
          [2, 0],
          [4, 0],
          [4, 3],
          [0, 3],
        ]),
      ),
    ).toBe(true);
    expect(
      isUpright(
        region([
          [0, 0],
          [4, 0.1],
          [4, 3],
          [0, 3],
        ]),
      ),
    ).toBe(false);
    expect(isUpright(region(box(0, 0, 4, 3), box(1, 1, 1, 1)))).toBe(false);
  });
});

describe('how much of one region lies in another', () => {
  test('two rectangles: by the overlap of their sides', () =>
    fc.assert(
      fc.property(place, place, side, side, place, place, side, side, (x, y, w, d, p, q, v, e) => {
        const [a, b] = [region(box(x, y, w, d)), region(box(p, q, v, e))];
        const along = Math.max(0, Math.min(x + w, p + v) - Math.max(x, p));
        const down = Math.max(0, Math.min(y + d, q + e) - Math.max(y, q));
        expect(shareIn(a, b)).toBeCloseTo((along * down) / (w * d), 6);
        if (along * down > 0) expect(mayOverlap(a, b)).toBe(true);
      }),
    ));

  test('a hole is not shared, and a room in the hole shares nothing', () => {
    const ring = region(box(0, 0, 4, 4), box(1, 1, 2, 2));
    const inner = region(box(1, 1, 2, 2));
    expect(shareIn(inner, ring)).toBe(0);
    expect(shareIn(ring, region(box(0, 0, 4, 4)))).toBeCloseTo(1, 9);
    expect(shareIn(region(box(0, 0, 4, 4)), ring)).toBeCloseTo(0.75, 9);
  });

  test('rooms side by side share nothing, though they touch', () => {
    expect(shareIn(region(box(0, 0, 2, 2)), region(box(2, 0, 2, 2)))).toBe(0);
    expect(mayOverlap(region(box(0, 0, 2, 2)), region(box(2, 0, 2, 2)))).toBe(false);
  });

  test.each([
    [0.91, true],
    [0.89, false],
  ])('a room of which %d is left is the same: %s', (left, same) => {
    const [a, b] = [region(box(0, 0, 10, 1)), region(box(0, 0, 10 * left, 1))];
    expect([sameArea(a, b), sameArea(b, a)]).toEqual([same, same]);
  });

  test('a region of no area shares nothing', () => {
    const line = region([
      [0, 0],
      [2, 0],
      [1, 0],
    ]);
    expect(shareIn(line, region(box(-1, -1, 4, 4)))).toBe(0);
  });
});

describe('a place for a label', () => {
  test('in the widest part, clear of the edges, where a corner is no part of the room', () => {
    const elbow: Point[] = [
      [0, 0],
      [6, 0],
      [6, 4],
      [4, 4],
      [4, 1],
      [0, 1],
    ];
    const [x, y] = labelPoint(elbow);
    expect(inPolygon(elbow, x, y)).toBe(true);
    // the arm of 1 m gives 0.5, the corner more
    expect(distanceToEdge(elbow, x, y)).toBeGreaterThan(0.5);
  });

  test('what must not be covered is kept clear of', () => {
    const room = box(0, 0, 6, 5);
    const [x, y] = labelPoint(room, [[3, 2.5]]);
    expect(Math.hypot(x - 3, y - 2.5)).toBeGreaterThan(0.6);
    expect(inPolygon(room, x, y)).toBe(true);
  });
});

describe('the clear space between walls', () => {
  // y runs down the sheet: the inside lies at the left hand when corners go round this way
  const round = (outline: Point[]): Point[] => (signedArea(outline) < 0 ? outline : [...outline].reverse());

  test('a square of 4 m between walls of 0.2 m is 3.8 m each way', () => {
    const inner = offsetOutline(round(box(0, 0, 4, 4)), [0.1, 0.1, 0.1, 0.1]);
    expect(areaOf(inner ?? [])).toBeCloseTo(3.8 * 3.8, 6);
  });

  test('each side by its own wall', () => {
    const corners = round(box(0, 0, 4, 3));
    const halves = corners.map(([, y], i) => (y === 0 && corners[(i + 1) % 4]?.[1] === 0 ? 0.3 : 0.1));
    expect(areaOf(offsetOutline(corners, halves) ?? [])).toBeCloseTo(3.8 * 2.6, 6);
  });

  test.each([
    [1.9, true],
    [2.1, false],
  ])('walls of twice %d m leave something of 4 m: %s', (half, left) =>
    expect(offsetOutline(round(box(0, 0, 4, 4)), [half, half, half, half]) !== null).toBe(left),
  );

  test('a recess narrower than its walls closes up', () => {
    const recess: Point[] = [
      [0, 0],
      [4, 0],
      [4, 4],
      [2.1, 4],
      [2.1, 5],
      [1.9, 5],
      [1.9, 4],
      [0, 4],
    ];
    const inner = offsetOutline(
      round(recess),
      recess.map(() => 0.15),
    );
    expect(areaOf(inner ?? [])).toBeCloseTo(3.7 * 3.7, 6);
  });
});
