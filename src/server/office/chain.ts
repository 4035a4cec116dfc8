/**
 * Which entries of a job's log count. Each names the one it was made on. The office takes an entry only at its expected place; a node
 * that was killed and is back has been seen to take one although others were before it (nats-server 2.9.10, three nodes). Such an entry
 * counts for nobody: every laptop sees that alike, and its maker puts it on what came between and sends it again.
 */
import type { Entry } from './messages';

/** An entry with its place in the log. */
export interface Numbered {
  seq: number;
  entry: Entry;
}

/** How far a job is known: its newest entry, and the newest that counts. 0 = none. */
export interface Known {
  seq: number;
  validSeq: number;
}

/** What the office has does not follow on what is here. */
export class ApartError extends Error {}

/** An entry between what is known and what came is missing. */
export class GapError extends ApartError {
  constructor() {
    super('an entry of it is missing at the office');
  }
}

/**
 * The entries after what is known, each with whether it counts. One made on the newest that counts does; one made on an older or on one that
 * does not count does not. @throws GapError where one was made on an entry that was never seen.
 */
export function judged(known: Known, entries: readonly Numbered[]): { one: Numbered; counts: boolean }[] {
  let { seq, validSeq } = known;
  return entries
    .filter((one) => one.seq > known.seq)
    .map((one) => {
      const { after } = one.entry;
      if (after > seq) throw new GapError();
      const counts = after === validSeq;
      ({ seq } = one);
      if (counts) validSeq = seq;
      return { one, counts };
    });
}

/** Those that count of a log from its beginning. */
export const counting = (entries: readonly Numbered[]): Numbered[] =>
  judged({ seq: 0, validSeq: 0 }, entries)
    .filter((e) => e.counts)
    .map((e) => e.one);
