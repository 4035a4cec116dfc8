import { demos } from '@/testing/demoJobs';
import { applyEdit } from '../job/edits';
import type { Job } from '../job/job';
import { spotNeed } from '../job/needs';
import type { Reading } from '../job/records';
import { noteRun } from './noteRun';
import { proveSpot } from './spotProof';
import { testsTogether } from './together';

const [demo] = demos;
if (!demo) throw new Error('no demo');
const { job } = demo;
const [one, two] = job.spots;
if (!one || !two) throw new Error('no spots');
const run = (spot: typeof one, n: number, down: number, over: Partial<Reading> = {}): Reading => ({
  ...noteRun(job, spot, 'after', n, {
    ...{ connected: true, downMbps: down, upMbps: 100, latencyMs: 10 },
    ...{ source: 'measured', takenAt: `2026-11-20T10:0${n}:00.000Z` },
  }),
  ...over,
});
const withRuns = (...put: Reading[]): Job => applyEdit(job, { label: 'x', put, remove: [] }).job;
const [a, b] = [spotNeed(job, one).downMbps, spotNeed(job, two).downMbps];

test('what each got at once, what is needed, and the spots alone', () => {
  const tested = withRuns(
    run(one, 1, a + 300),
    run(one, 2, a - 1, { togetherId: 't-1' }),
    run(two, 1, b + 5, { togetherId: 't-1' }),
  );
  const [t, ...more] = testsTogether(tested);
  expect(more).toEqual([]);
  expect(t).toMatchObject({ met: 1, downMbps: a + b + 4, needDownMbps: a + b, simulated: false });
  expect(t?.spots.map((s) => [s.met, s.aloneMbps])).toEqual([
    [false, a + 300],
    [true, null],
  ]);
});

test('one left over from a test that broke off is none; the newest comes first', () => {
  const tested = withRuns(
    run(one, 1, 50, { togetherId: 'lone' }),
    run(one, 2, 50, { togetherId: 'old' }),
    run(two, 2, 50, { togetherId: 'old' }),
    run(one, 3, 50, { togetherId: 'new' }),
    run(two, 3, 50, { togetherId: 'new' }),
  );
  expect(testsTogether(tested).map((t) => t.id)).toEqual(['new', 'old']);
});

test('runs made beside others prove nothing of the spot alone', () => {
  const alone = withRuns(...[1, 2, 3, 4, 5].map((n) => run(one, n, a + 50)));
  const both = applyEdit(alone, {
    label: 'x',
    put: [6, 7, 8].map((n) => run(one, n, 1, { togetherId: `t-${n}` })),
    remove: [],
  }).job;
  expect(proveSpot(both, one)).toEqual(proveSpot(alone, one));
});
