import { A, air, house, isSilent, put, says, unit } from '@/testing/testPlans';

says(
  'extenderAsUplink',
  () => {
    const [x, y] = [unit('C', 'extender'), unit('D', 'extender', { xM: 3 })];
    return put(house, x, y, air(x, A), air(y, x));
  },
  {
    what: /^D has the extender as its uplink: C$/,
    sure: 'certain',
  },
);

isSilent('extenderAsUplink', 'when both hang on the main unit', () => {
  const [x, y] = [unit('C', 'extender'), unit('D', 'extender', { xM: 3 })];
  return put(house, x, y, air(x, A), air(y, A));
});
