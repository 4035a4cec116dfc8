import { quayHouse } from '@/../demo/make/quayHouse';
import { makeCompute } from '@/workers/compute';
import { applyEdit, putOne } from '../job/edits';
import { get, type Job, jobFromRecords } from '../job/job';
import { recordSchema, type Unit } from '../job/records';
import { buildScene } from '../propagation/scene';
import { networkOf } from './backhaul';
import { predictJob } from './predict';

const job = jobFromRecords(quayHouse());
const numbersIn = (value: unknown): number[] =>
  typeof value === 'number'
    ? [value]
    : Array.isArray(value)
      ? value.flatMap(numbersIn)
      : value && typeof value === 'object'
        ? Object.values(value).flatMap(numbersIn)
        : [];
/** All that a screen could show of a job's plan. */
function shown(j: Job) {
  const scene = buildScene(j);
  const predictions = predictJob(j, scene, networkOf(j, scene, 'planned'));
  const compute = makeCompute();
  compute.setJob([...j.byId.values()]);
  const areas = ['ground', 'first'].map((storeyId) => compute.areas(storeyId, 'planned'));
  return { predictions, areas };
}
const withUnit = (over: Partial<Unit>): Job =>
  applyEdit(job, putOne('x', { ...get(job, 'unit', 'unit-a'), ...over })).job;
const without = (types: readonly string[]): Job =>
  jobFromRecords([...job.byId.values()].filter((r) => !types.includes(r.type)));

const a = get(job, 'unit', 'unit-a');
const spot = get(job, 'spot', 'spot-5');
const wall = job.walls.find((w) => w.storeyId === 'ground' && w.assemblyId === 'asm-stone');

test.each<[string, Job]>([
  ['a unit inside a wall', withUnit({ xM: wall?.ax ?? 0, yM: wall?.ay ?? 0 })],
  ['a unit in the plane of a wall', withUnit({ xM: 5, yM: 5 })],
  ['a unit on top of a spot', withUnit({ xM: spot.xM, yM: spot.yM, heightM: spot.heightM })],
  [
    'two units at one place',
    applyEdit(
      job,
      putOne('x', {
        ...get(job, 'unit', 'unit-b'),
        storeyId: a.storeyId,
        xM: a.xM,
        yM: a.yM,
        heightM: a.heightM,
      }),
    ).job,
  ],
  ['a unit in the floor', withUnit({ heightM: 0 })],
  ['no walls at all', without(['wall', 'opening'])],
  ['no rooms', without(['room', 'spot', 'reading'])],
  ['no units', without(['unit', 'link'])],
])('%s gives numbers, never NaN', (_name, bad) => {
  const { predictions, areas } = shown(bad);
  expect(predictions).toHaveLength(bad.spots.length);
  expect(numbersIn([predictions, areas]).some(Number.isNaN)).toBe(false);
  // only headroom may have no bound: where no signal would do
  for (const p of predictions) expect(numbersIn({ ...p, headroomDb: 0 }).every(Number.isFinite)).toBe(true);
});

test('a height that is no number is refused by name, in a file and in the engine', () => {
  const bad = { ...get(job, 'spot', 'spot-5'), heightM: NaN };
  expect(recordSchema.safeParse(bad).error?.issues[0]?.path).toEqual(['heightM']);
  const broken = jobFromRecords(
    quayHouse().map((r) => (r.type === 'storey' && r.id === 'first' ? { ...r, floorZM: NaN } : r)),
  );
  expect(() => buildScene(broken)).toThrow(/its place or height is not a number/);
});
