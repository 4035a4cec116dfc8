/*
 * One unit and a few spots in the open, in one band: how often a need is met follows from the normal distribution,
 * which the many drawn cases are held against.
 */
import { assembly, brick, field, wall } from '@/testing/testScenes';
import { applyEdit, putOne } from '../job/edits';
import { get, type Job } from '../job/job';
import { makeRecord } from '../job/make';
import type { AnyRecord } from '../job/records';
import { networkOf } from '../network/backhaul';
import { predictJob } from '../network/predict';
import { buildScene } from '../propagation/scene';
import { productLibrary } from '../templates/products';
import { robustnessOf } from './robust';

const main = productLibrary.find((p) => p.id === 'kit-main');
if (!main) throw new Error('no main node');
const spot = (number: number, xM: number, yM: number): AnyRecord =>
  makeRecord({
    type: 'spot',
    id: `spot-${number}`,
    number,
    storeyId: 's',
    roomId: 'room',
    name: `at ${number}`,
    xM,
    yM,
    heightM: 1,
    activityIds: ['watch'],
  });
const scenery: AnyRecord[] = [
  assembly('brick', [brick, brick, brick]),
  { ...main, radios: main.radios.filter((r) => r.band === '5') },
  makeRecord({
    type: 'device',
    id: 'phone',
    name: 'Phone',
    standard: 'he',
    streams: 2,
    widthMHz: { '2.4': null, '5': 80, '6': null },
    txDbm: 23,
    capMbps: null,
  }),
  makeRecord({ type: 'activity', id: 'watch', name: 'Watch', downMbps: 20, upMbps: 1, latencyMs: 2000 }),
  makeRecord({
    type: 'room',
    id: 'room',
    name: 'Field',
    storeyId: 's',
    outline: [
      [-20, -20],
      [20, -20],
      [20, 20],
      [-20, 20],
    ],
    activityIds: [],
  }),
  makeRecord({
    type: 'unit',
    id: 'unit-m',
    letter: 'M',
    name: 'M',
    kitId: 'kit-main',
    storeyId: 's',
    xM: 0,
    yM: 0,
    heightM: 1,
    tiltDeg: 0,
    facingDeg: 0,
    found: true,
    planned: true,
  }),
];

/** A job with some records more, in which the need asks for just so much that its spot has so many dB of headroom. */
function tuned(
  headroomDb: number,
  ...records: AnyRecord[]
): { job: Job; headroomDb: number; certainty: number } {
  const job = field([...scenery, ...records]);
  const scene = buildScene(job);
  const predicted = (dbm: number) => {
    const kit = get(job, 'kit', 'kit-main');
    const radios = kit.radios.map((r) => ({ ...r, eirpDbm: dbm }));
    const weak = applyEdit(
      { ...job, info: { ...job.info, testDeviceId: 'phone' } },
      putOne(
        'x',
        { ...job.info, testDeviceId: 'phone', planDownMbps: 900, planUpMbps: 900 },
        { ...kit, radios },
      ),
    ).job;
    const [p] = predictJob(weak, scene, networkOf(weak, scene, 'planned'), { why: false });
    return { job: weak, headroomDb: p?.headroomDb ?? NaN, certainty: p?.certainty ?? NaN };
  };
  // what is sent is lowered until the headroom is as asked: a dB for a dB, once what comes back is not the limit
  let dbm = 20;
  for (let i = 0; i < 3; i++) dbm -= predicted(dbm).headroomDb - headroomDb;
  return predicted(dbm);
}

/** The normal distribution by its integral. */
function below(z: number): number {
  let sum = 0;
  const h = 1e-3;
  for (let x = -8; x < z; x += h) sum += (Math.exp(-((x + h / 2) ** 2) / 2) / Math.sqrt(2 * Math.PI)) * h;
  return sum;
}
const samples = 4000;
/** Three standard deviations of a share of so many. */
const chance = 3 * Math.sqrt(0.25 / samples);

test.each([-3, 0, 2, 5])('one spot with %d dB of headroom, in the open', (asked) => {
  const { job, headroomDb, certainty } = tuned(asked, spot(1, 9, 0));
  expect(headroomDb).toBeCloseTo(asked, 6);
  const scene = buildScene(job);
  const { allMet, meanMet, bySpot } = robustnessOf(job, scene, samples);
  // 2.08 dB of people and furniture and 2 dB from unit to unit; there is nothing else in the open
  const expected = below(headroomDb / Math.hypot(2.08, 2));
  expect(Math.abs(allMet - expected)).toBeLessThan(chance);
  expect(Math.abs(certainty - expected)).toBeLessThan(0.01);
  expect(meanMet).toBeCloseTo(allMet, 9);
  expect(bySpot).toEqual([{ spotId: 'spot-1', share: allMet }]);
});

describe('behind a wall', () => {
  const behind = [wall('w', [4, -20], [4, 20], 'brick')];
  const { job, headroomDb } = tuned(3, ...behind, spot(1, 9, 0));
  const scene = buildScene(job);
  const spreadDb = scene.spread[1] ?? NaN;

  test('the spread of its loss is in doubt too', () => {
    const { allMet } = robustnessOf(job, scene, samples);
    expect(spreadDb).toBeGreaterThan(1);
    expect(Math.abs(allMet - below(headroomDb / Math.hypot(2.08, 2, spreadDb)))).toBeLessThan(chance + 0.01);
  });

  test('two spots behind one wall hold or fall together: more often both than if each were on its own', () => {
    const two = applyEdit(job, putOne('x', spot(2, 9, 0.3))).job;
    const { allMet, meanMet, bySpot } = robustnessOf(two, scene, samples);
    const [p, q] = [bySpot[0]?.share ?? 0, bySpot[1]?.share ?? 0];
    expect(p).toBeLessThanOrEqual(q);
    expect(meanMet).toBeCloseTo(p + q, 9);
    expect(allMet).toBeLessThan(p);
    expect(allMet).toBeGreaterThan(p * q + chance);
  });

  test('what to measure first: a reading there tells of the wall, the unit and the place; a better third and a worse', () => {
    const { best } = robustnessOf(job, scene, samples);
    expect(best).toMatchObject({ kind: 'reading', id: 'spot-1', words: 'spot 1, at 1' });
    expect(best?.spreadDb).toBeCloseTo(Math.hypot(2.08, 2, spreadDb), 0);
    expect(best?.whenGood).toBeGreaterThan(best?.whenBad ?? 1);
  });

  test('a unit that is not there yet can’t be read: then the wall is what to measure', () => {
    const planned = applyEdit(job, putOne('x', { ...get(job, 'unit', 'unit-m'), found: false })).job;
    const { best } = robustnessOf(planned, scene, samples);
    expect(best).toMatchObject({ kind: 'loss', id: 'brick', words: 'brick' });
    expect(best?.spreadDb).toBeCloseTo(spreadDb, 9);
    // the wall's better third: one that costs less
    expect((best?.whenGood ?? 0) - (best?.whenBad ?? 0)).toBeGreaterThan(0.1);
  });

  test('where nothing is in doubt there is nothing to measure', () => {
    const sure = tuned(40, ...behind, spot(1, 9, 0));
    const { allMet, best } = robustnessOf(sure.job, scene, 600);
    expect([allMet, best]).toEqual([1, null]);
  });

  test('the same job draws the same cases', () => {
    expect(robustnessOf(job, scene, 300)).toEqual(robustnessOf(job, scene, 300));
  });
});
