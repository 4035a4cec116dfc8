import { house, isSilent, put, says, sure } from '@/testing/testPlans';

says('unitOnFloor', () => put(house, { ...sure, heightM: 0.05 }), {
  what: /^A stands on the floor$/,
  sure: 'likely',
});

isSilent('unitOnFloor', 'on a low shelf', () => put(house, { ...sure, heightM: 0.3 }));
