import { linkTo } from '../../network/linkTo';
import { A, house, isSilent, put, says, unit } from '@/testing/testPlans';

says(
  'portsFull',
  () => {
    const hung = ['C', 'D', 'E', 'F'].map((l, i) => unit(l, 'node', { xM: 12 - i }));
    return put(
      house,
      ...hung,
      ...hung.map((u) => linkTo(house, u, A, { medium: 'ethernet', category: 'cat6', lengthM: 9 })),
    );
  },
  {
    what: /cables need the/,
    sure: 'certain',
  },
);

isSilent('portsFull', 'with a port left', () => {
  const hung = ['C', 'D'].map((l, i) => unit(l, 'node', { xM: 12 - i }));
  return put(
    house,
    ...hung,
    ...hung.map((u) => linkTo(house, u, A, { medium: 'ethernet', category: 'cat6', lengthM: 9 })),
  );
});
