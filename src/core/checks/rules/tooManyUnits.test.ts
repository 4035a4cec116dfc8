import { A, air, house, isSilent, put, says, sure, unit } from '@/testing/testPlans';

says(
  'tooManyUnits',
  () => {
    const all = ['C', 'D', 'E', 'F', 'G', 'H'].map((l, i) => unit(l, 'small', { xM: 12 - i }));
    return put(house, sure, ...all, ...all.map((u) => air(u, A)));
  },
  {
    what: /^6 units are linked wirelessly$/,
    sure: 'likely',
  },
);

isSilent('tooManyUnits', 'with five', () => {
  const all = ['C', 'D', 'E', 'F', 'G'].map((l, i) => unit(l, 'small', { xM: 12 - i }));
  return put(house, sure, ...all, ...all.map((u) => air(u, A)));
});
