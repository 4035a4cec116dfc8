import { isSilent, mains, outlets, put, says, service, unit } from './testPlans';

says(
  'mainsTooMany',
  () => {
    const D = unit('D', 'node', { xM: 3 });
    return put(
      mains({}, {}),
      D,
      outlets(D, 'powerline', service('socket', 2), service('socket', 3), 'mains-pair'),
    );
  },
  {
    what: /^4 powerline adapters share the mains$/,
    sure: 'likely',
  },
);

isSilent('mainsTooMany', 'with one pair', () => mains({}, {}));
