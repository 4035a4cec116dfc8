import { house, isSilent, put, says } from '@/testing/testPlans';

says('testDeviceSlow', () => put(house, { ...house.info, testDeviceId: 'dev-laptop' }), {
  what: /shows \d+ Mbps at most, and \d+ are needed$/,
  sure: 'certain',
});

isSilent('testDeviceSlow', 'with a phone that shows more than is needed', () => house);
