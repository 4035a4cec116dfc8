import { house, isSilent, put, says, sure } from '@/testing/testPlans';

says('unitInCupboard', () => house, {
  what: /^A is inside/,
  sure: 'certain',
});

isSilent('unitInCupboard', 'on a shelf', () => put(house, sure));
