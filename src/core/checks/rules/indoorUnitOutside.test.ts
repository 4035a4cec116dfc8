import { house, isSilent, put, says, unit } from '@/testing/testPlans';

says('indoorUnitOutside', () => put(house, unit('C', 'node', { storeyId: 'open-air', xM: 8, yM: -4 })), {
  what: /^C stands outdoors/,
  sure: 'certain',
});

isSilent('indoorUnitOutside', 'with an outdoor unit', () =>
  put(house, unit('C', 'outdoor', { storeyId: 'open-air', xM: 8, yM: -4 })),
);
