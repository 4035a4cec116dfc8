import fc from 'fast-check';
import { mannWhitneyGreater, median, signTest } from '@/core/statistics/exactTests';
import { verdictOf } from './verdict';

describe('exact tests', () => {
  test('the sign test proves with 5 of 5, 7 of 8, 9 of 11, and not with one less', () => {
    for (const [k, n] of [
      [5, 5],
      [7, 8],
      [9, 11],
    ] as const) {
      expect(signTest(k, n)).toBeLessThanOrEqual(0.05);
      expect(signTest(k - 1, n)).toBeGreaterThan(0.05);
    }
    expect(signTest(4, 4)).toBeCloseTo(0.0625, 9);
  });

  test('Mann–Whitney equals enumeration of all splits, ties included', () => {
    const side = fc.array(fc.integer({ min: 0, max: 6 }), { minLength: 1, maxLength: 5 });
    fc.assert(
      fc.property(side, side, (before, after) => {
        const pool = [...before, ...after];
        const u = (chosen: number[], rest: number[]) =>
          chosen.reduce((s, a) => s + rest.reduce((t, b) => t + (a > b ? 1 : a === b ? 0.5 : 0), 0), 0);
        const seen = u(after, before);
        let all = 0;
        let asFar = 0;
        for (let mask = 0; mask < 1 << pool.length; mask++) {
          const chosen = pool.filter((_, i) => mask & (1 << i));
          if (chosen.length !== after.length) continue;
          all++;
          if (
            u(
              chosen,
              pool.filter((_, i) => !(mask & (1 << i))),
            ) >= seen
          )
            asFar++;
        }
        expect(mannWhitneyGreater(before, after)).toBeCloseTo(asFar / all, 9);
      }),
    );
  });

  /** The exact share by an independent recurrence: U of sizes n and m without ties. */
  function exactShare(n: number, m: number, atLeastU: number): number {
    const counts = new Map<string, number[]>();
    const of = (a: number, b: number): number[] => {
      const key = `${a} ${b}`;
      const known = counts.get(key);
      if (known) return known;
      const out = Array<number>(a * b + 1).fill(0);
      if (a === 0 || b === 0) out[0] = 1;
      else {
        of(a - 1, b).forEach((c, u) => (out[u + b] = (out[u + b] ?? 0) + c));
        of(a, b - 1).forEach((c, u) => (out[u] = (out[u] ?? 0) + c));
      }
      counts.set(key, out);
      return out;
    };
    const all = of(n, m);
    const sum = (list: number[]) => list.reduce((x, y) => x + y, 0);
    return sum(all.slice(atLeastU)) / sum(all);
  }

  test('with many runs on both sides the share is within 0.002 of the exact one', () => {
    fc.assert(
      fc.property(fc.array(fc.boolean(), { minLength: 44, maxLength: 60 }), (sides) => {
        const after = sides.flatMap((a, i) => (a ? [i] : []));
        const before = sides.flatMap((a, i) => (a ? [] : [i]));
        fc.pre(Math.min(after.length, before.length) >= 21);
        const u = after.reduce((s, v) => s + before.filter((b) => b < v).length, 0);
        const share = exactShare(after.length, before.length, u);
        expect(Math.abs((mannWhitneyGreater(before, after) ?? NaN) - share)).toBeLessThan(0.002);
      }),
      { numRuns: 40 },
    );
  });

  test('a few runs before and many after are still counted exactly, and 999 on both sides give a share', () => {
    const many = Array.from({ length: 400 }, (_, i) => 10 + i);
    expect(mannWhitneyGreater([1, 2, 3], many)).toBeCloseTo(6 / (403 * 402 * 401), 15);
    const all = Array.from({ length: 999 }, (_, i) => i % 50);
    expect(mannWhitneyGreater(all, all)).toBeCloseTo(0.5, 2);
    expect(
      mannWhitneyGreater(
        all,
        all.map((v) => v + 5),
      ),
    ).toBeLessThan(1e-6);
  });

  test('median of none, odd, even', () => {
    expect([median([]), median([3, 1, 2]), median([4, 1])]).toEqual([null, 2, 2.5]);
  });
});

describe('verdictOf', () => {
  const good = [90, 91, 92, 95, 99];
  test.each([
    ['no-readings', { needMbps: 25, before: [1], after: [] }],
    ['cured', { needMbps: 25, before: [3, 4, 5, 3, 4], after: good }],
    ['cured', { needMbps: 25, before: [], after: good }],
    ['cured', { needMbps: 25, before: [0, 0, 0], after: good }],
    ['holds', { needMbps: 25, before: [40, 41, 42], after: good }],
    ['not-proven', { needMbps: 25, before: [3, 4, 5], after: [90, 91, 92] }],
    ['better-short', { needMbps: 100, before: [3, 4, 5, 3, 4], after: [80, 84, 85, 82, 83] }],
    ['worse', { needMbps: 100, before: [80, 84, 85, 82, 83], after: [3, 4, 5, 3, 4] }],
    ['unchanged', { needMbps: 100, before: [80, 84, 85], after: [81, 83, 86] }],
    ['test-limited', { needMbps: 100, before: [3, 4, 5], after: [93, 94, 94, 94, 94], capMbps: 94 }],
    ['better-short', { needMbps: 100, before: [3, 4, 5, 3, 4], after: [80, 84, 85, 82, 83], capMbps: 940 }],
  ] as const)('%s', (verdict, input) => {
    expect(verdictOf(input).verdict).toBe(verdict);
  });

  test('gives its numbers', () => {
    const r = verdictOf({ needMbps: 25, before: [1, 2, 3], after: [40, 50, 60] });
    expect(r).toEqual({
      verdict: 'not-proven',
      medianBefore: 2,
      medianAfter: 50,
      pProven: 0.125,
      pBetter: 1 / 20,
    });
  });
});
