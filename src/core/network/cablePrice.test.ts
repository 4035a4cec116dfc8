import { cableCost, leastCable } from './cablePrice';

const run = { medium: 'ethernet', category: 'cat6', lengthM: 12, holes: 1, outdoors: false } as const;

test('cable by the metre: 10 % waste and a metre at each end, plugs once, holes by the minute', () => {
  const cost = cableCost(run);
  expect(cost.metres).toBeCloseTo(15.2, 9);
  expect(cost.partsEur).toBeCloseTo(6 + 15.2 * 0.9, 9);
  expect(cost.minutes).toBeCloseTo(20 + 12 * 1.5 + 12, 9);
  expect(cost.item).toBe('Cable, cat 6, with plugs and ties');
});

test.each([
  [0.4, 0.5],
  [2.4, 3],
  [5, 5],
])('%d m without a hole is a ready-made lead of %d m', (lengthM, lead) => {
  const cost = cableCost({ ...run, lengthM, holes: 0 });
  expect(cost).toMatchObject({ item: `Ready-made lead, cat 6, ${lead} m`, metres: lead, minutes: 4 });
  expect(cost.partsEur).toBeCloseTo(3 + 0.8 * lead, 9);
});

test('no lead goes through a hole, outdoors, further than 5 m, or where nobody counted holes', () => {
  for (const other of [{ holes: 1 }, { outdoors: true }, { lengthM: 5.1 }, { holes: null }])
    expect(cableCost({ ...run, lengthM: 2, holes: 0, ...other }).item).toMatch(/^Cable/);
});

test('outdoor cable and fibre cost more than cable indoors', () => {
  const [inside, outside, fibre] = [
    run,
    { ...run, outdoors: true },
    { ...run, medium: 'fibre' as const },
  ].map((r) => cableCost(r).partsEur);
  expect(outside).toBeGreaterThan(inside ?? 0);
  expect(fibre).toBeGreaterThan(outside ?? 0);
});

test('nothing indoors costs less than the bound for its ends', () => {
  for (let apartM = 0.2; apartM < 20; apartM += 0.3)
    for (const more of [0, 0.5, 3, 10])
      for (const holes of [0, 1, 2]) {
        const [least, real] = [leastCable(apartM), cableCost({ ...run, lengthM: apartM + more, holes })];
        expect(least.partsEur).toBeLessThanOrEqual(real.partsEur + 1e-9);
        expect(least.minutes).toBeLessThanOrEqual(real.minutes + 1e-9);
      }
});
