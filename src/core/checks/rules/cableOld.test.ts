import { cable, house, isSilent, put, says } from '@/testing/testPlans';

says('cableOld', () => put(house, { ...cable, category: 'cat5e' }), {
  what: /cat 5e$/,
  sure: 'possible',
});

isSilent('cableOld', 'in cat 6', () => put(house, { ...cable, category: 'cat6' }));
