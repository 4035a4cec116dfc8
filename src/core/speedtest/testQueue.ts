/**
 * The queue of speed tests: one at a time, first come first served, and who goes silent loses the place. Phones that
 * test together on purpose have their turn at the same time, once all of them are there.
 */

/** Who does not ask for so long is taken to have left, ms. */
export const silentMs = 10_000;
/** The longest that one may test, ms: a run takes some 9 s. */
export const longestMs = 30_000;
/** Most that wait at once. */
export const mostWaiting = 32;
/** Fewest and most phones that test together. */
export const fewestTogether = 2;
export const mostTogether = 8;

interface Ticket {
  id: string;
  heardMs: number;
  /** When its turn came; null while waiting. */
  turnMs: number | null;
  /** Of how many phones that test together it is one; 1 = alone. */
  people: number;
}
export type TestQueue = readonly Ticket[];

/** Those that would begin with a ticket: itself, or the first so many of its kind. */
function blockOf(queue: TestQueue, ticket: Ticket): TestQueue {
  if (ticket.people === 1) return [ticket];
  return queue.filter((t) => t.people === ticket.people && t.turnMs === null).slice(0, ticket.people);
}

/** Drops who left and whose time is up, and gives the next one, or the next who are complete, their turn. Times are ms of any one clock. */
export function settle(queue: TestQueue, nowMs: number): TestQueue {
  const there = queue.filter(
    (t) => nowMs - t.heardMs <= silentMs && (t.turnMs === null || nowMs - t.turnMs <= longestMs),
  );
  if (there.some((t) => t.turnMs !== null)) return there;
  const first = there.find((t) => blockOf(there, t).length === t.people);
  const next = first ? blockOf(there, first) : [];
  return there.map((t) => (next.includes(t) ? { ...t, turnMs: nowMs } : t));
}

/**
 * Joins at the end; joining again keeps the place.
 * @param people how many phones test together; 1 = this one alone.
 * @returns null when too many wait.
 */
export function join(queue: TestQueue, id: string, nowMs: number, people = 1): TestQueue | null {
  const now = settle(queue, nowMs);
  if (now.some((t) => t.id === id)) return hear(now, id, nowMs);
  if (now.length >= mostWaiting) return null;
  return settle([...now, { id, heardMs: nowMs, turnMs: null, people }], nowMs);
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

/** How many are before this one: 0 = it is its turn; null = it has no place (any more). One that waits for its company has 1 at least. */
export function ahead(queue: TestQueue, id: string): number | null {
  const at = queue.findIndex((t) => t.id === id);
  if (at < 0) return null;
  return queue[at]?.turnMs === null ? Math.max(1, at) : 0;
}

/** How many phones are still missing for a test together; 0 for one alone. */
export function missing(queue: TestQueue, id: string): number {
  const own = queue.find((t) => t.id === id);
  return own && own.turnMs === null ? own.people - blockOf(queue, own).length : 0;
}

/** What those who have their turn together have in common: when it came; null for one alone or one that waits. */
export function turnOf(queue: TestQueue, id: string): number | null {
  const own = queue.find((t) => t.id === id);
  return own && own.people > 1 ? own.turnMs : null;
}
