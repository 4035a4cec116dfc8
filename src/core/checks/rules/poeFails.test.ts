import { fedPoint, house, isSilent, put, says } from '@/testing/testPlans';

says('poeFails', () => put(house, ...fedPoint('af', 13.5)), {
  what: /would not get its 13.5 W over 30 m of cable$/,
  sure: 'certain',
});

isSilent('poeFails', 'with a stronger type', () => put(house, ...fedPoint('at', 13.5)));
