import { A, air, house, isSilent, put, says, sure, unit } from '@/testing/testPlans';

says(
  'tooManyHops',
  () => {
    const chain = ['C', 'D', 'E'].map((l, i) => unit(l, 'small', { xM: 12 - i }));
    return put(house, sure, ...chain, ...chain.map((u, i) => air(u, chain[i - 1] ?? A)));
  },
  {
    what: /^E is 3 wireless hops away$/,
    sure: 'certain',
  },
);

isSilent('tooManyHops', 'with two hops', () => {
  const chain = ['C', 'D'].map((l, i) => unit(l, 'small', { xM: 12 - i }));
  return put(house, sure, ...chain, ...chain.map((u, i) => air(u, chain[i - 1] ?? A)));
});
