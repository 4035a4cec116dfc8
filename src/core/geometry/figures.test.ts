/** Shapes out of walls and outlines, many of them: a change is seen here and must be meant. */
import { houses } from '@/testing/houses';
import { line } from '@/testing/rounded';
import type { Point } from '../job/records';
import { random } from '../statistics/random';
import { offsetOutline } from './offset';
import { areaOf, distanceToEdge, inPolygon, labelPoint, signedArea } from './polygon';
import { inRegion, isUpright, mayOverlap, regionArea, sameArea, shareIn } from './region';
import { crossing, nearestOn } from './segment';
import { shortestGap } from './shortestGap';
import { type Segment, wallGraph } from './wallGraph';

/** Walls on a lattice of half metres with some ends a little off, so that they cross, touch, overlap and stand free. */
function walls(seed: number): Segment[] {
  const r = random(seed);
  const at = () => Math.floor(r.uniform() * 9) / 2 + (r.uniform() < 0.15 ? 0.012 : 0);
  return Array.from({ length: 7 + Math.floor(r.uniform() * 8) }, (_, i) => {
    const [ax, ay, b] = [at(), at(), at()];
    const half = r.uniform() < 0.5 ? 0.05 : 0.15;
    if (r.uniform() < 0.12) return { id: `w${i}`, ax, ay, bx: at(), by: at(), half };
    return r.uniform() < 0.5
      ? { id: `w${i}`, ax, ay, bx: b, by: ay, half }
      : { id: `w${i}`, ax, ay, bx: ax, by: b, half };
  });
}

test.each(Array.from({ length: 24 }, (_, i) => i + 1))('walls at random, %i', (seed) => {
  const { faces, ...rest } = wallGraph(walls(seed));
  expect([...faces.map((f) => line({ ...f, wallIds: f.wallIds }, 4)), line(rest, 4)]).toMatchSnapshot();
});

/** A star-shaped outline of some corners. */
function outline(seed: number): Point[] {
  const r = random(seed);
  const n = 3 + (seed % 6);
  return Array.from({ length: n }, (_, i) => {
    const [reach, turn] = [1 + 3 * r.uniform(), ((i + 0.6 * r.uniform()) / n) * 2 * Math.PI];
    return [4 + reach * Math.cos(turn), 4 + reach * Math.sin(turn)];
  });
}

test('outlines at random: inset, labels, distances, overlaps', () => {
  const told = Array.from({ length: 20 }, (_, seed) => {
    const [a, b] = [outline(seed), outline(seed + 40)];
    const p: Point = [3 + (seed % 5) * 0.6, 3.3 + (seed % 3)];
    const region = {
      outline: a,
      holes:
        seed % 3
          ? []
          : [
              [
                [3.9, 3.9],
                [4.1, 3.9],
                [4.1, 4.1],
              ] as Point[],
            ],
    };
    const other = { outline: b, holes: [] };
    return line(
      [
        offsetOutline(
          a,
          a.map((_, i) => (i % 2 ? 0.1 : 0.35)),
        ),
        [areaOf(a), signedArea(a), regionArea(region), distanceToEdge(a, ...p)],
        [
          inPolygon(a, ...p),
          inRegion(region, 4, 4),
          isUpright(region),
          mayOverlap(region, other),
          sameArea(region, other),
        ],
        [shareIn(region, other), shareIn(other, region)],
        labelPoint(a, [[4, 4]], 0.6),
        shortestGap(a, b),
      ],
      4,
    );
  });
  expect(told).toMatchSnapshot();
});

test('lines at random: nearest places and crossings', () => {
  const r = random(3);
  const some = () => ({ ax: r.uniform(), ay: r.uniform(), bx: 2 * r.uniform(), by: 2 * r.uniform() });
  expect(
    Array.from({ length: 30 }, () => {
      const [p, q] = [some(), some()];
      return line([nearestOn(p, q.ax, q.by), crossing(p, q)], 4);
    }),
  ).toMatchSnapshot();
});

test.each(houses)('%s: labels of rooms beside their spots', (_name, job) => {
  expect(
    job.rooms.map((room) =>
      line(
        [
          room.name,
          labelPoint(
            room.outline,
            job.spots.filter((s) => s.roomId === room.id).map((s) => [s.xM, s.yM]),
          ),
        ],
        4,
      ),
    ),
  ).toMatchSnapshot();
});
