import { linkTo } from '../../network/linkTo';
import { A, house, isSilent, put, says, unit } from '@/testing/testPlans';

says(
  'twoRouters',
  () => {
    const main = unit('M', 'main');
    return put(house, main, linkTo(house, main, A, { medium: 'ethernet', category: 'cat6', lengthM: 5 }));
  },
  {
    what: /^M would route behind A/,
    sure: 'likely',
  },
);

isSilent('twoRouters', 'with a mesh node behind the router', () => house);
