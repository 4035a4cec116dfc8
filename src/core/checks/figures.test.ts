/** Snags and gaps of whole houses and of broken ones: a change is seen here and must be meant. */
import { houses } from '@/testing/houses';
import { line } from '@/testing/rounded';
import { applyEdit } from '../job/edits';
import type { Job } from '../job/job';
import type { AnyRecord } from '../job/records';
import { networkOf } from '../network/backhaul';
import { placeInSpace } from '../propagation/scene';
import type { Scene } from '../propagation/model';
import { boxesAround, cables, linksBy, outletsOf } from './near';
import { snagsOf } from './snags';
import { surveyGaps } from './surveyGaps';
import { wallPlace } from './wallPlace';

/** The house with something wrong in many places: no needs, long cables, walls without construction, units tipped, boosted and outdoors. */
function broken(job: Job): Job {
  const put: AnyRecord[] = [
    ...job.units.map((u, i): AnyRecord => ({
      ...u,
      tiltDeg: i % 2 ? 60 : 0,
      heightM: i % 3 ? 0.05 : 2.4,
      mount: 'shelf',
    })),
    ...job.links.map((l, i): AnyRecord => ({
      ...l,
      ...(l.medium === 'ethernet' || l.medium === 'fibre'
        ? { lengthM: i % 2 ? 120 : 60, category: 'cat5e' }
        : {}),
    })),
    ...job.spots.map((s, i): AnyRecord => (i % 3 ? s : { ...s, activityIds: [] })),
    { ...job.info, noDrilling: true, testDeviceId: null },
  ];
  return applyEdit(job, { label: 'x', put, remove: [] }).job;
}
const snags = (job: Job, scene: Scene) =>
  snagsOf(job, scene, networkOf(job, scene, 'planned')).map(({ repair, ...s }) =>
    line([s, repair !== null && repair !== undefined]),
  );

test.each(houses)('%s: snags as it is and broken', (_name, job, scene) => {
  expect(snags(job, scene)).toMatchSnapshot('as it is');
  expect(snags(broken(job), scene)).toMatchSnapshot('broken');
});

test.each(houses)('%s: gaps, what stands near, where walls are', (_name, job, scene) => {
  const terms = job.spots.map((s) => ({ spotId: s.id, terms: [] }));
  expect(surveyGaps(broken(job), terms as never).map((g) => line({ ...g, repair: null }))).toMatchSnapshot();
  expect([
    job.units.map((u) => [u.letter, boxesAround(job, scene, placeInSpace(job, u)).map((o) => o.id)]),
    line(
      (['coax', 'powerline'] as const).flatMap((m) => [
        linksBy(job, m).length,
        outletsOf(job, m).map((o) => o.letter),
      ]),
    ),
    cables(job).map(({ letter, ports, apart }) => line([letter, ports, apart])),
    job.walls.filter((_, i) => i % 3 === 0).map((w) => wallPlace(job, w)),
  ]).toMatchSnapshot();
});
