import { house, isSilent, kit, put, says } from './testPlans';

says(
  'tooLoud',
  () =>
    put(house, {
      ...kit('router-old'),
      radios: kit('router-old').radios.map((r) => ({ ...r, eirpDbm: 33 })),
    }),
  {
    what: /sends 33 dBm/,
    sure: 'possible',
  },
);

isSilent('tooLoud', 'at what the country allows', () =>
  put(house, {
    ...kit('router-old'),
    radios: kit('router-old').radios.map((r) => ({ ...r, eirpDbm: 20 })),
  }),
);
