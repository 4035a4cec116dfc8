import fc from 'fast-check';
import {
  ahead,
  hear,
  join,
  leave,
  longestMs,
  mostWaiting,
  settle,
  silentMs,
  type TestQueue,
} from './testQueue';

const joined = (queue: TestQueue, id: string, at: number): TestQueue => {
  const next = join(queue, id, at);
  if (!next) throw new Error('full');
  return next;
};

test('eight phones each get their turn in the order they came', () => {
  let queue: TestQueue = [];
  for (let i = 0; i < 8; i++) queue = joined(queue, `p${i}`, i);
  const turns: string[] = [];
  for (let at = 100; queue.length > 0; at += 5000) {
    for (const t of queue) queue = hear(queue, t.id, at);
    turns.push(queue[0]?.id ?? '');
    expect(queue.filter((t) => t.turnMs !== null)).toHaveLength(1);
    queue = leave(queue, queue[0]?.id ?? '', at);
  }
  expect(turns).toEqual(['p0', 'p1', 'p2', 'p3', 'p4', 'p5', 'p6', 'p7']);
});

test('a phone that leaves in the middle gives way after 10 s, one that never ends after 30', () => {
  let queue = joined(joined([], 'a', 0), 'b', 0);
  queue = hear(queue, 'b', silentMs + 1);
  expect(ahead(queue, 'a')).toBeNull();
  expect(ahead(queue, 'b')).toBe(0);
  queue = joined(joined([], 'a', 0), 'b', 0);
  for (let at = 0; at <= longestMs + 1000; at += 1000) queue = hear(hear(queue, 'a', at), 'b', at);
  expect([ahead(queue, 'a'), ahead(queue, 'b')]).toEqual([null, 0]);
});

test('joining twice keeps the place; more than 32 are turned away', () => {
  let queue: TestQueue = [];
  for (let i = 0; i < mostWaiting; i++) queue = joined(queue, `p${i}`, 0);
  expect(join(queue, 'late', 0)).toBeNull();
  expect(ahead(joined(queue, 'p5', 1), 'p5')).toBe(5);
});

test('whatever happens, no more than one tests, and nobody overtakes', () => {
  const step = fc.record({
    what: fc.constantFrom('join', 'hear', 'leave'),
    id: fc.constantFrom('a', 'b', 'c', 'd'),
    waitMs: fc.integer({ min: 0, max: 9000 }),
  });
  fc.assert(
    fc.property(fc.array(step, { maxLength: 60 }), (steps) => {
      let queue: TestQueue = [];
      let at = 0;
      for (const { what, id, waitMs } of steps) {
        at += waitMs;
        const before = settle(queue, at).map((t) => t.id);
        queue =
          what === 'join'
            ? joined(queue, id, at)
            : what === 'hear'
              ? hear(queue, id, at)
              : leave(queue, id, at);
        const after = queue.map((t) => t.id);
        expect(queue.filter((t) => t.turnMs !== null).length).toBe(queue.length ? 1 : 0);
        const stayed = before.filter((t) => after.includes(t));
        expect(after.filter((t) => stayed.includes(t))).toEqual(stayed);
      }
    }),
  );
});
