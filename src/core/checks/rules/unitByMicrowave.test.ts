import { house, isSilent, put, says, sure } from '@/testing/testPlans';

says('unitByMicrowave', () => put(house, { ...sure, xM: 9, yM: 7.2 }), {
  what: /within two metres of the/,
  sure: 'likely',
});

isSilent('unitByMicrowave', 'farther off', () => put(house, { ...sure, xM: 4, yM: 4 }));
