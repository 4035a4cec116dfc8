import { coax, isSilent, says, servicePoint } from '@/testing/testPlans';

says('coaxBlocked', () => coax({}, { ...servicePoint('splitter'), amplifier: true }), {
  what: /^The coax to C is blocked$/,
  sure: 'certain',
});

isSilent('coaxBlocked', 'without an amplifier', () =>
  coax({}, { ...servicePoint('splitter'), amplifier: false }),
);
