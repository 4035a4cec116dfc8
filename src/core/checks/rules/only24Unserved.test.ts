import { house, isSilent, put, says } from '@/testing/testPlans';

says(
  'only24Unserved',
  () => put(house, ...house.kits.map((k) => ({ ...k, radios: k.radios.filter((r) => r.band !== '2.4') }))),
  {
    what: /has 2.4 GHz only, and no planned unit transmits there$/,
    sure: 'certain',
  },
);

isSilent('only24Unserved', 'when a unit transmits at 2.4 GHz', () => house);
