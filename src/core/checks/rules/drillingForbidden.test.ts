import { house, isSilent, put, says } from '@/testing/testPlans';

says('drillingForbidden', () => put(house, { ...house.info, noDrilling: true }), {
  what: /breaks a restriction$/,
  sure: 'likely',
});

isSilent('drillingForbidden', 'where drilling is allowed', () =>
  put(house, { ...house.info, noDrilling: false }),
);
