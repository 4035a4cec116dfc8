import { smallHouse } from '@/testing/smallHouse';
import { makeSpot } from '../survey/place';
import { applyEdit } from './edits';
import type { Job } from './job';
import { mostOf, tooMany } from './limits';

const job = (() => {
  const bare = smallHouse();
  const made = makeSpot(bare, 'storey-0', [2, 2]);
  if (!made.ok) throw new Error(made.why);
  return applyEdit(bare, made.edit).job;
})();
/** The same with so many spots; only how many there are is looked at. */
const withSpots = (count: number): Job => ({
  ...job,
  spots: Array.from({ length: count }, () => job.spots[0]) as Job['spots'],
});

test('a job within its limits is not too large, one spot more is', () => {
  const most = mostOf('spots');
  expect(tooMany(job)).toBeNull();
  expect(tooMany(withSpots(most))).toBeNull();
  expect(tooMany(withSpots(most + 1))).toEqual({ collection: 'spots', count: most + 1, most });
});

test('of readings there may be more than of anything else', () => {
  expect(mostOf('readings')).toBeGreaterThan(mostOf('spots'));
  expect(mostOf('walls')).toBe(mostOf('spots'));
});
