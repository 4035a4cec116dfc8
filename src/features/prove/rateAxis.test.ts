import { rateAxis } from './rateAxis';

test('equal ratios are equal steps, and no link lies left of everything', () => {
  const axis = rateAxis(500);
  const step = (a: number, b: number) => axis.x(b, 400) - axis.x(a, 400);
  expect(step(1, 10)).toBeCloseTo(step(10, 100), 9);
  expect(axis.x(0, 400)).toBeGreaterThan(8);
  expect(axis.x(0, 400)).toBeLessThan(axis.x(0.5, 400) - 15);
  expect(axis.x(0.01, 400)).toBe(axis.x(0.5, 400));
  expect(axis.x(500, 400)).toBeLessThan(400 - 30);
  expect(axis.ticks.at(-1)).toBe(500);
  expect(rateAxis(5200).ticks).toEqual([1, 10, 100, 1000]);
});
