import { demos } from '@/testing/demoJobs';
import { assembly, brick, field, metal, wall } from '@/testing/testScenes';
import { transmitterAt } from '@/testing/transmitter';
import type { Point3 } from '../geometry/point';
import { median } from '../statistics/exactTests';
import { random } from '../statistics/random';
import { makeReceived, receive } from './receive';
import { buildScene } from './scene';
import { cachedSource, movingSource, sourceOf } from './source';

const corner = buildScene(
  field([
    assembly('metal', [metal]),
    wall('v', [0, 0], [0, 12], 'metal'),
    wall('w', [0, 0], [12, 0], 'metal'),
  ]),
);

test('an image of the second order is the unit mirrored in one face and then in the other', () => {
  const source = sourceOf(corner, transmitterAt([2, 3, 1]));
  expect(source.images).toBe(2);
  for (let n = 0; n < 2; n++) {
    const first = [...source.firstImage.subarray(n * 3, n * 3 + 3)];
    expect(first).toEqual(source.firstFacet[n] === 0 ? [-2, 3, 1] : [2, -3, 1]);
    expect([...source.secondImage.subarray(n * 3, n * 3 + 3)]).toEqual([-2, -3, 1]);
    expect(source.firstFacet[n]).not.toBe(source.secondFacet[n]);
  }
});

test('of one order alone there are no images of the second', () => {
  expect(sourceOf(corner, transmitterAt([2, 3, 1]), null, 1).images).toBe(0);
});

test('what stands behind a screen is not lit; what stands in the open is', () => {
  const scene = buildScene(
    field([
      assembly('metal', [metal]),
      assembly('brick', [brick]),
      wall('screen', [0, -15], [0, 15], 'metal'),
      wall('behind', [3, -2], [3, 2], 'brick'),
      wall('before', [-6, -2], [-6, 2], 'brick'),
    ]),
  );
  const { lit } = sourceOf(scene, transmitterAt([-3, 0, 1]));
  expect(lit[2]).toBe(1);
  expect(lit[0]).toBe(1);
  expect(lit[1]).toBeLessThan(1e-4);
});

test('the same unit at the same place is made ready once; a scene keeps no more than it needs', () => {
  const at = (x: number) => cachedSource(corner, transmitterAt([x, 3, 1]));
  const one = at(2);
  expect(at(2)).toBe(one);
  for (let i = 0; i < 80; i++) at(3 + i / 100);
  expect(corner.sources.size).toBeLessThanOrEqual(64);
  expect(at(2)).not.toBe(one);
});

describe('a unit that is dragged', () => {
  const job = demos[0]?.job;
  if (!job) throw new Error('no demo job');
  const scene = buildScene(job);
  const places = Array.from({ length: 80 }, (_, i): Point3 => {
    const r = random(i + 1);
    return [1 + r.uniform() * 12, 1 + r.uniform() * 7, 1 + Math.floor(r.uniform() * 3) * 2.9];
  });
  const gains = (source: ReturnType<typeof sourceOf>) => {
    const out = makeReceived();
    return places.map((p) => {
      receive(source, ...p, out);
      return out.gainDb[1] as number;
    });
  };

  test('a step on it is nearly what a full look gives, and exact where it was looked for', () => {
    const exact = gains(sourceOf(scene, transmitterAt([4, 5, 4.2]), 'u'));
    const start = movingSource(scene, transmitterAt([4, 5, 4.2]), 'u');
    expect(median(gains(start).map((v, i) => Math.abs(v - (exact[i] ?? NaN))))).toBeLessThan(0.3);
    const step = gains(movingSource(scene, transmitterAt([4.4, 5.2, 4.2]), 'u'));
    const full = gains(sourceOf(scene, transmitterAt([4.4, 5.2, 4.2]), 'u'));
    const off = step.map((v, i) => Math.abs(v - (full[i] ?? NaN))).sort((a, b) => a - b);
    expect(median(off)).toBeLessThan(0.3);
    expect(off[Math.floor(off.length * 0.9)]).toBeLessThan(2.5);
  });

  test('what is lit is taken over from close by, and looked at anew from farther off or with another antenna', () => {
    const first = movingSource(scene, transmitterAt([6, 5, 1.2]), 'v');
    expect(movingSource(scene, transmitterAt([6, 5, 1.2]), 'v')).toBe(first);
    expect(movingSource(scene, transmitterAt([6.3, 5, 1.2]), 'v').lit).toBe(first.lit);
    expect(movingSource(scene, transmitterAt([6.8, 5, 1.2]), 'v').lit).not.toBe(first.lit);
    const turned = transmitterAt([6.8, 5, 1.2], { axis: [1, 0, 0] });
    const before = scene.moving.get('v')?.searched;
    expect(movingSource(scene, turned, 'v').lit).not.toBe(before?.lit);
    expect(movingSource(scene, transmitterAt([6, 5, 1.2]), 'w').lit).not.toBe(first.lit);
  });
});
