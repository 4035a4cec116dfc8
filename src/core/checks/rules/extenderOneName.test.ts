import { A, air, house, isSilent, put, says, unit } from '@/testing/testPlans';

says('extenderOneName', () => put(house, unit('C', 'extender'), air(unit('C', 'extender'), A)), {
  what: /^C is a plain extender/,
  sure: 'likely',
});

isSilent('extenderOneName', 'when the extender has a name of its own', () =>
  put(house, { ...house.info, networkNames: 'two' }, unit('C', 'extender'), air(unit('C', 'extender'), A)),
);
