import { demos } from '@/testing/demoJobs';
import { smallHouse } from '@/testing/smallHouse';
import { applyEdit } from '../job/edits';
import { type Job, jobFromRecords } from '../job/job';
import { makeRecord } from '../job/make';
import type { RecordType } from '../job/records';
import { proveSpot, type SpotProof } from '../proof/spotProof';
import { runbookOf } from '../install/runbook';
import { countsOf, stageStates, summarise } from './jobSummary';
import { type StageId, stageMarks, stages } from './stages';

const demo = demos[0]?.job;
if (!demo) throw new Error('no demo job');
const without = (job: Job, ...types: RecordType[]) =>
  jobFromRecords([...job.byId.values()].filter((r) => !types.includes(r.type)));
const proofsOf = (job: Job) => job.spots.map((s) => proveSpot(job, s));
const mark = (job: Job, id: StageId, proofs: readonly SpotProof[] = proofsOf(job)) =>
  stageMarks(job, proofs).find((s) => s.id === id);
const proof = (over: Partial<SpotProof>): SpotProof => {
  const [first] = proofsOf(demo);
  if (!first) throw new Error('no proof');
  return { ...first, ...over };
};
const runs = (n: number) => ({ ...proof({}).after, runs: n });

describe('how far the stages are', () => {
  test('seven, in the order of the work', () =>
    expect(stageMarks(demo, proofsOf(demo)).map((s) => s.id)).toEqual(stages.map((s) => s.id)));

  test('Survey: no room, no spot, or done', () => {
    expect(mark(without(demo, 'room', 'spot', 'reading'), 'survey')).toMatchObject({
      state: 'empty',
      text: 'not begun',
    });
    expect(mark(without(demo, 'spot', 'reading'), 'survey')?.state).toBe('begun');
    expect(mark(demo, 'survey')).toMatchObject({ state: 'done', text: '14 spots' });
  });

  test('Before: how many are tested, then how many are bad', () => {
    expect(mark(without(demo, 'reading'), 'before')).toMatchObject({ state: 'empty', text: 'not begun' });
    const half = [proof({ before: runs(5) }), proof({ before: runs(0) })];
    expect(mark(demo, 'before', half)).toMatchObject({ state: 'begun', text: '1/2 tested' });
    expect(mark(demo, 'before')).toMatchObject({ state: 'done', text: '5 not met' });
  });

  test('Plan: one unit is a beginning while something is bad, and enough where nothing is', () => {
    expect(mark(without(demo, 'unit', 'link'), 'plan')).toMatchObject({ state: 'empty', text: 'not begun' });
    const one = jobFromRecords([...demo.byId.values()].filter((r) => r.id !== 'unit-b' && r.type !== 'link'));
    const units = one.units.filter((u) => u.planned).length;
    expect(mark(one, 'plan')).toMatchObject({
      state: units > 1 ? 'done' : 'begun',
      text: `${units} unit${units > 1 ? 's' : ''}`,
    });
    expect(mark(one, 'plan', [proof({ found: 'met' })])?.state).toBe('done');
  });

  test('Links: every planned unit but the main one wants one', () => {
    const planned = demo.units.filter((u) => u.planned).length;
    expect(mark(demo, 'links')).toMatchObject({
      state: 'done',
      text: `${planned - 1} link${planned > 2 ? 's' : ''}`,
    });
    expect(mark(without(demo, 'link'), 'links')).toMatchObject({ state: 'empty', text: 'none yet' });
    const [b] = demo.units.filter((u) => u.id === 'unit-b');
    if (!b) throw new Error('no unit B');
    const more = applyEdit(demo, {
      label: 'x',
      put: [
        { ...b, id: 'unit-c', letter: 'C' },
        { ...b, id: 'unit-d', letter: 'D' },
      ],
      remove: [],
    }).job;
    expect(mark(more, 'links')).toMatchObject({ state: 'attention', text: '2 without uplink' });
  });

  test('Install: steps that were begun and ended, skipped ones too', () => {
    expect(mark(demo, 'install')).toMatchObject({ state: 'empty', text: 'not begun' });
    const { steps } = runbookOf(demo);
    const run = (stepKey: string, n: number, over: object) =>
      makeRecord({
        type: 'stepRun',
        id: `done-${n}`,
        stepKey,
        by: '',
        note: '',
        changedAt: '2026-11-20T10:00:00.000Z',
        startedAt: null,
        handsFreeAt: null,
        doneAt: null,
        skipped: null,
        windowAt: null,
        photos: [],
        read: [],
        ticks: [],
        shown: null,
        ...over,
      } as never);
    const time = '2026-11-20T10:00:00.000Z';
    const begun = applyEdit(demo, {
      label: 'x',
      put: [run(steps[0]?.key ?? '', 0, { startedAt: time })],
      remove: [],
    }).job;
    expect(mark(begun, 'install')).toMatchObject({ state: 'begun', text: `0/${steps.length} steps` });
    const all = applyEdit(demo, {
      label: 'x',
      put: steps.map((s, n) =>
        run(s.key, n, n % 2 ? { skipped: 'not needed' } : { startedAt: time, doneAt: time }),
      ),
      remove: [],
    }).job;
    expect(mark(all, 'install')).toMatchObject({
      state: 'done',
      text: `${steps.length}/${steps.length} steps`,
    });
  });

  test('Prove and Hand over: attention where all was tested and not all is proven', () => {
    const cured = proof({ after: runs(5), verdict: 'cured' });
    const holds = proof({ after: runs(5), verdict: 'holds' });
    const short = proof({ after: runs(5), verdict: 'better-short' });
    const untested = proof({ after: runs(0), verdict: 'no-readings' });
    const both = (...proofs: SpotProof[]) => [
      mark(demo, 'prove', proofs)?.state,
      mark(demo, 'handover', proofs)?.state,
    ];
    expect(both(untested, untested)).toEqual(['empty', 'empty']);
    expect(both(cured, untested)).toEqual(['begun', 'begun']);
    expect(both(cured, short)).toEqual(['attention', 'begun']);
    expect(both(cured, holds)).toEqual(['done', 'done']);
    expect(mark(demo, 'prove', [cured, short])?.text).toBe('1 of 2');
    expect(mark(demo, 'prove', [])?.state).toBe('empty');
  });
});

describe('a job in a row of the list', () => {
  const summary = summarise(demo);

  test('its counts are those of its spots', () => {
    expect(countsOf(summary)).toMatchObject({ spots: 14, foundShort: 5 });
    const { proven, short, testLimited, untested } = countsOf(summary);
    expect(proven + short + testLimited + untested).toBeLessThanOrEqual(14);
    expect(stageStates(summary)).toEqual(stageMarks(demo, proofsOf(demo)).map((s) => s.state));
  });

  test('it says what the first stage that is not done says', () => {
    const first = stageMarks(demo, proofsOf(demo)).find((s) => s.state !== 'done');
    expect(summary.stageText).toBe(first?.text);
    expect(summary.stageText).toBe('not begun');
  });

  test('buildings in their sizes, the outdoors left out', () => {
    const built = demo.buildings.filter((b) => b.kind !== 'outdoors');
    expect(summary.buildings).toHaveLength(built.length);
    expect(summary.buildingNames).toBe(built.map((b) => b.name).join(', '));
    const [, highM, storeys, pitched] = summary.buildings[0] ?? [];
    const own = demo.storeys.filter((s) => s.buildingId === built[0]?.id);
    expect(storeys).toBe(own.length);
    expect(highM).toBeCloseTo(Math.max(...own.map((s) => s.floorZM + s.heightM)), 1);
    expect(pitched).toBe(built[0]?.roof?.kind === 'pitched');
  });

  test('a new job has begun with its survey', () => {
    const fresh = summarise(smallHouse());
    expect(fresh.stages[0]).toBe('b');
    expect(fresh.buildings).toEqual([[9, expect.any(Number), 1, expect.any(Boolean)]]);
    expect(countsOf(fresh).spots).toBe(0);
  });
});

describe('a house that nobody has looked at', () => {
  const guess = smallHouse({ houseTypeId: 'cavity-house', inside: 'typical' });
  test('is not surveyed, and not planned, however much was guessed', () => {
    expect(mark(guess, 'survey')).toMatchObject({ state: 'begun', text: 'still guessed' });
    expect(mark(guess, 'plan')).toMatchObject({ state: 'begun' });
  });
});
