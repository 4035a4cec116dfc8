import { A, air, house, isSilent, put, says, unit } from '@/testing/testPlans';

says(
  'unitTipped',
  () => {
    const small = unit('C', 'small', { tiltDeg: 90 });
    return put(house, small, air(small, A));
  },
  {
    what: /^C lies on its side$/,
    sure: 'likely',
  },
);

isSilent('unitTipped', 'upright', () => {
  const small = unit('C', 'small', { tiltDeg: 0 });
  return put(house, small, air(small, A));
});
