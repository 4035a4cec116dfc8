import { cable, house, put, isSilent, says } from '@/testing/testPlans';

says('copperBetweenBuildings', () => house, {
  what: /^Copper runs to B between two buildings$/,
  sure: 'certain',
});

isSilent('copperBetweenBuildings', 'over fibre', () =>
  put(house, { ...cable, medium: 'fibre', category: null }),
);
