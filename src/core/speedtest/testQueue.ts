/** The queue of speed tests: one at a time, first come first served, and who goes silent loses the place. */

/** Who does not ask for so long is taken to have left, ms. */
export const silentMs = 10_000;
/** The longest that one may test, ms: a run takes some 9 s. */
export const longestMs = 30_000;
/** Most that wait at once. */
export const mostWaiting = 32;

interface Ticket {
  id: string;
  heardMs: number;
  /** When its turn came; null while waiting. */
  turnMs: number | null;
}
export type TestQueue = readonly Ticket[];

/** Drops who left and whose time is up, and gives the next one its turn. Times are ms of any one clock. */
export function settle(queue: TestQueue, nowMs: number): TestQueue {
  const there = queue.filter(
    (t) => nowMs - t.heardMs <= silentMs && (t.turnMs === null || nowMs - t.turnMs <= longestMs),
  );
  return there.map((t, i) => (i === 0 && t.turnMs === null ? { ...t, turnMs: nowMs } : t));
}

/**
 * Joins at the end; joining again keeps the place.
 * @returns null when too many wait.
 */
export function join(queue: TestQueue, id: string, nowMs: number): TestQueue | null {
  const now = settle(queue, nowMs);
  if (now.some((t) => t.id === id)) return hear(now, id, nowMs);
  if (now.length >= mostWaiting) return null;
  return settle([...now, { id, heardMs: nowMs, turnMs: null }], nowMs);
}

/** Notes that someone is still there. */
export const hear = (queue: TestQueue, id: string, nowMs: number): TestQueue =>
  settle(
    queue.map((t) => (t.id === id ? { ...t, heardMs: nowMs } : t)),
    nowMs,
  );

/** Gives up a place or ends a turn. */
export const leave = (queue: TestQueue, id: string, nowMs: number): TestQueue =>
  settle(
    queue.filter((t) => t.id !== id),
    nowMs,
  );

/** How many are before this one: 0 = it is its turn; null = it has no place (any more). */
export function ahead(queue: TestQueue, id: string): number | null {
  const at = queue.findIndex((t) => t.id === id);
  return at < 0 ? null : at;
}
