import { field } from '@/testing/testScenes';
import { house, A, outlets, put, servicePoint, unit } from '@/testing/testPlans';
import { makeRecord } from '../job/make';
import type { Obstacle } from '../job/records';
import { buildScene } from '../propagation/scene';
import { awayFrom, boxesAround, cables, linksBy, outletsOf } from './near';

const box = (over: Partial<Obstacle> = {}): Obstacle =>
  makeRecord({
    type: 'obstacle',
    id: 'box',
    name: 'Box',
    storeyId: 's',
    xM: 2,
    yM: 1,
    widthM: 2,
    depthM: 1,
    symbol: 'box',
    turnDeg: 0,
    bottomM: 0,
    topM: 1.5,
    lossDb: { '2.4': 5, '5': 8, '6': 9 },
    disturbs: 'none',
    ...over,
  });

describe('how far a unit is from an obstacle', () => {
  test.each([
    [2, 1, 0],
    [3, 1.5, 0],
    [3.5, 1, 0.5],
    [2, 2.5, 1],
    [0, 1, 1],
    [6, 5.5, 5],
  ])('from (%d, %d) it is %d m to its nearest side', (xM, yM, metres) =>
    expect(awayFrom(box(), { xM, yM })).toBeCloseTo(metres, 9),
  );

  test('turned a quarter it is as deep as it was wide', () => {
    const turned = box({ turnDeg: 90 });
    expect(awayFrom(turned, { xM: 2, yM: 3 })).toBeCloseTo(1, 9);
    expect(awayFrom(turned, { xM: 4, yM: 1 })).toBeCloseTo(1.5, 9);
  });

  test('turned by any angle, as by going over the points of its sides one by one', () => {
    for (const turnDeg of [20, 45, 110, 250, 333]) {
      const o = box({ turnDeg });
      const [c, s] = [Math.cos((turnDeg * Math.PI) / 180), Math.sin((turnDeg * Math.PI) / 180)];
      for (const [xM, yM] of [
        [5, 1],
        [-1, -2],
        [2, 4],
        [4, 3.5],
      ] as const) {
        let nearest = Infinity;
        for (let u = -1; u <= 1.0001; u += 0.004)
          for (const v of [-0.5, 0.5]) {
            nearest = Math.min(nearest, Math.hypot(2 + u * c - v * s - xM, 1 + u * s + v * c - yM));
            const [p, q] = [u > 0 ? 1 : -1, u / 2];
            nearest = Math.min(nearest, Math.hypot(2 + p * c - q * s - xM, 1 + p * s + q * c - yM));
          }
        expect(Math.abs(awayFrom(o, { xM, yM }) - nearest)).toBeLessThan(0.01);
      }
    }
  });
});

test('a place lies in a box within its sides and between its bottom and its top', () => {
  const job = field([box({ turnDeg: 90, bottomM: 0.5 })]);
  const scene = buildScene(job);
  const inside = (x: number, y: number, z: number) => boxesAround(job, scene, [x, y, z]).length;
  expect(inside(2, 1, 1)).toBe(1);
  expect([inside(2.4, 1.9, 1), inside(2.6, 1, 1), inside(2, 2.1, 1)]).toEqual([1, 0, 0]);
  expect([inside(2, 1, 0.4), inside(2, 1, 1.6)]).toEqual([0, 0]);
});

test('a box that is turned by 30° is left at its turned sides', () => {
  const job = field([box({ turnDeg: 30 })]);
  const scene = buildScene(job);
  const [c, s] = [Math.cos(Math.PI / 6), Math.sin(Math.PI / 6)];
  // so far along its width and its depth from the middle
  const inside = (u: number, v: number) =>
    boxesAround(job, scene, [2 + u * c - v * s, 1 + u * s + v * c, 1]).length;
  expect([inside(0.98, 0.48), inside(-0.98, 0.48), inside(0.98, -0.48)]).toEqual([1, 1, 1]);
  expect([inside(1.02, 0), inside(-1.02, 0), inside(0, 0.52), inside(0, -0.52)]).toEqual([0, 0, 0, 0]);
});

describe('links of the plan', () => {
  const far = unit('C', 'node');
  const [from, to] = [servicePoint('socket'), servicePoint('socket', 1)];
  const job = put(house, far, outlets(far, 'powerline', from, to, 'mains-plain'));

  test('over the mains: its two outlets, each with the adapter', () => {
    expect(linksBy(job, 'powerline').map((l) => [l.letter, l.from.id, l.to.id])).toEqual([
      ['C', from.id, to.id],
    ]);
    expect(linksBy(job, 'coax')).toEqual([]);
    expect(outletsOf(job, 'powerline').map((o) => [o.servicePoint.id, o.product.id])).toEqual([
      [from.id, 'kit-mains-plain'],
      [to.id, 'kit-mains-plain'],
    ]);
  });

  test('of units that are not planned there are none', () => {
    const not = put(job, { ...far, planned: false });
    expect([linksBy(not, 'powerline'), outletsOf(not, 'powerline')]).toEqual([[], []]);
    const alone = put(job, { ...A, planned: false });
    expect(linksBy(alone, 'powerline')).toEqual([]);
  });

  test('cables: which ports they join, and whether they leave the house', () => {
    expect(cables(house).map((c) => [c.letter, c.apart, c.ports])).toEqual([['B', true, 1000]]);
    const near = put(
      house,
      { ...A, kitId: 'kit-main' },
      { ...unit('B', 'node'), id: 'unit-b', storeyId: A.storeyId },
    );
    expect(cables(near)[0]).toMatchObject({ apart: false, ports: 2500 });
    expect(cables(job).map((c) => c.letter)).toEqual(['B']);
  });
});
