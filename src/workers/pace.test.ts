import { makePace } from './pace';

const after = (...runs: readonly [steps: number, ms: number][]) => {
  const pace = makePace();
  return runs.map(([steps, ms]) => {
    for (let i = 0; i < steps; i++) pace.took(ms);
    return pace.rough();
  });
};

test('a machine that keeps up is never drawn roughly, and one slow step does not change that', () => {
  expect(after([100, 2])).toEqual([false]);
  expect(after([50, 1.5], [1, 8], [1, 1.5])).toEqual([false, false, false]);
});

test('one that does not is, until it is fast by far: no to and fro from the rough grid being less work', () => {
  expect(after([30, 4], [200, 2], [60, 0.6])).toEqual([true, true, false]);
  // half the work on the rough grid: it stays there
  const pace = makePace();
  let changes = 0;
  for (let i = 0; i < 400; i++) {
    const before = pace.rough();
    pace.took(before ? 1.6 : 3.2);
    if (pace.rough() !== before) changes++;
  }
  expect(changes).toBe(1);
});
