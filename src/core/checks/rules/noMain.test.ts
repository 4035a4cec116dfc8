import { A, house, isSilent, put, says } from '@/testing/testPlans';

says('noMain', () => put(house, { ...A, planned: false }), {
  what: /^No planned unit can be the main unit$/,
  sure: 'certain',
});

isSilent('noMain', 'with a router', () => house);
