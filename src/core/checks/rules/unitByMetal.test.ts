import { house, isSilent, put, says, sure } from '@/testing/testPlans';

says('unitByMetal', () => put(house, { ...sure, xM: 8.3, yM: 7.3 }), {
  what: /^A is right beside the/,
  sure: 'likely',
});

isSilent('unitByMetal', 'a metre and more aside', () => put(house, sure));
