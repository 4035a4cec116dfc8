import { house, isSilent, put, says } from '@/testing/testPlans';

says(
  'only24Unserved',
  () => put(house, ...house.kits.map((k) => ({ ...k, radios: k.radios.filter((r) => r.band !== '2.4') }))),
  {
    what: /knows only 2.4 GHz, and no planned unit sends there$/,
    sure: 'certain',
  },
);

isSilent('only24Unserved', 'when a unit sends at 2.4 GHz', () => house);
