import { calmAir, silentForMs } from './linkConditions';

const air = {
  ...calmAir,
  silences: [
    { atMs: 1000, lengthMs: 500 },
    { atMs: 1200, lengthMs: 900 },
  ],
};

test.each([
  [0, 0],
  [999, 0],
  [1000, 500],
  [1199, 301],
  // the longer of two counts
  [1200, 900],
  [1499, 601],
  [2099, 1],
  [2100, 0],
])('at %i ms nothing passes for %i ms more', (atMs, ms) => expect(silentForMs(air, atMs)).toBe(ms));

test('calm air is never silent', () => expect(silentForMs(calmAir, 5000)).toBe(0));
