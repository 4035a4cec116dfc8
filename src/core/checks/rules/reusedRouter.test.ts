import { linkTo } from '../../network/linkTo';
import { A, house, isSilent, put, says, unit } from '@/testing/testPlans';

says(
  'reusedRouter',
  () => {
    const main = unit('M', 'main');
    return put(house, main, linkTo(house, A, main, { medium: 'ethernet', category: 'cat6', lengthM: 5 }));
  },
  {
    what: /^A, the old router, is used behind/,
    sure: 'certain',
  },
);

isSilent('reusedRouter', 'while it is the main unit', () => house);
