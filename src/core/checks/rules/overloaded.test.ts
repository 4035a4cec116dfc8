import { calm, house, isSilent, put, says } from '@/testing/testPlans';

says('overloaded', () => put(house, { ...house.info, planDownMbps: 100 }), {
  what: /^Everyone at once would need/,
  sure: 'likely',
});

isSilent('overloaded', 'with nobody in the house', () => calm);
