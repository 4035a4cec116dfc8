/** A generator of the benchmark's own: the program's is not asked. @returns a whole number below n, or a fraction below 1. */
export function makeRandom(seed: number): { fraction: () => number; below: (n: number) => number } {
  let state = seed >>> 0;
  const fraction = () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
  return { fraction, below: (n) => Math.floor(fraction() * n) };
}
export const sleep = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));
