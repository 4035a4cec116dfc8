import { calm, house, isSilent, put, says } from '@/testing/testPlans';

says('overloaded', () => put(house, { ...house.info, planDownMbps: 100 }), {
  what: /^All needs at once would take/,
  sure: 'likely',
});

isSilent('overloaded', 'with nobody in the house', () => calm);
