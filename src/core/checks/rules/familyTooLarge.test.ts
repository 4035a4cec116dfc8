import { air, B, house, isSilent, put, says, unit } from '@/testing/testPlans';

says(
  'familyTooLarge',
  () => {
    const all = ['C', 'D', 'E', 'F', 'G', 'H'].map((l, i) => unit(l, 'small', { xM: 12 - i }));
    return put(house, ...all, ...all.map((u) => air(u, B)));
  },
  {
    what: /^\d units of .+ at most$/,
    sure: 'certain',
  },
);

isSilent('familyTooLarge', 'with as many as the maker advises', () => {
  const all = ['C', 'D'].map((l, i) => unit(l, 'small', { xM: 12 - i }));
  return put(house, ...all, ...all.map((u) => air(u, B)));
});
