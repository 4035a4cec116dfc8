import { house, isSilent, put, says, unit } from '@/testing/testPlans';

const open = (channel: number | null, countryGroup: 'europe' | 'north-america' = 'europe') =>
  put(
    house,
    { ...house.info, countryGroup },
    unit('C', 'outdoor', {
      ...{ storeyId: 'open-air', xM: 8, yM: -4 },
      channels: { '2.4': null, '5': channel, '6': null },
    }),
  );

says('indoorChannelOutside', () => open(36), {
  what: /channel 36, which is for indoors only/,
  sure: 'certain',
});
says('indoorChannelOutside', () => open(64), { what: /channel 64/, sure: 'certain' });
says('indoorChannelOutside', () => open(null), { what: /^C chooses/, sure: 'possible' });
isSilent('indoorChannelOutside', 'on a channel for outdoors', () => open(100));
isSilent('indoorChannelOutside', 'where all may be used outdoors', () => open(36, 'north-america'));
isSilent('indoorChannelOutside', 'indoors', () =>
  put(house, unit('C', 'node', { channels: { '2.4': null, '5': 36, '6': null } })),
);
