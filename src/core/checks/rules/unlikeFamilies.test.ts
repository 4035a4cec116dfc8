import { A, air, B, C, house, isSilent, put, says } from '@/testing/testPlans';

says('unlikeFamilies', () => put(house, C, air(C, A)), {
  what: /^C and A are not of one family$/,
  sure: 'likely',
});

isSilent('unlikeFamilies', 'within one family', () => put(house, C, air(C, B)));
