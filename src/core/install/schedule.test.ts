import fc from 'fast-check';
import { scheduleOf, type Task } from './schedule';

describe('a schedule', () => {
  const task = (handsMin: number, waitMin = 0, after: number[] = [], apart: number[] = []): Task => ({
    handsMin,
    waitMin,
    after,
    apart,
    releaseMin: 0,
    fixed: null,
  });

  test('waits run beside hands; two people halve hands, not waits', () => {
    expect(scheduleOf([task(2, 8), task(5)], 1)).toMatchObject({ finishMin: 10, proven: true });
    expect(scheduleOf([task(6), task(6), task(6), task(6)], 1).finishMin).toBe(24);
    expect(scheduleOf([task(6), task(6), task(6), task(6)], 2).finishMin).toBe(12);
    expect(scheduleOf([task(1, 9, [], [1]), task(1, 9, [], [0])], 2).finishMin).toBe(20);
    expect(scheduleOf([], 1)).toMatchObject({ finishMin: 0, proven: true });
    expect(() => scheduleOf([task(1, 0, [1]), task(1, 0, [0])], 1)).toThrow(/loop/);
    expect(() => scheduleOf([task(1)], 3)).toThrow(RangeError);
  });

  test('what decides the finish is told', () => {
    const s = scheduleOf([task(2), task(1, 20, [0]), task(3), task(2, 0, [1])], 1);
    expect(s.critical).toEqual([0, 1, 3]);
    expect(s.finishMin).toBe(25);
  });

  /** Every order, each step as early as it fits minute by minute: plainly written, to hold the search against. */
  function bruteForce(tasks: readonly Task[], people: number): number {
    const n = tasks.length;
    let best = Infinity;
    const place = (start: number[], left: number) => {
      if (left === 0) {
        best = Math.min(
          best,
          Math.max(...tasks.map((t, i) => (start[i] as number) + t.handsMin + t.waitMin)),
        );
        return;
      }
      for (let i = 0; i < n; i++) {
        if ((start[i] as number) >= 0) continue;
        const t = tasks[i] as Task;
        if (t.after.some((p) => (start[p] as number) < 0)) continue;
        let at = 0;
        for (const p of t.after)
          at = Math.max(at, (start[p] as number) + (tasks[p] as Task).handsMin + (tasks[p] as Task).waitMin);
        const fits = (s: number) => {
          for (let m = s; m < s + t.handsMin; m++) {
            const busy = tasks.filter(
              (o, j) =>
                (start[j] as number) >= 0 &&
                m >= (start[j] as number) &&
                m < (start[j] as number) + o.handsMin,
            );
            if (busy.length >= people) return false;
          }
          return t.apart.every((p) => {
            const o = tasks[p] as Task;
            const from = start[p] as number;
            return from < 0 || from + o.handsMin + o.waitMin <= s || s + t.handsMin + t.waitMin <= from;
          });
        };
        while (!fits(at)) at++;
        start[i] = at;
        place(start, left - 1);
        start[i] = -1;
      }
    };
    place(
      tasks.map(() => -1),
      n,
    );
    return best;
  }

  test('equals trying every order on 200 random graphs, and keeps every rule', () => {
    const graph = fc
      .array(
        fc.record({
          handsMin: fc.integer({ min: 0, max: 5 }),
          waitMin: fc.integer({ min: 0, max: 7 }),
          before: fc.array(fc.nat(7), { maxLength: 2 }),
          beside: fc.array(fc.nat(7), { maxLength: 1 }),
        }),
        { minLength: 1, maxLength: 8 },
      )
      .map((all) => {
        const apart = all.map(() => new Set<number>());
        all.forEach((t, i) =>
          t.beside.forEach((b) => {
            if (b < all.length && b !== i) {
              apart[i]?.add(b);
              apart[b]?.add(i);
            }
          }),
        );
        return all.map((t, i) =>
          task(t.handsMin, t.waitMin, [...new Set(t.before.filter((b) => b < i))], [...(apart[i] ?? [])]),
        );
      });
    fc.assert(
      fc.property(graph, fc.constantFrom(1, 2), (tasks, people) => {
        const s = scheduleOf(tasks, people);
        expect(s.proven).toBe(true);
        expect(s.finishMin).toBe(bruteForce(tasks, people));
        tasks.forEach((t, i) => {
          const own = s.tasks[i];
          if (!own) throw new Error('a task is missing');
          for (const p of t.after)
            expect(own.startMin).toBeGreaterThanOrEqual(s.tasks[p]?.endMin ?? Infinity);
          for (const p of t.apart) {
            const o = s.tasks[p];
            expect(own.endMin <= (o?.startMin ?? -1) || (o?.endMin ?? Infinity) <= own.startMin).toBe(true);
          }
          for (const [j, o] of s.tasks.entries())
            if (j !== i && o.person === own.person && (tasks[j]?.handsMin ?? 0) > 0 && t.handsMin > 0)
              expect(own.handsEndMin <= o.startMin || o.handsEndMin <= own.startMin).toBe(true);
        });
      }),
      { numRuns: 200, seed: 5 },
    );
  });
});
