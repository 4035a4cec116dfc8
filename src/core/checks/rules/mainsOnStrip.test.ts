import { isSilent, mains, says } from '@/testing/testPlans';

says('mainsOnStrip', () => mains({ onStrip: true }, {}), {
  what: /surge-protected strip$/,
  sure: 'certain',
});

isSilent('mainsOnStrip', 'in the wall', () => mains({ onStrip: false }, { onStrip: false }));
