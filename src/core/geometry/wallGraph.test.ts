import fc from 'fast-check';
import type { Point } from '../job/records';
import { offsetOutline } from './offset';
import { areaOf } from './polygon';
import { inRegion, regionArea, shareIn } from './region';
import { type Segment, wallGraph } from './wallGraph';

let n = 0;
const wall = (ax: number, ay: number, bx: number, by: number, half = 0.1): Segment => ({
  id: `w${n++}`,
  ax,
  ay,
  bx,
  by,
  half,
});
/** Walls of a rectangle, each its own way round. */
const box = (x0: number, y0: number, x1: number, y1: number, half = 0.1) => [
  wall(x0, y0, x1, y0, half),
  wall(x1, y1, x1, y0, half),
  wall(x0, y1, x1, y1, half),
  wall(x0, y0, x0, y1, half),
];
const areas = (walls: Segment[]) =>
  wallGraph(walls)
    .faces.map((f) => Number(f.areaM2.toFixed(3)))
    .sort((a, b) => a - b);

test('a square between walls of different thickness', () => {
  const square: Point[] = [
    [0, 0],
    [0, 4],
    [4, 4],
    [4, 0],
  ];
  expect(areaOf(offsetOutline(square, [0.1, 0.1, 0.1, 0.1]) ?? [])).toBeCloseTo(3.8 ** 2, 6);
  expect(areaOf(offsetOutline(square, [0.3, 0, 0.1, 0]) ?? [])).toBeCloseTo(3.6 * 4, 6);
  expect(offsetOutline(square, [2, 2, 2, 2])).toBeNull();
});

test('a side that is narrower than its walls vanishes and the rest closes', () => {
  // an alcove 0.3 m wide between walls 0.4 m thick
  const plan: Point[] = [
    [0, 0],
    [0, 4],
    [4, 4],
    [4, 0],
    [2.3, 0],
    [2.3, -1],
    [2, -1],
    [2, 0],
  ];
  const clear =
    offsetOutline(
      plan,
      plan.map(() => 0.2),
    ) ?? [];
  expect(areaOf(clear)).toBeCloseTo(3.6 * 3.6, 6);
});

test('a partition shares its wall between two rooms; one that stops at the face joins too', () => {
  const shell = box(0, 0, 10, 6, 0.3);
  expect(areas([...shell, wall(4, 0, 4, 6, 0.05)])).toEqual([
    Number((3.65 * 5.4).toFixed(3)),
    Number((5.65 * 5.4).toFixed(3)),
  ]);
  expect(areas([...shell, wall(4, 0.3, 4, 5.7, 0.05)])).toEqual(areas([...shell, wall(4, 0, 4, 6, 0.05)]));
  // crossing partitions, one wall each way
  expect(areas([...shell, wall(4, 0, 4, 6), wall(0, 3, 10, 3)])).toHaveLength(4);
});

test('a wall that thins along one flush face keeps that face straight', () => {
  const g = wallGraph([
    wall(0, 0, 8, 0, 0.3),
    wall(8, 0, 8, 5, 0.3),
    wall(8, 5, 4, 5, 0.3),
    // thinner, its inner face in line with the thick one's at y = 4.7
    wall(4, 4.75, 0, 4.75, 0.05),
    wall(0, 4.75, 0, 0, 0.3),
  ]);
  expect(g.openEnds).toEqual([]);
  expect(g.faces).toHaveLength(1);
  expect(g.faces[0]?.areaM2).toBeCloseTo(7.4 * 4.4, 4);
  expect(g.faces[0]?.outline).toHaveLength(4);
});

test('what stands free inside is a hole with its walls; what stands inside that is its own room', () => {
  const g = wallGraph([...box(0, 0, 10, 10), ...box(3, 3, 6, 6)]);
  const [core, ring] = [...g.faces].sort((a, b) => a.areaM2 - b.areaM2);
  expect(core?.areaM2).toBeCloseTo(2.8 ** 2, 4);
  expect(ring?.holes).toHaveLength(1);
  expect(ring?.areaM2).toBeCloseTo(9.8 ** 2 - 3.2 ** 2, 4);
  expect(ring && inRegion(ring, 4.5, 4.5)).toBe(false);
  expect(g.boundaries).toHaveLength(1);
  expect(areaOf(g.boundaries[0] ?? [])).toBeCloseTo(10.2 ** 2, 4);
});

test('a wall that hangs on another keeps its ground from the room; an open end is told', () => {
  const g = wallGraph([...box(0, 0, 5, 5), wall(2, 0, 2, 2)]);
  expect(g.openEnds).toMatchObject([{ end: 'b', x: 2, y: 2 }]);
  expect(g.faces[0]?.areaM2).toBeCloseTo(4.8 ** 2 - 0.2 * 1.9, 4);
});

test('a corner that does not meet leaves the space open', () => {
  const g = wallGraph([wall(0, 0, 5, 0), wall(5, 0, 5, 5), wall(5, 5, 0, 5), wall(0, 5, 0, 0.5)]);
  expect(g.faces).toEqual([]);
  expect(g.openEnds.map((e) => [e.x, e.y])).toEqual(
    expect.arrayContaining([
      [0, 0],
      [0, 0.5],
    ]),
  );
});

test('two walls on one line are told', () => {
  const [a, b] = [wall(0, 0, 5, 0), wall(1, 0, 4, 0, 0.05)];
  expect(wallGraph([a, b]).doubles).toEqual([[a.id, b.id]]);
});

test('a slanting wall: the clear area is that of the trapezium', () => {
  const t = 1e-6;
  const g = wallGraph([wall(0, 0, 6, 0, t), wall(6, 0, 4, 3, t), wall(4, 3, 0, 3, t), wall(0, 3, 0, 0, t)]);
  expect(g.faces[0]?.areaM2).toBeCloseTo(15, 3);
});

test('rooms of any grid of walls add up to the whole, however it is turned', () => {
  const steps = fc.array(fc.integer({ min: 10, max: 60 }), { minLength: 1, maxLength: 4 });
  fc.assert(
    fc.property(
      steps,
      steps,
      fc.double({ min: 0, max: 90, noNaN: true }),
      fc.double({ min: 0.02, max: 0.2, noNaN: true }),
      (cols, rows, deg, half) => {
        const line = (parts: number[]) => parts.reduce((at, p) => [...at, (at.at(-1) ?? 0) + p / 10], [0]);
        const [xs, ys] = [line(cols), line(rows)];
        const [w, h] = [xs.at(-1) ?? 0, ys.at(-1) ?? 0];
        const [c, s] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
        const turned = (ax: number, ay: number, bx: number, by: number) =>
          wall(ax * c - ay * s, ax * s + ay * c, bx * c - by * s, bx * s + by * c, half);
        const g = wallGraph([...xs.map((x) => turned(x, 0, x, h)), ...ys.map((y) => turned(0, y, w, y))]);
        expect(g.faces).toHaveLength(cols.length * rows.length);
        const clear =
          cols.reduce((a, p) => a + p / 10 - 2 * half, 0) * rows.reduce((a, p) => a + p / 10 - 2 * half, 0);
        expect(g.faces.reduce((a, f) => a + f.areaM2, 0)).toBeCloseTo(clear, 1);
        for (const f of g.faces) {
          expect(f.areaM2).toBeCloseTo(regionArea(f), 6);
          expect(g.faces.filter((o) => o !== f && shareIn(f, o) > 0)).toEqual([]);
        }
      },
    ),
    { numRuns: 60 },
  );
});
