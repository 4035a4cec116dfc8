import { demos } from '@/testing/demoJobs';
import { applyEdit } from '../job/edits';
import { makeRecord } from '../job/make';
import type { StepRun } from '../job/records';
import { runbookOf } from './runbook';
import {
  handsTaken,
  isProposed,
  leastSteps,
  proposedEdits,
  takenOf,
  templateTimes,
  timesByKind,
  type Taken,
} from './stepTimes';

const [demo] = demos;
if (!demo) throw new Error('no demo');
const { job } = demo;
const at = (min: number) => new Date(Date.parse('2026-11-20T09:00:00Z') + min * 60_000).toISOString();
const run = (stepKey: string, over: Partial<StepRun> = {}): StepRun =>
  makeRecord({
    ...{ type: 'stepRun', id: `run-${stepKey.replace(/\W/g, '-')}`, stepKey },
    ...{ startedAt: at(0), handsFreeAt: null, doneAt: at(5), skipped: null, windowAt: null },
    ...{ by: '', note: '', photos: [], read: [], changedAt: at(5) },
    ...over,
  });
const taken = (kind: Taken['kind'], ...factors: number[]): Taken[] =>
  factors.map((f) => ({ kind, plannedMin: 4, takenMin: 4 * f }));

test('hands count until they were free, not until the wait was over', () => {
  expect(handsTaken(run('x', { handsFreeAt: at(3), doneAt: at(40) }))).toBeCloseTo(3, 9);
  expect(handsTaken(run('x'))).toBeCloseTo(5, 9);
});

test.each([
  ['never begun', { startedAt: null }],
  ['not done', { doneAt: null }],
  ['left out', { skipped: 'no need' }],
  ['only ticked off', { doneAt: at(0.05) }],
  ['open over night', { doneAt: at(700) }],
] as const)('what was %s tells nothing', (_name, over) => expect(handsTaken(run('x', over))).toBeNull());

test('by kind: how many, planned, taken, and the median of their ratio', () => {
  const [cable, check] = timesByKind([...taken('cable', 1, 2, 9), ...taken('check', 0.5)]);
  expect(cable).toEqual({ kind: 'cable', count: 3, plannedMin: 12, takenMin: 48, factor: 2 });
  expect(check?.factor).toBeCloseTo(0.5, 9);
});

test('a time is proposed from enough steps on, and only where it differs', () => {
  const of = (...factors: number[]) => timesByKind(taken('cable', ...factors))[0];
  const many = Array.from({ length: leastSteps }, () => 1.5);
  expect(isProposed(of(...many) ?? fail())).toBe(true);
  expect(isProposed(of(...many.slice(1)) ?? fail())).toBe(false);
  expect(isProposed(of(...many.map(() => 1.1)) ?? fail())).toBe(false);
});
const fail = (): never => {
  throw new Error('no times');
};

test('open steps of the kind take the new time; what was begun or typed stays', () => {
  const book = runbookOf(job);
  const carries = book.steps.filter((s) => s.kind === 'carry');
  const [first] = carries;
  if (!first) throw new Error('nothing is carried');
  const history = timesByKind(taken('carry', ...Array.from({ length: leastSteps }, () => 2)));
  const edits = proposedEdits(job, book, history);
  expect(edits.map((e) => e.stepKey).sort()).toEqual(carries.map((s) => s.key).sort());
  const after = applyEdit(job, { label: 'x', put: edits, remove: [] }).job;
  const now = runbookOf(after);
  for (const s of carries)
    expect(now.steps.find((o) => o.key === s.key)?.hands.min).toBeCloseTo(s.hands.min * 2, 9);
  expect(proposedEdits(after, now, history)).toEqual([]);
  const begun = applyEdit(job, { label: 'x', put: [run(first.key)], remove: [] }).job;
  expect(proposedEdits(begun, book, history).map((e) => e.stepKey)).not.toContain(first.key);
  // the history of later jobs is held against the templates, not against times that it has made itself
  expect(templateTimes(after).steps.find((s) => s.key === first.key)?.hands.min).toBe(first.hands.min);
});

test('what a job took is read from its clock', () => {
  const book = runbookOf(job);
  const done = applyEdit(job, { label: 'x', put: [run('modem', { handsFreeAt: at(3) })], remove: [] }).job;
  expect(takenOf(done, book)).toEqual([
    { kind: 'bench', plannedMin: book.steps.find((s) => s.key === 'modem')?.hands.min, takenMin: 3 },
  ]);
});
