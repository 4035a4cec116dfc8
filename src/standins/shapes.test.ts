import { quayHouse } from '@/../demo/make/quayHouse';
import { jobFromRecords } from '@/core/job/job';
import { random, seedOf } from '@/core/statistics/random';
import { shapedHouse, shapeFor, simulatedAir } from './shapes';

const job = jobFromRecords(quayHouse());
const many = (rssiDbm: number) =>
  Array.from({ length: 400 }, (_, i) => simulatedAir(rssiDbm, random(seedOf(1, 'many', i))));

test('at a good signal nothing is lost and nothing falls silent, but the air is never still', () => {
  for (const air of [...many(-40), ...many(-70)]) {
    expect(air).toMatchObject({ lostShare: 0, silences: [] });
    expect(air.jitterMs).toBeGreaterThan(0);
  }
});

test('the weaker the signal, the more is late, lost and silent; beyond the worst it grows no more', () => {
  const silent = (rssiDbm: number) => many(rssiDbm).filter((a) => a.silences.length > 0).length / 400;
  expect(silent(-77.5)).toBeGreaterThan(0.2);
  expect(silent(-77.5)).toBeLessThan(0.4);
  expect(silent(-85)).toBeGreaterThan(0.5);
  expect(silent(-85)).toBeLessThan(0.7);
  const [middle, edge, beyond] = [-77.5, -85, -95].map((rssi) => many(rssi)[0]);
  expect(middle?.lostShare).toBeCloseTo(0.025, 9);
  expect(edge?.lostShare).toBeCloseTo(0.05, 9);
  expect(beyond).toEqual(edge);
  for (const { silences } of many(-85))
    for (const { atMs, lengthMs } of silences) {
      expect(atMs).toBeLessThan(9000);
      expect(lengthMs).toBeGreaterThanOrEqual(400);
      expect(lengthMs).toBeLessThanOrEqual(4000);
    }
});

test('the same run has the same conditions, another run others; without the street it is no slower', () => {
  const ask = { spotId: 'spot-3', phase: 'after', measures: 'house' } as const;
  const house = shapedHouse(job, ask);
  const first = shapeFor(house, ask, 1);
  expect(shapeFor(house, ask, 1)).toEqual(first);
  expect(shapeFor(shapedHouse(job, ask), ask, 1)).toEqual(first);
  expect(shapeFor(house, ask, 2)).not.toEqual(first);
  const street = shapeFor(
    shapedHouse(job, { ...ask, measures: 'street' }),
    { ...ask, measures: 'street' },
    1,
  );
  expect(street?.latencyMs).toBeGreaterThan(first?.latencyMs ?? Infinity);
  expect(street?.downMbps).toBeLessThanOrEqual(first?.downMbps ?? 0);
});

test('a spot that is none has none', () => {
  const ask = { spotId: 'spot-99', phase: 'after', measures: 'house' } as const;
  expect(shapeFor(shapedHouse(job, ask), ask, 1)).toBeNull();
});
