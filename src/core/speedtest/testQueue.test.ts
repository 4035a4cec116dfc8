import fc from 'fast-check';
import {
  ahead,
  hear,
  join,
  leave,
  longestMs,
  missing,
  mostWaiting,
  settle,
  silentMs,
  type TestQueue,
  turnOf,
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

describe('phones that test together', () => {
  const enter = (queue: TestQueue, id: string, at: number, people = 1): TestQueue => {
    const next = join(queue, id, at, people);
    if (!next) throw new Error('full');
    return next;
  };

  test('begin when all are there, at the same time', () => {
    let queue = enter(enter([], 'a', 0, 3), 'b', 10, 3);
    expect([ahead(queue, 'a'), ahead(queue, 'b')]).toEqual([1, 1]);
    expect([missing(queue, 'a'), missing(queue, 'b')]).toEqual([1, 1]);
    queue = enter(queue, 'c', 20, 3);
    expect(['a', 'b', 'c'].map((id) => ahead(queue, id))).toEqual([0, 0, 0]);
    expect(['a', 'b', 'c'].map((id) => turnOf(queue, id))).toEqual([20, 20, 20]);
    expect(missing(queue, 'a')).toBe(0);
  });

  test('who waits for company lets single ones go first, and none begins beside the company', () => {
    let queue = enter(enter([], 'a', 0, 2), 'alone', 1);
    expect([ahead(queue, 'a'), ahead(queue, 'alone')]).toEqual([1, 0]);
    queue = enter(queue, 'b', 2, 2);
    expect(ahead(queue, 'a')).toBeGreaterThan(0);
    expect(ahead(queue, 'b')).toBeGreaterThan(0);
    expect(ahead(queue, 'alone')).toBe(0);
    queue = leave(queue, 'alone', 3);
    expect([ahead(queue, 'a'), ahead(queue, 'b')]).toEqual([0, 0]);
    queue = enter(queue, 'late', 4);
    queue = leave(queue, 'a', 5);
    // b is still at it
    expect(ahead(queue, 'late')).toBeGreaterThan(0);
    expect(ahead(leave(queue, 'b', 6), 'late')).toBe(0);
  });

  test('one that leaves before the turn is missing again; two and three do not mix', () => {
    let queue = enter(enter(enter([], 'x', 0), 'a', 0, 2), 'b', 0, 2);
    queue = leave(queue, 'b', 1);
    expect(missing(queue, 'a')).toBe(1);
    queue = enter(queue, 'c', 2, 3);
    expect(missing(queue, 'a')).toBe(1);
    expect(missing(queue, 'c')).toBe(2);
    expect(turnOf(leave(queue, 'x', 3), 'a')).toBeNull();
  });
});
