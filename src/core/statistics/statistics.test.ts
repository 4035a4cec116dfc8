import fc from 'fast-check';
import { signTest } from './exactTests';
import { normalBelow, normalParts } from './normal';
import { random, seedOf } from './random';

/** Φ by Simpson's rule on the density, far finer than what is claimed. */
function integrated(z: number): number {
  const [from, n] = [-9, 20_000];
  const h = (z - from) / n;
  const density = (x: number) => Math.exp((-x * x) / 2) / Math.sqrt(2 * Math.PI);
  let sum = density(from) + density(z);
  for (let i = 1; i < n; i++) sum += (i % 2 ? 4 : 2) * density(from + i * h);
  return (sum * h) / 3;
}

test('the normal distribution is within 1.5e-7 of the integral, and its halves mirror one another', () => {
  fc.assert(
    fc.property(fc.double({ min: -5, max: 5, noNaN: true }), (z) => {
      expect(Math.abs(normalBelow(z) - integrated(z))).toBeLessThan(1.6e-7);
      expect(normalBelow(-z)).toBeCloseTo(1 - normalBelow(z), 8);
      expect(normalBelow(z + 0.01)).toBeGreaterThan(normalBelow(z));
    }),
    { numRuns: 40 },
  );
  expect(normalBelow(-40)).toBe(0);
  expect(normalBelow(40)).toBe(1);
});

test('each part lies in the middle of its share, and the shares are the whole', () => {
  let before = 0;
  for (const { z, share } of normalParts) {
    expect(normalBelow(z)).toBeCloseTo(before + share / 2, 6);
    before += share;
  }
  expect(before).toBeCloseTo(1, 12);
});

test('the sign test equals counting all tosses', () => {
  for (let n = 0; n <= 12; n++)
    for (let k = 0; k <= n + 1; k++) {
      let count = 0;
      for (let tosses = 0; tosses < 2 ** n; tosses++) {
        let heads = 0;
        for (let bit = 0; bit < n; bit++) heads += (tosses >> bit) & 1;
        if (heads >= k) count++;
      }
      expect(signTest(k, n)).toBeCloseTo(count / 2 ** n, 12);
    }
});

test('the same seed gives the same stream, another another; words that differ differ', () => {
  const stream = (seed: number) => {
    const { uniform } = random(seed);
    return Array.from({ length: 50 }, uniform);
  };
  expect(stream(7)).toEqual(stream(7));
  expect(stream(7)).not.toEqual(stream(8));
  expect(seedOf('spot', 1, 2)).toBe(seedOf('spot', 1, 2));
  expect(seedOf('spot', 1, 2)).not.toBe(seedOf('spot', 12));
  expect(seedOf('spot', 1, 2)).not.toBe(seedOf('spot', 2, 1));
});

test('uniform lies evenly in 0 … 1, normal has mean 0 and deviation 1', () => {
  const { uniform, normal } = random(1);
  const n = 50_000;
  const tenths = new Array<number>(10).fill(0);
  let outside = 0;
  for (let i = 0; i < n; i++) {
    const u = uniform();
    if (u < 0 || u >= 1) outside++;
    tenths[Math.floor(u * 10)] = (tenths[Math.floor(u * 10)] ?? 0) + 1;
  }
  expect(outside).toBe(0);
  // five standard deviations of a count
  for (const count of tenths) expect(Math.abs(count - n / 10)).toBeLessThan(5 * Math.sqrt(n * 0.09));
  let [sum, squares, beyond] = [0, 0, 0];
  for (let i = 0; i < n; i++) {
    const z = normal();
    sum += z;
    squares += z * z;
    // a tenth lies beyond
    if (z > 1.2815515655) beyond++;
  }
  expect(Math.abs(sum / n)).toBeLessThan(5 / Math.sqrt(n));
  expect(Math.abs(squares / n - 1)).toBeLessThan(5 * Math.sqrt(2 / n));
  expect(Math.abs(beyond / n - 0.1)).toBeLessThan(5 * Math.sqrt(0.09 / n));
});
