import { A, calm, house, isSilent, put, says } from '@/testing/testPlans';

says('mainFarFromEntry', () => put(house, { ...A, xM: 1.5, yM: 7 }), {
  what: /^A is \d+ m from the line entry$/,
  sure: 'possible',
});

isSilent('mainFarFromEntry', 'near the entry', () => calm);
