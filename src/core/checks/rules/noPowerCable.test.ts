import { linkTo } from '../../network/linkTo';
import { A, air, B, house, isSilent, put, says, unit } from '@/testing/testPlans';

says(
  'noPowerCable',
  () => {
    const point = unit('C', 'outdoor', { storeyId: 'open-air', xM: 8, yM: -4 });
    return put(house, point, air(point, B));
  },
  {
    what: /^C needs PoE/,
    sure: 'likely',
  },
);

isSilent('noPowerCable', 'on a cable', () => {
  const point = unit('C', 'outdoor', { storeyId: 'open-air', xM: 8, yM: -4 });
  return put(house, point, linkTo(house, point, A, { medium: 'ethernet', category: 'cat6', lengthM: 20 }));
});
