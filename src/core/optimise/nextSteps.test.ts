import { quayHouse } from '@/../demo/make/quayHouse';
import { applyEdit, putOne } from '../job/edits';
import { get, jobFromRecords } from '../job/job';
import { networkOf } from '../network/backhaul';
import { predictJob } from '../network/predict';
import { buildScene } from '../propagation/scene';
import { nextSteps } from './nextSteps';

const house = jobFromRecords(quayHouse());
const scene = buildScene(house);
const predict = (job: typeof house) =>
  predictJob(job, scene, networkOf(job, scene, 'planned'), { why: false });
const now = predict(house);

test('a spot that is short gets steps that do what they say, and take nothing from the others', () => {
  const short = now.filter((p) => p.certainty < 0.9).map((p) => p.spotId);
  expect(short.length).toBeGreaterThan(1);
  let sure = 0;
  for (const spotId of short.slice(0, 3)) {
    const own = now.find((p) => p.spotId === spotId);
    const steps = nextSteps(house, scene, spotId);
    expect(steps.length).toBeGreaterThan(0);
    expect(new Set(steps.map((s) => s.kind)).size).toBe(steps.length);
    for (const s of steps) {
      expect(s.words).not.toMatch(/undefined|NaN/);
      expect(s.others).toBeGreaterThanOrEqual(0);
      expect(s.headroomDb).toBeGreaterThan(own?.headroomDb ?? 0);
      if (s.certainty >= 0.9) sure++;
      if (!s.edit) continue;
      const then = predict(applyEdit(house, s.edit).job).find((p) => p.spotId === spotId);
      expect(then?.downMbps).toBeCloseTo(s.downMbps, 6);
      expect(then?.certainty).toBeCloseTo(s.certainty, 9);
    }
  }
  expect(sure).toBeGreaterThan(0);
});

test('what is sure comes before what is not, and less work before more', () => {
  const [worst] = [...now].sort((a, b) => a.certainty - b.certainty);
  const steps = nextSteps(house, scene, worst?.spotId ?? '');
  const sure = steps.map((s) => Number(s.certainty >= 0.9));
  expect(sure).toEqual([...sure].sort((a, b) => b - a));
});

test('a unit that lies on its side is put upright where that helps', () => {
  const a = get(house, 'unit', 'unit-a');
  const tipped = applyEdit(house, putOne('x', { ...a, tiltDeg: 90, facingDeg: 0 })).job;
  const kinds = new Set(
    predict(tipped)
      .filter((p) => p.unitId === a.id && p.certainty < 0.99)
      .flatMap((p) => nextSteps(tipped, scene, p.spotId).map((s) => s.kind)),
  );
  expect(kinds.has('turn') || kinds.has('move')).toBe(true);
});

test('a need beyond the plan speed is told to want another plan', () => {
  const spot = get(house, 'spot', 'spot-5');
  const [activity] = house.activities;
  if (!activity) throw new Error('no activity');
  const downMbps = house.info.planDownMbps + 30;
  const job = applyEdit(
    house,
    putOne(
      'x',
      { ...activity, id: 'greedy', name: 'Much', downMbps, upMbps: 1, latencyMs: 900 },
      { ...spot, activityIds: ['greedy'] },
    ),
  ).job;
  const step = nextSteps(job, scene, 'spot-5').find((s) => s.kind === 'plan');
  if (step) expect(step.words).toMatch(/^Order a contract of \d+ Mbps$/);
  else expect(predict(job).find((p) => p.spotId === 'spot-5')?.limitedBy).not.toBe('plan');
});
