import { naiveCrossings } from '@/../bench/naiveCrossings';
import { quayHouse } from '@/../demo/make/quayHouse';
import { jobFromRecords } from '@/core/job/job';
import { random } from '@/core/statistics/random';
import { makeCrossings } from './crossings';
import { angularIndexOf, crossingsFrom } from './angularIndex';
import { crossingsBetween } from './boxTree';
import { buildScene } from './scene';
import { assembly, brick, field, wall } from '../../testing/testScenes';

type Place = [number, number, number];

const scene = buildScene(jobFromRecords(quayHouse()));
const hits = makeCrossings();
const crossed = (p: Place, q: Place) => {
  crossingsBetween(scene, ...p, ...q, hits);
  return Array.from(hits.item.subarray(0, hits.count), (i) => scene.shapes.ids[i]).sort();
};

describe('what a path crosses', () => {
  test('a wall, or the door in it', () => {
    expect(crossed([4, 5, 1], [6, 5, 1])).toEqual(['ground-w-5']);
    // the door of the Parlour is at y 7.2, 2 m high: through it, and over its head
    expect(crossed([4.5, 7.2, 1], [5.6, 7.2, 1])).toEqual([expect.stringMatching(/^ground-w-5-o/)]);
    expect(crossed([4.5, 7.2, 2.6], [5.6, 7.2, 2.6])).toEqual(['ground-w-5']);
  });
  test('a floor, and the open stairwell in it', () => {
    expect(crossed([2, 6, 2], [2, 6, 4])).toEqual(['first']);
    expect(crossed([6.6, 1, 2], [6.6, 1, 4])).not.toContain('first');
  });
  test('a roof slope and the gable', () => {
    expect(crossed([5, 3, 7], [5, 3, 14])).toEqual(['house']);
    expect(crossed([2, 3, 7], [-3, 3, 7])).toEqual([expect.stringMatching(/^attic-w/)]);
  });
  test('nothing in the open, nothing of no length', () => {
    expect(crossed([20, -12, 1], [25, -12, 1])).toEqual([]);
    expect(crossed([2, 6, 1], [2, 6, 1])).toEqual([]);
  });
});

test('box tree and angular index find exactly what trying everything finds, all over house and yard', () => {
  const r = random(7);
  const place = (): Place => [r.uniform() * 60 - 12, r.uniform() * 50 - 28, r.uniform() * 12 - 3];
  let all = 0;
  for (let i = 0; i < 4000; i++) {
    const [p, q] = [place(), place()];
    // level, upright and due north paths too: they run along walls and sectors
    if (i % 5 === 1) q[2] = p[2];
    if (i % 5 === 2) q[0] = p[0];
    if (i % 5 === 3) [q[0], q[1]] = [p[0], p[1]];
    const naive = naiveCrossings(scene, p, q);
    all += naive.length;
    expect(crossed(p, q)).toEqual(naive.map((n) => n.id).sort());
    const cosines = (list: Iterable<number>) => [...list].sort((a, b) => a - b);
    const fast = cosines(hits.cosine.subarray(0, hits.count));
    cosines(naive.map((n) => n.cosine)).forEach((c, k) => expect(fast[k]).toBeCloseTo(c, 9));
    crossingsFrom(scene, angularIndexOf(scene, p), ...q, hits);
    const seen = Array.from(hits.item.subarray(0, hits.count), (item) => scene.shapes.ids[item]);
    expect(seen.sort()).toEqual(naive.map((n) => n.id).sort());
  }
  expect(all).toBeGreaterThan(3000);
});

test('in a large scene, which is cut into more sectors, too', () => {
  const at = Array.from({ length: 13 }, (_, i) => i * 2.5 - 15);
  const pieces = at.flatMap((x, i) =>
    at
      .slice(1)
      .flatMap((y, k) => [
        wall(`v${i}-${k}`, [x, y - 2.5], [x, y], 'brick'),
        wall(`h${i}-${k}`, [y - 2.5, x], [y, x], 'brick'),
      ]),
  );
  const large = buildScene(field([assembly('brick', [brick]), ...pieces]));
  expect(large.panels.length).toBeGreaterThan(300);
  const r = random(8);
  const place = (): Place => [r.uniform() * 33 - 16.5, r.uniform() * 33 - 16.5, r.uniform() * 3];
  let all = 0;
  for (let i = 0; i < 600; i++) {
    const [p, q] = [place(), place()];
    const naive = naiveCrossings(large, p, q).map((n) => n.id);
    all += naive.length;
    crossingsFrom(large, angularIndexOf(large, p), ...q, hits);
    const seen = Array.from(hits.item.subarray(0, hits.count), (item) => large.shapes.ids[item]);
    expect(seen.sort()).toEqual(naive.sort());
  }
  expect(all).toBeGreaterThan(1500);
});

test('the angle of incidence is the true one, in plan and in height', () => {
  const one = buildScene(field([assembly('brick', [brick]), wall('w', [0, -10], [0, 10], 'brick')]));
  crossingsBetween(one, -3, 0, 1, 3, 0, 1, hits);
  expect(hits.cosine[0]).toBeCloseTo(1, 12);
  crossingsBetween(one, -3, -3, 1, 3, 3, 1, hits);
  expect(hits.cosine[0]).toBeCloseTo(Math.SQRT1_2, 12);
  crossingsBetween(one, -1, 0, 0.5, 1, 0, 2.5, hits);
  expect(hits.cosine[0]).toBeCloseTo(Math.SQRT1_2, 12);
});

test('a path that ends on a wall, starts in it or runs along it does not cross it', () => {
  const one = buildScene(field([assembly('brick', [brick]), wall('w', [0, -10], [0, 10], 'brick')]));
  for (const [p, q] of [
    [
      [-3, 0, 1],
      [0, 0, 1],
    ],
    [
      [0, 0, 1],
      [3, 0, 1],
    ],
    [
      [0, -5, 1],
      [0, 5, 2],
    ],
  ] as [Place, Place][]) {
    crossingsBetween(one, ...p, ...q, hits);
    expect(hits.count).toBe(0);
  }
});

test('a height that is not a number is refused with the name of what has it', () => {
  const job = field([assembly('brick', [brick]), wall('w', [0, -10], [0, 10], 'brick')]);
  const [storey] = job.storeys;
  if (!storey) throw new Error('no storey');
  const broken = jobFromRecords(
    [...job.byId.values()].map((r) => (r.id === storey.id ? { ...storey, floorZM: NaN } : r)),
  );
  expect(() => buildScene(broken)).toThrow('w: its place or height is not a number');
});
