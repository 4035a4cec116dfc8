import { A, B, house, isSilent, put, says } from '@/testing/testPlans';

says(
  'sameChannel',
  () =>
    put(
      house,
      { ...A, channels: { '2.4': 6, '5': null, '6': null } },
      { ...B, channels: { '2.4': 6, '5': null, '6': null } },
    ),
  {
    what: /^A and B use overlapping channels at 2.4 GHz$/,
    sure: 'likely',
  },
);

isSilent('sameChannel', 'on channels apart', () =>
  put(
    house,
    { ...A, channels: { '2.4': 6, '5': null, '6': null } },
    { ...B, channels: { '2.4': 1, '5': null, '6': null } },
  ),
);
