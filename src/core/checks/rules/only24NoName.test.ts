import { house, isSilent, put, says } from '@/testing/testPlans';

says('only24NoName', () => put(house, { ...house.info, networkNames: 'five-only' }), {
  what: /has 2.4 GHz only, and the network has no name there$/,
  sure: 'certain',
});

isSilent('only24NoName', 'with one name on all bands', () =>
  put(house, { ...house.info, networkNames: 'one' }),
);
