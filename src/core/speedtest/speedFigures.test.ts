import fc from 'fast-check';
import { random } from '../statistics/random';
import { hasChanged, isSure, longestSilence, pieceRates, throughput } from './speedFigures';

/** Arrivals at an even rate, one each 10 ms. */
const even = (mbps: number, toMs: number) =>
  Array.from({ length: toMs / 10 }, (_, i) => ({ atMs: (i + 1) * 10, bytes: (mbps * 1000 * 10) / 8 }));

describe('rates of pieces', () => {
  test('1 MB in the first and 2 MB in the second of two pieces of 200 ms', () => {
    const arrivals = [
      { atMs: 1100, bytes: 1e6 },
      { atMs: 1201, bytes: 1e6 },
      { atMs: 1400, bytes: 1e6 },
    ];
    expect(pieceRates(arrivals, 1000, 1400, 200)).toEqual([40, 80]);
    // a rest shorter than a piece is left out, and so is what came before
    expect(pieceRates(arrivals, 1000, 1399, 200)).toEqual([40]);
    expect(pieceRates(arrivals, 1100, 1500, 200)).toEqual([40, 40]);
    expect(pieceRates(arrivals, 1000, 900, 200)).toEqual([]);
  });

  test('their mean is the rate of the whole', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ atMs: fc.integer({ min: 1, max: 3000 }), bytes: fc.nat(1e6) }), {
          minLength: 1,
        }),
        (arrivals) => {
          const rates = pieceRates(arrivals, 1000, 3000, 200);
          expect(rates).toHaveLength(10);
          const mean = rates.reduce((a, b) => a + b, 0) / 10;
          expect(mean).toBeCloseTo(throughput(arrivals, 1000, 3000) ?? 0, 6);
        },
      ),
    );
  });
});

describe('sure enough to end', () => {
  test('an even rate is, from eight pieces on', () => {
    expect(isSure(new Array<number>(8).fill(94))).toBe(true);
    expect(isSure(new Array<number>(7).fill(94))).toBe(false);
    expect(isSure(new Array<number>(20).fill(0))).toBe(false);
  });

  test('one that rises or swings is not', () => {
    expect(isSure([10, 20, 30, 40, 50, 60, 70, 80, 90, 94, 94, 94])).toBe(false);
    expect(isSure([90, 98, 80, 99, 85, 94, 99, 82])).toBe(false);
  });

  test('the limit is 3 % at 99.8 %: by hand for eight pieces', () => {
    // ± d about 100: the deviation of eight is d √(8/7), t is 4.785, so d √(8/7) 4.785 / √8 ≤ 3
    const most = (3 * Math.sqrt(7)) / 4.785;
    const swing = (d: number) => Array.from({ length: 8 }, (_, i) => 100 + (i % 2 ? d : -d));
    expect([isSure(swing(most * 0.999)), isSure(swing(most * 1.001))]).toEqual([true, false]);
  });

  test('asked again at every piece, it is more than 3 % off in no more than one of thirty tests', () => {
    const { normal } = random(4);
    let [ended, wrong] = [0, 0];
    for (let test = 0; test < 2000; test++) {
      const rates: number[] = [];
      while (rates.length < 14 && !isSure(rates)) rates.push(100 + (2 + (test % 3)) * normal());
      if (!isSure(rates)) continue;
      ended++;
      if (Math.abs(rates.reduce((a, b) => a + b, 0) / rates.length - 100) > 3) wrong++;
    }
    expect(ended).toBeGreaterThan(100);
    expect(wrong / ended).toBeLessThan(1 / 30);
  });
});

describe('a rate that changes', () => {
  test.each([
    [[94, 93, 95, 94, 40, 41, 39, 40], true],
    [[40, 41, 39, 40, 94, 93, 95, 94], true],
    [[94, 93, 95, 94, 70, 71, 69, 70], false],
    [[94, 93, 0, 94, 93, 95, 94, 94], false],
    [[94, 20], false],
    [[0, 0, 0, 0, 50, 50, 50, 50], true],
  ])('%j: %s', (rates, changed) => expect(hasChanged(rates)).toBe(changed));
});

describe('silences', () => {
  test('between arrivals, before the first and after the last', () => {
    const at = (...times: number[]) => times.map((atMs) => ({ atMs, bytes: 1 }));
    expect(longestSilence(at(100, 1900), 0, 2000)).toBe(1800);
    expect(longestSilence(at(900, 1000), 0, 2000)).toBe(1000);
    expect(longestSilence(at(900, 950), 0, 1000)).toBe(900);
    expect(longestSilence([], 0, 1500)).toBe(1500);
    // in any order; what came outside does not count
    expect(longestSilence(at(1900, 100, 2500, -5), 0, 2000)).toBe(1800);
  });

  test('three seconds without a byte are found in a test of ten', () => {
    const cut = even(20, 10_000).filter((a) => a.atMs <= 4000 || a.atMs > 7000);
    expect(longestSilence(cut, 0, 10_000)).toBe(3010);
    expect(longestSilence(even(20, 10_000), 0, 10_000)).toBe(10);
  });
});
