import { smallHouse } from '@/testing/smallHouse';
import { applyEdit, putOne } from '../job/edits';
import { get, type Job } from '../job/job';
import { makeRecord } from '../job/make';
import type { AnyRecord, Unit } from '../job/records';
import { networkOf } from '../network/backhaul';
import { linkTo } from '../network/linkTo';
import { predictJob } from '../network/predict';
import { buildScene } from '../propagation/scene';
import { halfwayBaselines } from './halfwayBaseline';

const put = (job: Job, ...records: AnyRecord[]) => applyEdit(job, putOne('x', ...records)).job;
const empty = smallHouse({ widthM: 24, depthM: 6, storeys: 2, planDownMbps: 900, planUpMbps: 900 });
/** Two heavy walls on each storey: a metre or two to either side gives other rates. */
const house = put(
  empty,
  ...['storey-0', 'storey-1'].flatMap((storeyId) =>
    [10.5, 13].map((x) =>
      makeRecord({
        type: 'wall',
        id: `heavy-${storeyId}-${x * 10}`,
        storeyId,
        ax: x,
        ay: 0.2,
        bx: x,
        by: 5.8,
        assemblyId: 'asm-stone',
      }),
    ),
  ),
);
const unitAt = (id: string, kitId: string, storeyId: string, xM: number, heightM: number): Unit =>
  makeRecord({
    type: 'unit',
    id,
    letter: id,
    name: id,
    kitId,
    storeyId,
    xM,
    yM: 3,
    heightM,
    tiltDeg: 0,
    facingDeg: 0,
    found: false,
    planned: true,
  });
const spotAt = (id: string, number: number, storeyId: string, xM: number): AnyRecord =>
  makeRecord({
    type: 'spot',
    id,
    number,
    name: id,
    storeyId,
    roomId: house.rooms.find((r) => r.storeyId === storeyId)?.id ?? '',
    xM,
    yM: 3,
    heightM: 1,
    activityIds: null,
  });
const main = unitAt('A', 'kit-main', 'storey-0', 1, 1);

/** A main unit at one end and a node on a cable at the other, with some spots. */
function planned(node: Unit, ...spots: AnyRecord[]): Job {
  const bare = applyEdit(house, {
    label: 'x',
    put: [],
    remove: [...house.spots, ...house.links, ...house.units].map((r) => r.id),
  }).job;
  const placed = put(bare, main, node, ...spots);
  return put(placed, linkTo(placed, node, main, { medium: 'ethernet', category: 'cat6', lengthM: 20 }));
}
const predictionsOf = (job: Job) => {
  const scene = buildScene(job);
  return predictJob(job, scene, networkOf(job, scene, 'planned'));
};

test('the unit goes to the middle between its uplink and its worst spot, joined by radio', () => {
  const node = unitAt('B', 'kit-node', 'storey-0', 20, 1);
  const job = planned(node, spotAt('near', 1, 'storey-0', 19), spotAt('far', 2, 'storey-0', 23));
  const predictions = predictionsOf(job);
  const far = predictions.find((p) => p.spotId === 'far');
  const near = predictions.find((p) => p.spotId === 'near');
  expect(far?.unitId).toBe('B');
  expect(far?.headroomDb).toBeLessThan(near?.headroomDb ?? 0);
  const [baseline] = halfwayBaselines(job, buildScene(job), [node], predictions);
  // by hand: main at 1 m, spot at 23 m, both 1 m up
  const moved = { ...node, xM: 12, yM: 3, heightM: 1, mount: 'shelf' as const };
  const link = linkTo(job, moved, main, { medium: 'wireless', radio: 'dedicated', band: '5' });
  const then = predictionsOf(put(job, moved, link));
  expect(baseline).toEqual({
    letter: 'B',
    spotId: 'far',
    downMbps: far?.downMbps,
    halfWayMbps: then.find((p) => p.spotId === 'far')?.downMbps,
    met: predictions.filter((p) => p.certainty >= 0.9).length,
    halfWayMet: then.filter((p) => p.certainty >= 0.9).length,
  });
});

test.each([
  ['low', 1, 1, 'storey-0'],
  ['high', 2.3, 2.2, 'storey-1'],
])(
  'a spot on the storey above, both %s: the middle is on the storey that its height says',
  (_where, mainM, spotM, storeyId) => {
    const node = unitAt('B', 'kit-node', 'storey-1', 20, 2);
    const far = { ...spotAt('far', 1, 'storey-1', 23), heightM: spotM } as AnyRecord;
    const high = { ...main, heightM: mainM };
    const job = put(planned(node, far), high);
    const [baseline] = halfwayBaselines(job, buildScene(job), [node], predictionsOf(job));
    const floorOf = (id: string) => get(house, 'storey', id).floorZM;
    const middleZ = (floorOf('storey-0') + mainM + floorOf('storey-1') + spotM) / 2;
    const heightM = Math.min(
      get(house, 'storey', storeyId).heightM - 0.2,
      Math.max(0.2, middleZ - floorOf(storeyId)),
    );
    const moved = { ...node, storeyId, xM: 12, yM: 3, heightM, mount: 'shelf' as const };
    const link = linkTo(job, moved, high, { medium: 'wireless', radio: 'dedicated', band: '5' });
    const then = predictionsOf(put(job, moved, link));
    expect(baseline?.halfWayMbps).toBeCloseTo(then.find((p) => p.spotId === 'far')?.downMbps ?? NaN, 9);
  },
);

test('a unit that serves nothing, or has no uplink, has no baseline', () => {
  const node = unitAt('B', 'kit-node', 'storey-0', 20, 1);
  const job = planned(node, spotAt('beside', 1, 'storey-0', 1.5));
  const predictions = predictionsOf(job);
  expect(predictions[0]?.unitId).toBe('A');
  expect(halfwayBaselines(job, buildScene(job), [node, main], predictions)).toEqual([]);
});
