import { demos } from '@/testing/demoJobs';
import { applyEdit } from '../job/edits';
import type { Job } from '../job/job';
import { makeRecord } from '../job/make';
import type { Visit } from '../job/records';
import { liveRunbook } from './live';
import { runbookOf } from './runbook';
import { moveStep, stepsOfVisit, visitOf, visitsInOrder, visitWork } from './visits';

const [demo] = demos;
if (!demo) throw new Error('no demo');
const { job } = demo;
const visit = (id: string, over: Partial<Visit> = {}): Visit =>
  makeRecord({ type: 'visit', id, kind: 'install', note: '', ...over });
const withVisits = (...put: Visit[]): Job => applyEdit(job, { label: 'x', put, remove: [] }).job;
const today = '2026-11-10';

test('without visits all steps stand in one list', () => {
  const { steps } = runbookOf(job);
  expect(visitOf(job, 'walk')).toBeNull();
  expect(stepsOfVisit(job, steps, null)).toHaveLength(steps.length);
  expect(visitWork(job, runbookOf(job), today)).toEqual([]);
});

test('in the order of their days, those without one last', () => {
  const two = withVisits(visit('a'), visit('b', { day: '2026-12-02' }), visit('c', { day: '2026-11-20' }));
  expect(visitsInOrder(two).map((v) => v.id)).toEqual(['c', 'b', 'a']);
});

test('a step of no visit belongs to the first to install, never to a survey', () => {
  const two = withVisits(
    visit('look', { kind: 'survey', day: '2026-11-12' }),
    visit('day-1', { day: '2026-11-20' }),
    visit('day-2', { kind: 'return', day: '2026-12-02', stepKeys: ['walk'] }),
  );
  expect(visitOf(two, 'modem')?.id).toBe('day-1');
  expect(visitOf(two, 'walk')?.id).toBe('day-2');
  const work = visitWork(two, runbookOf(two), today);
  expect(work.map((w) => w.steps.length)).toEqual([0, runbookOf(two).steps.length - 1, 1]);
  expect(work.flatMap((w) => w.problems)).toEqual([]);
});

test('the hands of all visits are those of the runbook', () => {
  const two = withVisits(visit('day-1'), visit('day-2', { kind: 'return', stepKeys: ['walk', 'guest'] }));
  const book = runbookOf(two);
  const hands = book.steps.reduce((sum, s) => sum + s.hands.min, 0);
  const work = visitWork(two, book, today);
  expect(work.reduce((sum, w) => sum + w.handsMin, 0)).toBeCloseTo(hands, 9);
});

test('a step that waits for one of a later visit is told', () => {
  const two = withVisits(
    visit('day-1', { day: '2026-11-20' }),
    visit('day-2', { kind: 'return', day: '2026-12-02', stepKeys: ['modem'] }),
  );
  expect(visitWork(two, runbookOf(two), today)[0]?.problems[0]).toMatch(/waits for “Restart the modem”/);
});

test('a day that is over with open steps is told', () => {
  const two = withVisits(visit('day-1', { day: '2026-11-02' }));
  expect(visitWork(two, runbookOf(two), today)[0]?.problems).toEqual([
    'Its day is over, and steps are open.',
  ]);
});

test('a step moves from one visit to another and back to the first', () => {
  const two = withVisits(visit('day-1'), visit('day-2', { kind: 'return', stepKeys: ['walk'] }));
  const moved = applyEdit(two, { label: 'x', put: moveStep(two, 'guest', 'day-2'), remove: [] }).job;
  expect(visitOf(moved, 'guest')?.id).toBe('day-2');
  const back = applyEdit(moved, { label: 'x', put: moveStep(moved, 'walk', 'day-1'), remove: [] }).job;
  expect(visitOf(back, 'walk')?.id).toBe('day-1');
  expect(back.visits.find((v) => v.id === 'day-2')?.stepKeys).toEqual(['guest']);
});

test('the times of one visit are those of its steps alone', () => {
  const two = withVisits(visit('day-1'), visit('day-2', { kind: 'return', stepKeys: ['walk'] }));
  const nowMs = Date.parse('2026-11-20T09:00:00Z');
  const later = liveRunbook(two, 1, nowMs, 'day-2');
  expect(later.steps.map((s) => s.step.key)).toEqual(['walk']);
  expect(later.finishMin).toBeCloseTo(later.steps[0]?.step.hands.min ?? NaN, 6);
  const first = liveRunbook(two, 1, nowMs, 'day-1');
  expect(first.steps.some((s) => s.step.key === 'walk')).toBe(false);
  expect(first.steps.length + 1).toBe(liveRunbook(two, 1, nowMs).steps.length);
});
