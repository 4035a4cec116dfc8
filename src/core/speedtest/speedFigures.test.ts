import fc from 'fast-check';
import { random } from '../statistics/random';
import {
  hasChanged,
  isSure,
  loadedDelay,
  longestSilence,
  meanRate,
  pieceRates,
  pingDelay,
  throughput,
} from './speedFigures';

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

  test('their mean is the plain rate of the whole', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ atMs: fc.integer({ min: 1, max: 3000 }), bytes: fc.nat(1e6) }), {
          minLength: 1,
        }),
        (arrivals) => {
          const rates = pieceRates(arrivals, 1000, 3000, 200);
          expect(rates).toHaveLength(10);
          const mean = rates.reduce((a, b) => a + b, 0) / 10;
          expect(mean).toBeCloseTo(meanRate(arrivals, 1000, 3000) ?? 0, 6);
        },
      ),
    );
  });
});

describe('the rate of a flow', () => {
  test('is the mean of all stretches that are nine tenths as long', () => {
    const { uniform } = random(11);
    for (let flow = 0; flow < 20; flow++) {
      const arrivals = Array.from({ length: 60 }, () => ({ atMs: 4000 * uniform(), bytes: 1e5 * uniform() }));
      const n = 20_000;
      let sum = 0;
      for (let i = 0; i < n; i++) {
        const from = 1000 + (250 * (i + 0.5)) / n;
        sum += meanRate(arrivals, from, from + 2250) ?? 0;
      }
      expect(throughput(arrivals, 1000, 3500)).toBeCloseTo(sum / n, 3);
    }
  });

  test('hardly minds what was held back before it, or still is at its end', () => {
    const steady = even(5, 4000);
    // 80 kB that should have come before come just after the warm-up, and the last 80 kB are still held back
    const burst = [...steady.filter((a) => a.atMs < 3872), { atMs: 1240, bytes: 80_000 }];
    const plain = meanRate([...steady, { atMs: 1240, bytes: 80_000 }], 1200, 4000) ?? 0;
    expect(plain).toBeGreaterThan(5 * 1.04);
    expect(Math.abs((throughput(burst, 1200, 4000) ?? 0) / 5 - 1)).toBeLessThan(0.02);
  });

  test('a ping’s delay from that of a small request: by hand, and never less than half', () => {
    expect(pingDelay(25, 484, 5, 1)).toBeCloseTo(25 - 3.616 - 0.1664, 9);
    expect(pingDelay(20, 600, 300, 100)).toBeCloseTo(20, 1);
    expect(pingDelay(4, 900, 1, 0.5)).toBe(2);
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
    // ± d about 100: the deviation of eight is d √(8/7), t is 4.785, and the mean of stretches varies 1.07 times as much
    const most = (3 * Math.sqrt(7)) / 4.785 / Math.sqrt((1 - 0.4 / 3) / 0.81);
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
      const arrivals = rates.flatMap((mbps, piece) =>
        Array.from({ length: 20 }, (_, i) => ({ atMs: 200 * piece + 10 * i + 5, bytes: (mbps * 1e4) / 8 })),
      );
      const rate = throughput(arrivals, 0, 200 * rates.length) ?? 0;
      if (Math.abs(rate - 100) > 3) wrong++;
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

describe('delay while data flows', () => {
  test('the later half counts: a deep queue fills for seconds', () => {
    expect(loadedDelay([100, 400, 900, 1000])).toBe(950);
    expect(loadedDelay([100, 900, 1000])).toBe(950);
    expect(loadedDelay([1000, 1000, 20, 30, 40])).toBe(30);
  });
  test('one answer is what there is; of none nothing is told', () => {
    expect(loadedDelay([70])).toBe(70);
    expect(loadedDelay([])).toBeNull();
  });
});
