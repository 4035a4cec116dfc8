import { houses } from '@/testing/houses';
import { networkOf } from '../network/backhaul';
import { predictJob } from '../network/predict';
import { sureEnough } from '../network/sureEnough';
import { placeInSpace } from '../propagation/scene';
import { keptOf } from './kept';
import { namedPlaces, unitAt } from './candidates';
import { firstPlaces, withNearest } from './firstPlaces';

test.each(houses)(
  '%s: a few places, each open need near to one of them where there is one',
  (_name, job, scene) => {
    const kept = keptOf(job);
    const few = firstPlaces(kept, scene, sureEnough);
    const places = namedPlaces(kept);
    expect(few.size).toBeLessThanOrEqual(Math.ceil(places.length / 2));
    expect(places.filter((c) => few.has(c.id))).toHaveLength(few.size);
    const unmet = predictJob(kept, scene, networkOf(kept, scene, 'planned'), { why: false })
      .filter((p) => p.certainty < sureEnough)
      .map((p) => p.spotId);
    const product = job.kits.find((k) => k.kind === 'node');
    if (!product) throw new Error('no node');
    /** Way through the air between a place and a spot, m, over rooms and storeys. */
    const apart = (c: (typeof places)[number], spotId: string) => {
      const spot = job.spots.find((s) => s.id === spotId);
      if (!spot) throw new Error('no spot');
      const [a, b] = [placeInSpace(job, unitAt(product, c, 'x', 'X')), placeInSpace(job, spot)];
      return Math.hypot(a[0] - b[0], a[1] - b[1]);
    };
    for (const id of unmet) {
      const near = (list: typeof places) => list.filter((c) => apart(c, id) < 8).length;
      expect(near(places.filter((c) => few.has(c.id)))).toBeGreaterThanOrEqual(Math.min(1, near(places)));
    }
  },
);

test('where the few do not do, the nearest to what is lost are added, and nothing goes', () => {
  const [, job, scene] = houses[0] ?? [];
  if (!job || !scene) throw new Error('no house');
  const kept = keptOf(job);
  const few = firstPlaces(kept, scene, sureEnough);
  const [spot] = job.spots;
  if (!spot) throw new Error('no spot');
  expect(withNearest(kept, few, new Set())).toEqual(few);
  const more = withNearest(kept, few, new Set([spot.id]));
  expect([...few].every((id) => more.has(id))).toBe(true);
  expect(more.size).toBeGreaterThan(few.size);
  expect(more.size).toBeLessThanOrEqual(few.size + 8);
});
