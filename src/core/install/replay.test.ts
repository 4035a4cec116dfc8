import fc from 'fast-check';
import { replay } from './replay';
import { scheduleOf, type Task } from './schedule';

const tasksOf = (rows: readonly { hands: number; wait: number; after: readonly number[] }[]): Task[] =>
  rows.map(({ hands, wait, after }, i) => ({
    handsMin: hands,
    waitMin: wait,
    // only what stands before it: no circles
    after: [...new Set(after.map((k) => k % Math.max(1, i)))].filter((k) => k < i),
    apart: [],
    releaseMin: 0,
    fixed: null,
  }));
const rows = fc.array(
  fc.record({
    hands: fc.integer({ min: 0, max: 9 }),
    wait: fc.integer({ min: 0, max: 12 }),
    after: fc.array(fc.nat(20), { maxLength: 2 }),
  }),
  { minLength: 1, maxLength: 9 },
);
const people = fc.constantFrom(1, 2);
const handsOf = (tasks: readonly Task[]) => tasks.map((t) => t.handsMin);
const waitsOf = (tasks: readonly Task[]) => tasks.map((t) => t.waitMin);

test('with the durations that it was made for, a schedule replayed in its order is done no later', () => {
  fc.assert(
    fc.property(rows, people, (list, who) => {
      const tasks = tasksOf(list);
      const made = scheduleOf(tasks, who);
      const order = tasks
        .map((_, i) => i)
        .sort((a, b) => (made.tasks[a]?.startMin ?? 0) - (made.tasks[b]?.startMin ?? 0) || a - b);
      const finish = replay(tasks, who, order, handsOf(tasks), waitsOf(tasks));
      expect(finish).toBeLessThanOrEqual(made.finishMin + 1e-9);
      expect(finish).toBeGreaterThanOrEqual(made.boundMin - 1e-9);
    }),
    { numRuns: 100 },
  );
});

test('alone, what takes longer is never done sooner, and no day is shorter than its hands or its longest chain', () => {
  fc.assert(
    fc.property(rows, fc.nat(8), fc.integer({ min: 1, max: 30 }), (list, which, more) => {
      const tasks = tasksOf(list);
      const order = tasks.map((_, i) => i);
      const [hands, waits] = [handsOf(tasks), waitsOf(tasks)];
      const before = replay(tasks, 1, order, hands, waits);
      const slower = hands.map((h, i) => (i === which % tasks.length ? h + more : h));
      expect(replay(tasks, 1, order, slower, waits)).toBeGreaterThanOrEqual(before);
      expect(before).toBeGreaterThanOrEqual(hands.reduce((a, b) => a + b, 0));
      const chain: number[] = [];
      tasks.forEach((t, i) => {
        chain[i] = t.handsMin + t.waitMin + Math.max(0, ...t.after.map((p) => chain[p] ?? 0));
      });
      expect(before).toBeGreaterThanOrEqual(Math.max(...chain));
    }),
    { numRuns: 200 },
  );
});

test('what is done or under way stands as it is; nothing begins before now; what must be apart is', () => {
  const task = (part: Partial<Task>): Task => ({
    handsMin: 2,
    waitMin: 0,
    after: [],
    apart: [],
    releaseMin: 0,
    fixed: null,
    ...part,
  });
  const under = task({ waitMin: 10, fixed: { startMin: 0, handsEndMin: 2, endMin: 12 } });
  expect(replay([under, task({ after: [0] })], 1, [1], [2, 2], [10, 0], 5)).toBe(14);
  expect(replay([under, task({})], 1, [1], [2, 2], [10, 0], 5)).toBe(12);
  expect(replay([under, task({ apart: [0] })], 1, [1], [2, 2], [10, 0], 5)).toBe(14);
  expect(replay([task({ releaseMin: 30 })], 2, [0], [2], [0], 5)).toBe(32);
});
