import { cable, house, isSilent, put, says } from '@/testing/testPlans';

says('cableTooLong', () => put(house, { ...cable, lengthM: 140 }), {
  what: /is 140 m long$/,
  sure: 'certain',
});

isSilent('cableTooLong', 'of 100 m', () =>
  put(house, { ...cable, medium: 'ethernet', category: 'cat6', lengthM: 100 }),
);
