/** What steps took against what was planned, by kind, and times that follow from one's own history. */
import type { Job } from '../job/job';
import type { StepEdit, StepRun } from '../job/records';
import { freshId } from '../job/fresh';
import { makeRecord } from '../job/make';
import { type Runbook, runbookOf } from './runbook';
import type { Step, StepKind } from './step';

/** One step that was done: hands as planned and as taken, minutes. */
export interface Taken {
  kind: StepKind;
  plannedMin: number;
  takenMin: number;
}

export interface KindTimes {
  kind: StepKind;
  count: number;
  plannedMin: number;
  takenMin: number;
  /** Median of taken over planned. */
  factor: number;
}

/** A clock that ran over night, or a step that was only ticked off, says nothing of the work, minutes. */
const leastMin = 0.2;
const mostMin = 240;
/** From so many steps of a kind on a time is proposed (custom), and only where it differs by this share. */
export const leastSteps = 5;
const leastChange = 0.15;

/** Hands of a run, minutes: from its start until hands were free; null where the clock does not tell. */
export function handsTaken({ startedAt, handsFreeAt, doneAt, skipped }: StepRun): number | null {
  const end = handsFreeAt ?? doneAt;
  if (startedAt === null || end === null || skipped !== null) return null;
  const min = (Date.parse(end) - Date.parse(startedAt)) / 60_000;
  return min >= leastMin && min <= mostMin ? min : null;
}

/** Every step of a job that was done with the clock running. */
export function takenOf(job: Job, { steps }: Runbook): Taken[] {
  const runs = new Map(job.stepRuns.map((r) => [r.stepKey, r]));
  return steps.flatMap((s): Taken[] => {
    const run = runs.get(s.key);
    const takenMin = run ? handsTaken(run) : null;
    return takenMin === null || s.hands.min <= 0 ? [] : [{ kind: s.kind, plannedMin: s.hands.min, takenMin }];
  });
}

/** The runbook with the hands of its templates, whatever times were typed: what own times are measured against. */
export const templateTimes = (job: Job): Runbook =>
  runbookOf({ ...job, stepEdits: job.stepEdits.map((e) => (e.own ? e : { ...e, handsMin: null })) });

const median = (values: readonly number[]): number => {
  const sorted = [...values].sort((a, b) => a - b);
  const half = Math.floor(sorted.length / 2);
  return sorted.length % 2 ? (sorted[half] ?? NaN) : ((sorted[half - 1] ?? NaN) + (sorted[half] ?? NaN)) / 2;
};

/** By kind, those with most steps first. */
export function timesByKind(taken: readonly Taken[]): KindTimes[] {
  const kinds = [...new Set(taken.map((t) => t.kind))];
  return kinds
    .map((kind) => {
      const own = taken.filter((t) => t.kind === kind);
      const total = (of: (t: Taken) => number) => own.reduce((sum, t) => sum + of(t), 0);
      return {
        kind,
        count: own.length,
        plannedMin: total((t) => t.plannedMin),
        takenMin: total((t) => t.takenMin),
        factor: median(own.map((t) => t.takenMin / t.plannedMin)),
      };
    })
    .sort((a, b) => b.count - a.count);
}

/** Does a kind have enough history, and is it far enough from the plan, to propose another time? */
export const isProposed = ({ count, factor }: KindTimes): boolean =>
  count >= leastSteps && Math.abs(factor - 1) >= leastChange;

const toHalf = (min: number): number => Math.max(0.5, Math.round(min * 2) / 2);

/** Changes of the hands of all steps not begun, as history has it; a time that someone typed stays. */
export function proposedEdits(job: Job, { steps }: Runbook, history: readonly KindTimes[]): StepEdit[] {
  const begun = new Set(
    job.stepRuns.filter((r) => r.startedAt ?? r.doneAt ?? r.skipped).map((r) => r.stepKey),
  );
  const factors = new Map(history.filter(isProposed).map((k) => [k.kind, k.factor]));
  const fresh = new Set<string>();
  return steps.flatMap((s: Step): StepEdit[] => {
    const factor = factors.get(s.kind);
    const had = job.stepEdits.find((e) => e.stepKey === s.key);
    if (factor === undefined || begun.has(s.key) || (had && had.handsMin !== null)) return [];
    const handsMin = toHalf(s.hands.min * factor);
    if (handsMin === s.hands.min) return [];
    const id = had?.id ?? freshId(job, 'step-edit', fresh);
    fresh.add(id);
    return [
      makeRecord({
        ...(had ?? {
          ...{ type: 'stepEdit', id, stepKey: s.key, own: false, dropped: false },
          ...{ title: null, text: null, waitMin: null, after: null },
        }),
        handsMin,
      }),
    ];
  });
}
