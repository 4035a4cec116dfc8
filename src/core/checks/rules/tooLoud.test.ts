import { house, isSilent, product, put, says } from '@/testing/testPlans';

says(
  'tooLoud',
  () =>
    put(house, {
      ...product('router-old'),
      radios: product('router-old').radios.map((r) => ({ ...r, eirpDbm: 33 })),
    }),
  {
    what: /sends 33 dBm/,
    sure: 'possible',
  },
);

isSilent('tooLoud', 'at what the country allows', () =>
  put(house, {
    ...product('router-old'),
    radios: product('router-old').radios.map((r) => ({ ...r, eirpDbm: 20 })),
  }),
);
