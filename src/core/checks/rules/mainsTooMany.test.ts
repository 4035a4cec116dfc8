import { isSilent, mains, outlets, put, says, servicePoint, unit } from '@/testing/testPlans';

says(
  'mainsTooMany',
  () => {
    const D = unit('D', 'node', { xM: 3 });
    return put(
      mains({}, {}),
      D,
      outlets(D, 'powerline', servicePoint('socket', 2), servicePoint('socket', 3), 'mains-pair'),
    );
  },
  {
    what: /^4 powerline adapters share the mains$/,
    sure: 'likely',
  },
);

isSilent('mainsTooMany', 'with one pair', () => mains({}, {}));
