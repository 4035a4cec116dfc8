import { house, isSilent, kit, put, says } from './testPlans';

says('portSlow', () => put(house, { ...kit('router-old'), portMbps: 100 }), {
  what: /^The port of A gives 100 Mbps/,
  sure: 'certain',
});

isSilent('portSlow', 'with a port as fast as the plan', () =>
  put(house, { ...kit('router-old'), portMbps: house.info.planDownMbps }),
);
