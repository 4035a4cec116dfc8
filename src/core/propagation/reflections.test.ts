import { assembly, brick, concrete, field, metal, wall } from '@/testing/testScenes';
import { receivedAt, transmitterAt } from '@/testing/transmitter';
import type { Point3 } from '../geometry/point';
import { makeRecord } from '../job/make';
import { bands, type Layer } from '../job/records';
import { bandMiddleGHz, bandPower } from '../materials/wallLoss';
import { freeSpaceLoss } from './freeSpace';
import { radioPathsTo } from './radioPaths';
import { buildScene } from './scene';
import { sourceOf } from './source';

const dbOf = (power: number) => 10 * Math.log10(power);
const freeDb = (d: number, b: number) => -freeSpaceLoss(d, bandMiddleGHz[bands[b] ?? '5']);
/** dB that a stack of layers reflects, at the angle whose cosine is given. */
const reflectedDb = (layers: Layer[], cosine: number, b: number) =>
  dbOf(bandPower(layers, bands[b] ?? '5', (Math.acos(cosine) * 180) / Math.PI).reflected);
const pathsDb = (out: ReturnType<typeof receivedAt>, b: number) =>
  Array.from({ length: out.count }, (_, i) => dbOf(out.power[i * 3 + b] as number));

test('two rays: straight, and by way of the ground at its own angle', () => {
  const scene = buildScene(field([assembly('earth', [concrete])], 'earth'));
  const [p, q]: [Point3, Point3] = [
    [-4, 0, 1.5],
    [4, 1, 1],
  ];
  const out = receivedAt(scene, transmitterAt(p), q);
  const [plan2, far] = [8 * 8 + 1, Math.sqrt(8 * 8 + 1 + 2.5 * 2.5)];
  for (const b of [0, 1, 2]) {
    const [straight, ground] = pathsDb(out, b);
    expect(straight).toBeCloseTo(freeDb(Math.sqrt(plan2 + 0.25), b), 9);
    expect(ground).toBeCloseTo(freeDb(far, b) + reflectedDb([concrete], 2.5 / far, b), 1);
  }
  expect(out.count).toBe(2);
});

test('one wall: the image stands as far behind it, and behind the wall there is none', () => {
  const scene = buildScene(field([assembly('brick', [brick]), wall('w', [0, -9], [0, 9], 'brick')]));
  const out = receivedAt(scene, transmitterAt([2, -2, 1]), [3, 4, 1]);
  const far = Math.hypot(5, 6);
  expect(out.count).toBe(2);
  expect([...out.via.subarray(6, 9)]).toEqual([0, 0.4, 1].map((v) => expect.closeTo(v, 9)));
  expect(pathsDb(out, 1)[1]).toBeCloseTo(freeDb(far, 1) + reflectedDb([brick], 5 / far, 1), 1);
  expect(receivedAt(scene, transmitterAt([2, -2, 1]), [-3, 4, 1]).count).toBe(1);
});

test('where the specular place lies in an open doorway or beyond the wall, nothing is reflected', () => {
  const records = [assembly('metal', [metal]), wall('w', [0, -3], [0, 3], 'metal')];
  const archway = makeRecord({
    type: 'opening',
    id: 'door',
    wallId: 'w',
    kind: 'archway',
    offsetM: 3,
    widthM: 1,
    sillM: 0,
    headM: 2,
    assemblyId: null,
    hinge: 'start',
    swing: 'left',
  });
  const count = (more: typeof records, q: Point3) =>
    receivedAt(buildScene(field([...records, ...more])), transmitterAt([2, -1.5, 1]), q).count;
  expect(count([], [2, 1.8, 1])).toBe(2);
  expect(count([archway], [2, 1.8, 1])).toBe(1);
  // over the head of the doorway it is wall again
  expect(count([archway], [2, 1.8, 3.5])).toBe(2);
  expect(count([], [2, 8, 1])).toBe(1);
});

test('a corner of two metal walls: two images of the first order, one of the second', () => {
  const scene = buildScene(
    field([
      assembly('metal', [metal]),
      wall('v', [0, 0], [0, 12], 'metal'),
      wall('w', [0, 0], [12, 0], 'metal'),
    ]),
  );
  const [p, q]: [Point3, Point3] = [
    [2, 3, 1],
    [4, 2, 1.4],
  ];
  const out = receivedAt(scene, transmitterAt(p), q);
  const images = [
    [2, 3, 1],
    [-2, 3, 1],
    [2, -3, 1],
    [-2, -3, 1],
  ].map(([x = 0, y = 0, z = 0]) => freeDb(Math.hypot(4 - x, 2 - y, 1.4 - z), 1));
  expect(pathsDb(out, 1).sort()).toEqual(images.sort().map((v) => expect.closeTo(v, 2)));
});

test('an empty room: every image of the first and second order that counts, and no other', () => {
  // 5 × 4 m in brick on a concrete floor, open above
  const [lx, ly] = [5, 4];
  const scene = buildScene(
    field(
      [
        assembly('brick', [brick]),
        assembly('slab', [concrete]),
        wall('w1', [0, 0], [lx, 0], 'brick'),
        wall('w2', [lx, 0], [lx, ly], 'brick'),
        wall('w3', [lx, ly], [0, ly], 'brick'),
        wall('w4', [0, ly], [0, 0], 'brick'),
      ],
      'slab',
    ),
  );
  const [p, q]: [Point3, Point3] = [
    [1, 1.2, 1.1],
    [4.1, 2.9, 1],
  ];
  const out = receivedAt(scene, transmitterAt(p), q);
  // images of a box, axis by axis: (flips of x, of y, of z), each flip a reflection
  const along = (at: number, length: number): [number, number][] => [
    [at, 0],
    [-at, 1],
    [2 * length - at, 1],
    [2 * length + at, 2],
    [-2 * length + at, 2],
  ];
  const heights: [number, number][] = [
    [p[2], 0],
    [-p[2], 1],
  ];
  const all = along(p[0], lx).flatMap(([x, i]) =>
    along(p[1], ly).flatMap(([y, j]) =>
      heights.flatMap(([z, k]) => {
        if (i + j + k > 2) return [];
        const [dx, dy, dz] = [q[0] - x, q[1] - y, q[2] - z].map(Math.abs) as [number, number, number];
        const d = Math.hypot(dx, dy, dz);
        const loss = i * reflectedDb([brick], dx / d, 1) + j * reflectedDb([brick], dy / d, 1);
        return [freeDb(d, 1) + loss + (k ? reflectedDb([concrete], dz / d, 1) : 0)];
      }),
    ),
  );
  const found = pathsDb(out, 1);
  for (const db of found) expect(Math.min(...all.map((v) => Math.abs(v - db)))).toBeLessThan(0.1);
  const sum = (list: number[]) => dbOf(list.reduce((s, v) => s + 10 ** (v / 10), 0));
  // what is left out is small, one by one and together
  expect(all.filter((v) => v > sum(all) - 12).length).toBeLessThanOrEqual(found.length);
  expect(sum(all) - sum(found)).toBeGreaterThan(-0.05);
  expect(sum(all) - sum(found)).toBeLessThan(0.8);
});

test('a reflection is told with the room and what reflects, and drawn over its place', () => {
  const records = [
    assembly('brick', [brick]),
    wall('w', [0, -9], [0, 9], 'brick'),
    makeRecord({
      type: 'room',
      id: 'r',
      storeyId: 's',
      name: 'Hall',
      outline: [
        [0, -5],
        [6, -5],
        [6, 5],
        [0, 5],
      ],
      holes: [],
      activityIds: [],
    }),
  ];
  const scene = buildScene(field(records));
  const path = radioPathsTo(sourceOf(scene, transmitterAt([2, -2, 1])), [3, 4, 1], '5')[1];
  const term = path?.terms.find((t) => t.kind === 'reflection');
  expect(term).toMatchObject({ label: 'Through Hall, wall (brick), at 50°', id: 'w' });
  expect(path?.points).toHaveLength(3);
  expect(path?.points[1]?.[0]).toBeCloseTo(0, 9);
});
