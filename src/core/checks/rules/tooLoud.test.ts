import { A, house, isSilent, product, put, says } from '@/testing/testPlans';

says(
  'tooLoud',
  () =>
    put(house, {
      ...product('router-old'),
      radios: product('router-old').radios.map((r) => ({ ...r, eirpDbm: 33 })),
    }),
  {
    what: /transmits 33 dBm/,
    sure: 'possible',
  },
);

isSilent('tooLoud', 'at what the country allows', () =>
  put(house, {
    ...product('router-old'),
    radios: product('router-old').radios.map((r) => ({ ...r, eirpDbm: 20 })),
  }),
);

// each part of 5 GHz has a limit of its own
const at = (channel: number, eirpDbm: number) =>
  put(
    house,
    { ...A, channels: { '2.4': null, '5': channel, '6': null } },
    {
      ...product('router-old'),
      radios: product('router-old').radios.map((r) => ({ ...r, eirpDbm: r.band === '5' ? eirpDbm : 20 })),
    },
  );
says('tooLoud', () => at(36, 24), {
  what: /24 dBm at 5 GHz, Europe allows 23 on channel 36/,
  sure: 'possible',
});
isSilent('tooLoud', 'with as much on a channel that allows it', () => at(100, 24));
says('tooLoud', () => at(100, 31), { what: /allows 30 on channel 100/, sure: 'possible' });
