import { A, house, isSilent, put, says } from '@/testing/testPlans';

says('channelNotAllowed', () => put(house, { ...A, channels: { '2.4': 14, '5': null, '6': null } }), {
  what: /channel 14 at 2.4 GHz/,
  sure: 'likely',
});

isSilent('channelNotAllowed', 'on a channel of the country', () =>
  put(house, { ...A, channels: { '2.4': 13, '5': 36, '6': null } }),
);
