import { coax, isSilent, says, service } from './testPlans';

says('coaxBlocked', () => coax({}, { ...service('splitter'), amplifier: true }), {
  what: /^The coax to C is shut$/,
  sure: 'certain',
});

isSilent('coaxBlocked', 'without an amplifier', () => coax({}, { ...service('splitter'), amplifier: false }));
