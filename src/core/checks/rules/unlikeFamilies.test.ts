import { get } from '@/core/job/job';
import { A, air, B, C, house, isSilent, put, says } from '@/testing/testPlans';

says('unlikeFamilies', () => put(house, C, air(C, A)), {
  what: /^C and A are of different product families$/,
  sure: 'certain',
});

isSilent('unlikeFamilies', 'within one family', () => put(house, C, air(C, B)));

const other = { ...get(house, 'kit', C.kitId), id: 'kit-other', family: 'another' };
says('unlikeFamilies', () => put(house, other, B, { ...C, kitId: 'kit-other' }, air(C, B)), {
  what: /^C and B are of different product families$/,
  sure: 'likely',
});
