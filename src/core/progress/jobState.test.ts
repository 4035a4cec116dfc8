import { demos } from '@/testing/demoJobs';
import { withRecords } from '@/testing/withRecords';
import { type Job, jobFromRecords } from '../job/job';
import { makeRecord } from '../job/make';
import type { Quote, SignOff, Visit } from '../job/records';
import { statementOf } from '../papers/signOff';
import { proveSpot } from '../proof/spotProof';
import { quoteSheetOf } from '../papers/quoteSheet';
import { type JobState, monthsLater, recordedState, stateOn } from './jobState';
import { summarise } from './jobSummary';
import { daysLater, mondayOf, weekPlan, withoutDay } from './weekPlan';

const demo = demos[0]?.job as Job;
const without = (job: Job, ...types: string[]) =>
  jobFromRecords([...job.byId.values()].filter((r) => !types.includes(r.type)));
const untested = without(demo, 'reading');
const stateOf = (job: Job) =>
  recordedState(
    job,
    job.spots.map((s) => proveSpot(job, s)),
  );
const quote = (state: Quote['state']): Quote =>
  makeRecord({
    ...{ type: 'quote', id: `quote-${state}`, name: 'Q', madeOn: '2026-11-29', state, note: '' },
    sheet: quoteSheetOf(demo, []),
  });
const mark = { name: 'Ada', at: '2026-11-29T10:00:00.000Z', path: '', hash: 'a'.repeat(64) };
const signOff = (over: Partial<SignOff> = {}): SignOff =>
  makeRecord({
    ...{ type: 'signOff', id: 'sign-off', day: '2026-11-29', statement: statementOf(demo), ...over },
  });

describe('the state of a job', () => {
  const runs = demo.spots.map((s, i) => ({ s, i }));
  const proven = withRecords(
    untested,
    ...runs.flatMap(({ s }) =>
      [1, 2, 3, 4, 5].map((run) =>
        makeRecord({
          ...{ type: 'reading', id: `r-${s.id}-${run}`, spotId: s.id, phase: 'after', run, deviceId: null },
          ...{ takenAt: '2026-11-20T10:00:00.000Z', connected: true, downMbps: 900, upMbps: 900 },
          ...{ latencyMs: 1, rssiDbm: null, source: 'measured' },
        }),
      ),
    ),
  );
  test.each<[JobState, Job]>([
    ['asked', without(untested, 'spot', 'room', 'fixedDevice', 'picture')],
    ['surveyed', untested],
    ['surveyed', withRecords(untested, quote('draft'))],
    ['quoted', withRecords(untested, quote('offered'))],
    ['surveyed', withRecords(untested, quote('declined'))],
    ['accepted', withRecords(untested, quote('offered'), quote('accepted'))],
    ['proven', proven],
    ['proven', withRecords(proven, signOff())],
    ['handed-over', withRecords(proven, signOff({ householder: mark }))],
    ['handed-over', withRecords(untested, signOff({ installer: mark }))],
  ])('%s', (state, job) => {
    expect(stateOf(job)).toBe(state);
  });

  test('with some runs after the work it is fitted, whatever they show', () => {
    const [first] = proven.readings;
    if (!first) throw new Error('no run');
    expect(stateOf(withRecords(untested, { ...first, downMbps: 0.1 }))).toBe('fitted');
  });
});

test('after the hand-over come some weeks, then the warranty, then its end', () => {
  const work = { state: 'handed-over' as const, handedOn: '2026-01-31', warrantyMonths: 13 };
  expect(stateOn(work, '2026-02-28')).toBe('handed-over');
  expect(stateOn(work, '2026-03-05')).toBe('warranty');
  expect(stateOn(work, '2027-02-27')).toBe('warranty');
  expect(stateOn(work, '2027-02-28')).toBe('closed');
  expect(stateOn({ ...work, state: 'quoted', handedOn: null }, '2030-01-01')).toBe('quoted');
});

test.each([
  ['2026-01-31', 1, '2026-02-28'],
  ['2024-01-31', 1, '2024-02-29'],
  ['2026-11-29', 24, '2028-11-29'],
  ['2026-12-15', 1, '2027-01-15'],
  ['2026-03-31', 0, '2026-03-31'],
])('%s and %i months: %s', (day, months, later) => {
  expect(monthsLater(day, months)).toBe(later);
});

describe('the week', () => {
  const visit = (id: string, over: Partial<Visit>): Visit =>
    makeRecord({ ...{ type: 'visit', id, kind: 'install', note: '' }, ...over });
  const row = (id: string, ...visits: Visit[]) => ({
    ...{ id, savedAt: '2026-11-29T10:00:00.000Z', deletedAt: null },
    job: summarise(withRecords(untested, ...visits)),
  });

  test('begins on Monday', () => {
    expect(mondayOf('2026-11-29')).toBe('2026-11-23');
    expect(mondayOf('2026-11-23')).toBe('2026-11-23');
    expect(daysLater('2026-02-27', 2)).toBe('2026-03-01');
  });

  test('has visits on their days in the order of the clock, with hands of the runbook and travel', () => {
    const rows = [
      row('late', visit('a', { day: '2026-11-25', startsAt: '14:00', travelMin: 40 })),
      row(
        'early',
        visit('b', { day: '2026-11-25', startsAt: '08:30', travelMin: 30 }),
        visit('c', { day: null }),
      ),
    ];
    const wednesday = weekPlan(rows, '2026-11-23')[2];
    expect(wednesday?.visits.map((v) => v.jobId)).toEqual(['early', 'late']);
    expect(wednesday?.travelMin).toBe(70);
    const each = rows[0]?.job.work.visits[0]?.handsMin ?? 0;
    expect(each).toBeGreaterThan(60);
    expect(wednesday?.workMin).toBe(2 * each);
    expect(wednesday?.isLong).toBe(2 * each + 70 > 480);
    expect(weekPlan(rows, '2026-11-23').flatMap((d) => d.visits)).toHaveLength(2);
    expect(withoutDay(rows).map((v) => v.visit.id)).toEqual(['c']);
  });

  test('leaves out jobs in the bin and jobs that can’t be read', () => {
    const gone = { ...row('gone', visit('a', { day: '2026-11-25' })), deletedAt: '2026-11-29T10:00:00.000Z' };
    const broken = { id: 'x', savedAt: '', deletedAt: null, job: { broken: 'why' } };
    expect(weekPlan([gone, broken], '2026-11-23').every((d) => d.visits.length === 0)).toBe(true);
  });
});
