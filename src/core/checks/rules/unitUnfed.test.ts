import { A, air, C, house, isSilent, put, says } from '@/testing/testPlans';

says('unitUnfed', () => put(house, C), {
  what: /^C has no uplink$/,
  sure: 'certain',
});

isSilent('unitUnfed', 'when it is fed', () => put(house, C, air(C, A)));
