import { A, air, house, isSilent, put, says, unit } from '@/testing/testPlans';

says(
  'plugCoversPlate',
  () => {
    const plug = unit('C', 'plug-in');
    return put(house, plug, air(plug, A));
  },
  {
    what: /^C covers all sockets of/,
    sure: 'likely',
  },
);

isSilent('plugCoversPlate', 'with room on the plate', () => {
  const plug = unit('C', 'plug-in');
  return put(
    house,
    plug,
    air(plug, A),
    ...house.services.flatMap((s) => (s.kind === 'socket' ? [{ ...s, outlets: 3 }] : [])),
  );
});
