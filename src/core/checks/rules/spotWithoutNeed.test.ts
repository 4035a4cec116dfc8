import { get } from '../../job/job';
import { house, isSilent, put, says } from '@/testing/testPlans';

says('spotWithoutNeed', () => put(house, { ...get(house, 'spot', 'spot-5'), activityIds: [] }), {
  what: /^Spot 5, .+, has no need$/,
  sure: 'certain',
});

isSilent('spotWithoutNeed', 'when every spot has one', () => house);
