import { house, isSilent, product, put, says } from '@/testing/testPlans';

says('portSlow', () => put(house, { ...product('router-old'), portMbps: 100 }), {
  what: /^The WAN port of A gives 100 Mbps/,
  sure: 'certain',
});

isSilent('portSlow', 'with a port as fast as the plan', () =>
  put(house, { ...product('router-old'), portMbps: house.info.planDownMbps }),
);
