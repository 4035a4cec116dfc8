import { C, house, isSilent, mains, outlets, put, says, servicePoint } from '@/testing/testPlans';

says(
  'mainsBeyondSubBoard',
  () => {
    const loft = house.services.find((s) => s.kind === 'socket' && s.circuit === 'N1');
    if (!loft) throw new Error('no socket in the loft');
    return put(house, C, outlets(C, 'powerline', servicePoint('socket'), loft, 'mains-pair'));
  },
  {
    what: /goes beyond/,
    sure: 'likely',
  },
);

isSilent('mainsBeyondSubBoard', 'on one board', () => mains({}, {}));
