import { A, air, cable, house, isSilent, put, says, servicePoint, unit } from '@/testing/testPlans';

const sockets = (switched: 'no' | 'half' | 'all') =>
  house.services.flatMap((s) => (s.kind === 'socket' ? [{ ...s, switched }] : []));
const node = unit('C', 'node');

says('socketSwitched', () => put(house, node, air(node, A), ...sockets('all')), {
  what: /^C stands at socket.*, which a wall switch takes off$/,
  sure: 'likely',
});
says('socketSwitched', () => put(house, node, air(node, A), ...sockets('half')), {
  what: /^C stands at/,
  sure: 'possible',
});
says(
  'socketSwitched',
  () =>
    put(
      house,
      {
        ...cable,
        ...{ medium: 'powerline', category: null, lengthM: null, points: [] },
        ...{ fromServiceId: servicePoint('socket').id, toServiceId: servicePoint('socket', 1).id },
        adapterKitId: house.kits.find((k) => k.kind === 'powerline' && k.radios.length === 0)?.id ?? '',
      },
      { ...servicePoint('socket', 1), switched: 'all' },
    ),
  { what: /^An adapter of B/, sure: 'likely' },
);
isSilent('socketSwitched', 'at plain sockets', () => put(house, node, air(node, A)));
