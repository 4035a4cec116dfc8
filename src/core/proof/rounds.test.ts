import { demos } from '@/testing/demoJobs';
import { applyEdit, putOne } from '../job/edits';
import { type Job, jobFromRecords } from '../job/job';
import { makeRecord } from '../job/make';
import { recordSchema, type Reading, type Spot } from '../job/records';
import { nextRun, noteRun } from './noteRun';
import { caveatsOf, compareRounds, isOfRound, roundsOf } from './rounds';
import { proveSpot } from './spotProof';

const demo = demos[0]?.job as Job;
const year = makeRecord({
  type: 'testRound',
  id: 'round-1',
  name: 'One year on',
  day: '2027-11-20',
  note: '',
});
const bare = jobFromRecords([...[...demo.byId.values()].filter((r) => r.type !== 'reading'), year]);
const [first, second, third] = bare.spots as unknown as [Spot, Spot, Spot];

type Where = Pick<Reading, 'phase' | 'roundId'>;
const after: Where = { phase: 'after', roundId: null };
const later: Where = { phase: 'later', roundId: 'round-1' };
const runsAt = (spot: Spot, where: Where, downs: number[]): Reading[] =>
  downs.map((downMbps, i) =>
    noteRun(bare, spot, where.phase, i + 1, {
      ...{ roundId: where.roundId, connected: true, downMbps, upMbps: 900, latencyMs: 5 },
      ...{ source: 'measured', takenAt: `2027-11-20T10:0${i}:00.000Z`, measures: 'house' },
    }),
  );
const jobWith = (...readings: Reading[][]) =>
  readings.reduce((job, put) => applyEdit(job, putOne('x', ...put)).job, bare);

test('rounds come in the order of time, as found and after the work first', () => {
  const again = makeRecord({ ...year, id: 'round-0', name: 'Call-back', day: '2027-01-02' });
  const job = applyEdit(jobWith(runsAt(first, later, [1, 2])), putOne('x', again)).job;
  expect(roundsOf(job).map((r) => [r.key, r.name, r.runs])).toEqual([
    ['before', 'As found', 0],
    ['after', 'After the work', 0],
    ['round-0', 'Call-back', 0],
    ['round-1', 'One year on', 2],
  ]);
});

test('runs of a later round change nothing of what was proven, and have numbers and ids of their own', () => {
  const proven = jobWith(runsAt(first, after, [900, 910, 920, 930, 940]));
  const job = applyEdit(proven, putOne('x', ...runsAt(first, later, [1, 1, 1]))).job;
  expect(job.readings).toHaveLength(8);
  expect(proveSpot(job, first)).toEqual(proveSpot(proven, first));
  expect(nextRun(job.readings, first.id, 'later', 'round-1')).toBe(4);
  expect(nextRun(job.readings, first.id, 'after')).toBe(6);
  expect(job.readings.filter((r) => isOfRound(r, later))).toHaveLength(3);
});

test('five runs all slower are told as slower at 1 in 252; the spot that fell short comes first', () => {
  const need = proveSpot(bare, second).need.downMbps;
  const high = [5, 6, 7, 8, 9].map((k) => need + 100 * k);
  const low = [1, 2, 3, 4, 5].map((k) => (need * k) / 10);
  const job = jobWith(
    ...[first, second, third].map((s) => runsAt(s, after, high)),
    runsAt(
      first,
      later,
      high.map((v) => v - 450),
    ),
    runsAt(second, later, low),
    runsAt(
      third,
      later,
      high.map((v) => v + 1),
    ),
  );
  const changes = compareRounds(job, after, later);
  const of = (spot: Spot) => changes.find((c) => c.spotId === spot.id);
  expect(changes[0]?.spotId).toBe(second.id);
  expect(of(second)).toMatchObject({ drift: 'slower', p: 1 / 252 });
  expect(of(second)?.proof.verdict).toBe('worse');
  expect(of(first)).toMatchObject({ drift: 'slower', p: 1 / 252 });
  expect(of(third)?.drift).toBe('same');
  expect(changes.filter((c) => c.drift === 'untested')).toHaveLength(bare.spots.length - 3);
  expect(compareRounds(job, later, after).find((c) => c.spotId === first.id)?.drift).toBe('faster');
});

test('how many spots may look changed by chance is said, and what else is not the same', () => {
  const [other] = bare.devices.filter((d) => d.id !== bare.info.testDeviceId);
  const elsewhere = bare.spots.flatMap((s) =>
    runsAt(s, later, [90, 91, 92, 93, 94]).map((r) => ({ ...r, deviceId: other?.id ?? null })),
  );
  const job = jobWith(
    bare.spots.flatMap((s) => runsAt(s, after, [90, 91, 92, 93, 94])),
    elsewhere,
  );
  const words = caveatsOf(compareRounds(job, after, later));
  expect(words[0]).toContain(`With ${bare.spots.length} spots, about 1 may look changed by chance`);
  expect(words.join(' ')).toContain(`after with ${other?.name}`);
});

test('a later run names its round, and no other run does', () => {
  const [run] = runsAt(first, later, [5]);
  const issues = (part: Partial<Reading>) =>
    recordSchema.safeParse({ ...run, ...part }).error?.issues.map((i) => i.path.join('.'));
  expect(issues({})).toBeUndefined();
  expect(issues({ roundId: null })).toEqual(['roundId']);
  expect(issues({ phase: 'after' })).toEqual(['roundId']);
  expect(() => applyEdit(demo, putOne('x', run as Reading))).toThrow('testRound');
});
