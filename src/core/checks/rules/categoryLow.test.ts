import { cable, house, isSilent, product, put, says } from '@/testing/testPlans';

says(
  'categoryLow',
  () =>
    put(
      house,
      { ...house.info, planDownMbps: 9000 },
      { ...cable, category: 'cat5e' },
      { ...product('router-old'), portMbps: 10_000 },
      { ...product('node'), portMbps: 10_000 },
    ),
  {
    what: /^cat5e to B carries 2500 Mbps, its ports 10000$/,
    sure: 'certain',
  },
);

isSilent('categoryLow', 'where the cable carries what the ports do', () =>
  put(
    house,
    { ...house.info, planDownMbps: 9000 },
    { ...cable, category: 'cat6a' },
    { ...product('router-old'), portMbps: 10_000 },
    { ...product('node'), portMbps: 10_000 },
  ),
);
