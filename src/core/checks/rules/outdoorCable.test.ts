import { get } from '../../job/job';
import { linkTo } from '../../network/linkTo';
import { calm, house, isSilent, put, says, unit } from '@/testing/testPlans';

says('outdoorCable', () => house, {
  what: /^The cable to B goes/,
  sure: 'possible',
});

isSilent('outdoorCable', 'within a building', () => {
  const inside = unit('C', 'node');
  return put(
    calm,
    inside,
    linkTo(calm, inside, get(calm, 'unit', 'unit-m'), { medium: 'ethernet', category: 'cat6', lengthM: 9 }),
  );
});
