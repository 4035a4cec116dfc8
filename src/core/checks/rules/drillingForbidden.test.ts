import { house, isSilent, put, says } from '@/testing/testPlans';

says('drillingForbidden', () => put(house, { ...house.info, noDrilling: true }), {
  what: /needs what is forbidden$/,
  sure: 'likely',
});

isSilent('drillingForbidden', 'where drilling is allowed', () =>
  put(house, { ...house.info, noDrilling: false }),
);
