import { isSilent, mains, says } from '@/testing/testPlans';

says('mainsBlockedSocket', () => mains({ outlets: 1 }, {}), {
  what: /uses the only socket there$/,
  sure: 'certain',
});

isSilent('mainsBlockedSocket', 'with a second socket on the plate', () =>
  mains({ outlets: 2 }, { outlets: 2 }),
);
