import { areaOf } from './polygon';
import { offsetOutline } from './offset';
import type { Point } from './point';

/** Corners by their values, whichever comes first. */
const corners = (outline: readonly Point[] | null) =>
  outline && [...outline].sort((a, b) => a[0] - b[0] || a[1] - b[1]);
// inside at the left going round, y down
const square: Point[] = [
  [0, 0],
  [0, 4],
  [4, 4],
  [4, 0],
];
/** The same seen from below: goes round the other way. */
const mirrored = (outline: readonly Point[]) => outline.map(([x, y]): Point => [4 - x, y]);
const all = (half: number, n = 4) => Array.from({ length: n }, () => half);

test('between walls of 20 cm: 4 m from middle to middle are 3.8 m clear; the other way about 4.2 m', () => {
  const inside = offsetOutline(square, all(-0.1));
  const outside = offsetOutline(square, all(0.1));
  const areas = [inside, outside].map((o) => Number(areaOf(o ?? []).toFixed(6))).sort((a, b) => a - b);
  expect(areas).toEqual([3.8 ** 2, 4.2 ** 2].map((v) => Number(v.toFixed(6))));
});

test('each side by its own half', () => {
  const moved = offsetOutline(square, [0.1, 0.2, 0.3, 0.4]);
  expect(corners(moved)).toEqual([
    [0.1, 0.4],
    [0.1, 3.8],
    [3.7, 0.4],
    [3.7, 3.8],
  ]);
});

test('a thicker stretch of one wall is a step in its face', () => {
  const outline: Point[] = [
    [4, 0],
    [4, 4],
    [2, 4],
    [0, 4],
    [0, 0],
  ];
  const clear = offsetOutline(mirrored(outline), [0.1, 0.1, 0.3, 0.1, 0.1]);
  expect(clear).toHaveLength(6);
  expect(areaOf(clear ?? [])).toBeCloseTo(3.8 * 3.8 - 0.2 * 1.9, 6);
  // of one thickness the corner in line goes
  expect(offsetOutline(mirrored(outline), all(0.1, 5))).toHaveLength(4);
});

test('a stub of wall that ends in the room is gone round, with its end face', () => {
  const outline: Point[] = [
    [4, 0],
    [4, 4],
    [2, 4],
    [2, 3],
    [2, 4],
    [0, 4],
    [0, 0],
  ];
  const clear = offsetOutline(mirrored(outline), all(0.1, 7));
  expect(clear).toHaveLength(8);
  expect(areaOf(clear ?? [])).toBeCloseTo(3.8 * 3.8 - 0.2 * 0.9, 6);
});

test('a niche narrower than its walls vanishes; a room that is all wall is none', () => {
  const niche: Point[] = [
    [4, 0],
    [4, 4],
    [2.15, 4],
    [2.15, 5],
    [2, 5],
    [2, 4],
    [0, 4],
    [0, 0],
  ];
  const clear = offsetOutline(mirrored(niche), all(0.1, 8));
  expect(areaOf(clear ?? [])).toBeCloseTo(3.8 * 3.8, 6);
  expect(offsetOutline(square, all(2.1))).toBeNull();
  expect(offsetOutline(square, all(1.9))).toHaveLength(4);
});

test('a sharp corner is drawn out no farther than six half thicknesses', () => {
  const spike = (degrees: number): Point[] => {
    const a = (degrees * Math.PI) / 180;
    return [
      [0, 0],
      [10, 0],
      [10 * Math.cos(a), 10 * Math.sin(a)],
    ];
  };
  const reach = (degrees: number) => {
    const moved = [
      offsetOutline(spike(degrees), all(0.1, 3)),
      offsetOutline([...spike(degrees)].reverse(), all(0.1, 3)),
    ];
    const outer = moved.sort((p, q) => areaOf(q ?? []) - areaOf(p ?? []))[0] ?? [];
    return Math.max(...outer.map(([x, y]) => (x < 1 ? Math.hypot(x, y) : 0)));
  };
  // the point lies half / sin(angle / 2) away: 0.52 m at 22°, and would be 1.15 m at 10°
  expect(reach(22)).toBeCloseTo(0.1 / Math.sin((11 * Math.PI) / 180), 3);
  expect(reach(10)).toBeLessThan(0.2);
});
