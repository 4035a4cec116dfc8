import { A, house, isSilent, put, says } from '@/testing/testPlans';

says('radarChannel', () => put(house, { ...A, channels: { '2.4': null, '5': 100, '6': null } }), {
  what: /channel 100, a DFS channel$/,
  sure: 'possible',
});

isSilent('radarChannel', 'on a channel without radar', () =>
  put(house, { ...A, channels: { '2.4': null, '5': 36, '6': null } }),
);
