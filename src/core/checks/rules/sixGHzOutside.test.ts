import { house, isSilent, product, put, says, unit } from '@/testing/testPlans';

says(
  'sixGHzOutside',
  () => {
    const six = product('outdoor').radios[0];
    if (!six) throw new Error('no radio');
    return put(
      house,
      { ...product('outdoor'), radios: [...product('outdoor').radios, { ...six, band: '6' as const }] },
      unit('C', 'outdoor', { storeyId: 'open-air', xM: 8, yM: -4 }),
    );
  },
  {
    what: /^C would transmit at 6 GHz outdoors$/,
    sure: 'certain',
  },
);

isSilent('sixGHzOutside', 'without a 6 GHz radio', () =>
  put(house, unit('C', 'outdoor', { storeyId: 'open-air', xM: 8, yM: -4 })),
);
