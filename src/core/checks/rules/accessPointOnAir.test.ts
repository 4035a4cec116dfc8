import { linkTo } from '../../network/linkTo';
import { A, air, house, isSilent, put, says, unit } from '@/testing/testPlans';

says(
  'accessPointOnAir',
  () => {
    const point = unit('C', 'access-point');
    return put(house, point, air(point, A));
  },
  {
    what: /^C is an access point and is planned with a wireless uplink$/,
    sure: 'certain',
  },
);

isSilent('accessPointOnAir', 'on a cable', () => {
  const point = unit('C', 'access-point');
  return put(house, point, linkTo(house, point, A, { medium: 'ethernet', category: 'cat6', lengthM: 9 }));
});
