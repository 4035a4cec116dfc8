import { quayHouse } from '@/../demo/make/quayHouse';
import { applyEdit, putOne } from '../job/edits';
import { get, type Job, jobFromRecords } from '../job/job';
import type { JobInfo } from '../job/records';
import { buildScene } from '../propagation/scene';
import { evaluatePlan } from './evaluate';

const job = jobFromRecords(quayHouse());
const scene = buildScene(job);
const withInfo = (part: Partial<JobInfo>): Job => applyEdit(job, putOne('x', { ...job.info, ...part })).job;
const now = evaluatePlan(job, scene);

test('money is the bill with an hour of work at its price; what was found costs nothing', () => {
  expect(now.costEur).toBeCloseTo(now.partsEur + (now.minutes / 60) * 45, 9);
  expect(now.partsEur).toBeGreaterThan(get(job, 'kit', get(job, 'unit', 'unit-b').kitId).priceEur);
  const bare = applyEdit(job, {
    label: 'x',
    put: [],
    remove: ['unit-b', ...job.links.filter((l) => l.unitId === 'unit-b').map((l) => l.id)],
  }).job;
  expect(evaluatePlan(bare, scene)).toMatchObject({ costEur: 0, partsEur: 0, minutes: 0, holes: 0 });
});

test('needs are the spots and the fixed devices on Wi-Fi, met from 90 % on', () => {
  expect(now.needs.filter((n) => n.kind === 'spot')).toHaveLength(job.spots.length);
  const devices = now.needs.filter((n) => n.kind === 'device');
  expect(devices.length).toBeGreaterThan(0);
  for (const { id } of devices) expect(job.fixedDevices.map((d) => d.id)).toContain(id);
  for (const n of now.needs) expect(n.met).toBe(n.certainty >= 0.9);
  const alone = evaluatePlan(
    jobFromRecords([...job.byId.values()].filter((r) => r.type !== 'unit' && r.type !== 'link')),
    scene,
  );
  expect(alone.needs.every((n) => !n.met && n.headroomDb === null)).toBe(true);
});

test('only restrictions in force are told, with whether the plan breaks them', () => {
  const of = (part: Partial<JobInfo>) => evaluatePlan(withInfo(part), scene).restrictions;
  const none = {
    noDrilling: false,
    noOuterDrilling: false,
    noVisibleCable: false,
    listed: false,
    rented: false,
    budget: null,
  };
  expect(of(none)).toEqual([]);
  const cable = job.links.find((l) => l.unitId === 'unit-b');
  if (!cable) throw new Error('B hangs on no cable');
  for (const [holes, part] of [
    [2, { rented: true }],
    [0, { rented: true }],
    [2, { noDrilling: true }],
  ] as const) {
    const drilled = applyEdit(withInfo({ ...none, ...part }), putOne('x', { ...cable, holes })).job;
    expect(evaluatePlan(drilled, scene).restrictions).toEqual([{ rule: 'no hole', broken: holes > 0 }]);
  }
  expect(of({ ...none, listed: true }).map((r) => r.rule)).toEqual(['no hole outside', 'no cable in sight']);
  expect(of({ ...none, budget: now.partsEur })).toEqual([{ rule: 'budget', broken: false }]);
  expect(of({ ...none, budget: now.partsEur - 1 })).toEqual([{ rule: 'budget', broken: true }]);
});

test('what is busiest passes its share exactly where all at once no longer fits', () => {
  expect(now.atOnce.busiest?.share).toBeGreaterThan(0);
  expect((now.atOnce.busiest?.share ?? 0) <= 1).toBe(now.atOnce.fits);
  const narrow = evaluatePlan(withInfo({ planDownMbps: 1, planUpMbps: 1 }), scene);
  expect(narrow.atOnce.fits).toBe(false);
  expect(narrow.atOnce.busiest).toMatchObject({ what: 'the street' });
});
