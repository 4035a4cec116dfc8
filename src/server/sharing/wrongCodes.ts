/** Guessing a code is slow, from one address and from many. */

/** So many wrong codes from one address within a minute, then it has to wait. */
const mostWrong = 20;
/** And so many from all addresses together: then only phones that have shown a right code are heard. */
const mostWrongInAll = 60;
const wrongWindowMs = 60_000;

export interface WrongCodes {
  tooMany: (address: string) => boolean;
  add: (address: string) => void;
  /** An address that has shown a right code is heard whatever others do. */
  wasRight: (address: string) => void;
}

/** Counts wrong codes by address, and over all: a guesser with many addresses is no better off. */
export function makeWrongCodes(now: () => number = Date.now): WrongCodes {
  const wrong = new Map<string, number[]>();
  const right = new Set<string>();
  const isRecent = (at: number) => now() - at < wrongWindowMs;
  const recent = (address: string) => (wrong.get(address) ?? []).filter(isRecent);
  const inAll = () => {
    for (const [address, times] of wrong) if (!times.some(isRecent)) wrong.delete(address);
    return [...wrong.values()].reduce((sum, times) => sum + times.filter(isRecent).length, 0);
  };
  return {
    tooMany: (address: string) =>
      recent(address).length >= mostWrong || (!right.has(address) && inAll() >= mostWrongInAll),
    add: (address: string) => void wrong.set(address, [...recent(address), now()]),
    wasRight: (address: string) => void right.add(address),
  };
}
