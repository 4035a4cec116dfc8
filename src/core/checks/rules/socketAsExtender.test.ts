import { A, air, house, isSilent, put, says, unit } from '@/testing/testPlans';

says(
  'socketAsExtender',
  () => {
    const plug = unit('C', 'extender', { name: 'Smart plug by the lamp' });
    return put(house, plug, air(plug, A));
  },
  {
    what: /^C may be a smart socket/,
    sure: 'likely',
  },
);

isSilent('socketAsExtender', 'with an extender that is called one', () => {
  const plug = unit('C', 'extender', { name: 'By the lamp' });
  return put(house, plug, air(plug, A));
});
