/* The single moves that help a spot, in an open field: there it is plain which way is best. */
import { activity, bare, M, scene } from '@/testing/fourUnits';
import { applyEdit } from '../job/edits';
import { get, type Job } from '../job/job';
import type { AnyRecord } from '../job/records';
import { nextSteps } from './nextSteps';

/** M alone in the middle of the field, and one spot that asks for so much. */
function asking(downMbps: number, xM: number, yM: number, ...more: AnyRecord[]): Job {
  const gone = ['unit-a', 'unit-b', 'unit-c', 'spot-a', 'spot-b', 'spot-c'];
  const kit = get(bare, 'kit', 'kit-main');
  const put: AnyRecord[] = [
    { ...bare.info, planDownMbps: 2000, planUpMbps: 2000 },
    { ...activity, downMbps },
    { ...M, xM: 0, yM: 0 },
    { ...get(bare, 'spot', 'spot-m'), xM, yM },
    { ...kit, radios: kit.radios.map((r) => ({ ...r, eirpDbm: 12 })) },
    ...more,
  ];
  return applyEdit(bare, { label: 'x', put, remove: gone }).job;
}
const steps = (job: Job) => nextSteps(job, scene, 'spot-m');
const move = (job: Job) => steps(job).find((s) => s.kind === 'move');

test.each([
  [15, 0, 'east'],
  [-15, 0, 'west'],
  [0, 15, 'south'],
  [0, -15, 'north'],
  [11, 11, 'south-east'],
  [-11, -11, 'north-west'],
])('towards a spot at (%d, %d) is %s, as far as is tried', (x, y, name) => {
  const step = move(asking(420, x, y));
  expect(step?.words).toBe(`Move M 250 cm ${name}, towards spot 1`);
  const [moved] = step?.edit?.put.filter((r) => r.type === 'unit') ?? [];
  const length = Math.hypot(x, y);
  expect((moved as { xM: number }).xM).toBeCloseTo((2.5 * x) / length, 1);
  expect((moved as { yM: number }).yM).toBeCloseTo((2.5 * y) / length, 1);
  // 2.5 of 15 m nearer is 1.6 dB
  expect(step?.headroomDb).toBeGreaterThan(1);
});

test('a unit stays in a room of its storey', () => {
  const room = get(bare, 'room', 'room');
  const narrow: AnyRecord = {
    ...room,
    outline: [
      [-20, -20],
      [1.2, -20],
      [1.2, 20],
      [-20, 20],
    ],
  };
  const spotRoom: AnyRecord = {
    ...room,
    id: 'east',
    name: 'East',
    outline: [
      [10, -20],
      [20, -20],
      [20, 20],
      [10, 20],
    ],
  };
  const job = asking(420, 15, 0, narrow, spotRoom, {
    ...get(bare, 'spot', 'spot-m'),
    roomId: 'east',
    xM: 15,
    yM: 0,
  });
  const step = move(job);
  const [moved] = step?.edit?.put.filter((r) => r.type === 'unit') ?? [];
  if (moved) expect((moved as { xM: number }).xM).toBeLessThanOrEqual(1.2);
});

test('where all is well there is nothing to buy: nearer is all that helps', () =>
  expect(steps(asking(5, 3, 0)).map((s) => s.kind)).toEqual(['move']));

test('more than the plan gives: the next plan in steps of 50', () => {
  const job = asking(230, 1, 0, { ...bare.info, planDownMbps: 200, planUpMbps: 200 });
  const strong = { ...job, byId: job.byId };
  const plan = steps(strong).find((s) => s.kind === 'plan');
  expect(plan?.words).toBe('Order a contract of 250 Mbps');
  expect(plan?.edit?.put).toMatchObject([{ type: 'job', planDownMbps: 250 }]);
  expect(plan?.priceEur).toBeNull();
});

test('another device is only tried where the job names one, and nothing of the plan changes', () => {
  const better: AnyRecord = { ...get(bare, 'device', 'phone'), id: 'laptop', name: 'Laptop', streams: 4 };
  const info = { ...bare.info, planDownMbps: 2000, planUpMbps: 2000, bestDeviceId: 'laptop' };
  const kit = get(bare, 'kit', 'kit-main');
  const four = { ...kit, radios: kit.radios.map((r) => ({ ...r, streams: 4, eirpDbm: 20 })) };
  const job = asking(700, 2, 0, better, info, four);
  const device = steps(job).find((s) => s.kind === 'device');
  expect(device).toMatchObject({ words: 'Test with Laptop', edit: null, others: 0, priceEur: null });
  expect(steps(asking(700, 2, 0, better, four)).some((s) => s.kind === 'device')).toBe(false);
});

test('less work comes first of those that do', () => {
  const list = steps(asking(420, 15, 0));
  const effort = ['turn', 'device', 'move', 'link', 'plan', 'unit'];
  for (const sure of [true, false]) {
    const kinds = list.filter((s) => s.certainty >= 0.9 === sure).map((s) => effort.indexOf(s.kind));
    expect(kinds).toEqual([...kinds].sort((a, b) => a - b));
  }
  expect(list.length).toBeLessThanOrEqual(4);
});
