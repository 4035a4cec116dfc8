import { house, isSilent, put, says, sure } from '@/testing/testPlans';

says('unitInNoRoom', () => put(house, { ...sure, xM: 0.2, yM: 4 }), {
  what: /^A stands in no room$/,
  sure: 'likely',
});

isSilent('unitInNoRoom', 'in a room', () => put(house, sure));
