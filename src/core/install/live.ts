/** The runbook as it stands at a moment: what is done, under way, next; when all will be done, and how sure. */
import { type Job, jobFromRecords } from '../job/job';
import type { Id, StepRun } from '../job/records';
import { random, seedOf } from '../statistics/random';
import { collide, type Runbook, runbookOf } from './runbook';
import { replay } from './replay';
import { type Schedule, scheduleOf, type Task } from './schedule';
import type { Duration, Step } from './step';
import { stepsOfVisit } from './visits';

export type StepState =
  /** Gate passed, or left out. */
  | 'done'
  | 'skipped'
  /** Hands at it; hands free, waiting for its gate. */
  | 'hands'
  | 'waiting'
  /** Could begin now; has to wait for others; has to wait because it would collide with one under way. */
  | 'ready'
  | 'blocked'
  | 'held';

export interface LiveStep extends StepStanding {
  run: StepRun | null;
  /** Minutes from the start of the work: as they were, or as they will be. */
  startMin: number;
  handsEndMin: number;
  endMin: number;
  person: number;
  critical: boolean;
}

export interface Live {
  steps: LiveStep[];
  /** When work began, ms; now, if it has not. */
  originMs: number;
  nowMin: number;
  finishMin: number;
  /** One in ten finishes sooner, one in ten later. */
  earlyMin: number;
  lateMin: number;
  schedule: Schedule;
  runbook: Runbook;
  doneCount: number;
  /** Keys of steps to turn to now, soonest first: one per person. */
  next: string[];
}

const minutes = (ms: number) => ms / 60_000;
/** Seeded cases of all durations. */
const cases = 300;
/** A step that takes longer than foretold is taken to need so much more, minutes. */
const leastLeftMin = 0.5;

const drawn = (d: Duration, normal: number) => d.min * Math.exp(d.spread * normal);

/** Where a step stands by its record, before what others do to it. */
function begun(run: StepRun | null): 'done' | 'skipped' | 'hands' | 'waiting' | 'open' {
  if (run?.skipped != null) return 'skipped';
  if (run?.doneAt) return 'done';
  if (run?.handsFreeAt) return 'waiting';
  return run?.startedAt ? 'hands' : 'open';
}

/** The job with these runs of steps in place of its own. */
export const withRuns = (job: Job, runs: readonly StepRun[]): Job =>
  jobFromRecords([...[...job.byId.values()].filter((r) => r.type !== 'stepRun'), ...runs]);

export interface StepStanding {
  step: Step;
  state: StepState;
  /** Titles of what it waits for: open steps before it, or those it would collide with. */
  waitsFor: string[];
}

/** How each step stands by what was noted; nothing is scheduled for it. */
export function standings(runbook: Runbook, runs: ReadonlyMap<string, StepRun>): StepStanding[] {
  const { steps } = runbook;
  const own = new Map(steps.map((s) => [s.key, begun(runs.get(s.key) ?? null)]));
  const titles = new Map(steps.map((s) => [s.key, s.title]));
  const busy = steps.filter((s) => own.get(s.key) === 'hands' || own.get(s.key) === 'waiting');
  return steps.map((step) => {
    const stand = own.get(step.key) ?? 'open';
    const open = step.after.filter((k) => own.get(k) !== 'done' && own.get(k) !== 'skipped' && own.has(k));
    const colliding = busy.filter((o) => o.key !== step.key && collide(step, o)).map((o) => o.key);
    return {
      step,
      state: stand !== 'open' ? stand : open.length ? 'blocked' : colliding.length ? 'held' : 'ready',
      waitsFor: (open.length ? open : colliding).map((k) => titles.get(k) ?? k),
    };
  });
}

/**
 * The runbook of a job at a moment.
 * @param people 1 or 2. @param nowMs time, ms since 1970. A clock that was put back counts as the last time noted.
 * @param visitId only the steps of this visit; null = all.
 */
export function liveRunbook(job: Job, people: number, nowMs: number, visitId: Id | null = null): Live {
  const whole = runbookOf(job);
  const steps = stepsOfVisit(job, whole.steps, visitId);
  const runbook = { ...whole, steps };
  const keys = new Set(steps.map((s) => s.key));
  const own = job.stepRuns.filter((r) => visitId === null || keys.has(r.stepKey));
  const runs = new Map(own.map((r) => [r.stepKey, r]));
  const times = own.flatMap((r) =>
    [r.startedAt, r.handsFreeAt, r.doneAt].flatMap((t) => (t ? [Date.parse(t)] : [])),
  );
  const originMs = times.length ? Math.min(...times) : nowMs;
  const nowMin = Math.max(0, minutes(Math.max(nowMs, ...times) - originMs));
  const at = new Map(steps.map((s, i) => [s.key, i]));
  const since = (iso: string | null | undefined) => (iso ? minutes(Date.parse(iso) - originMs) : nowMin);
  const standing = steps.map((s) => begun(runs.get(s.key) ?? null));
  const stands = standings(runbook, runs);
  const tasks = steps.map((s, i): Task => {
    const run = runs.get(s.key) ?? null;
    const waitMin = s.wait?.min ?? 0;
    const fixed = ((): Task['fixed'] => {
      switch (standing[i]) {
        case 'done': {
          const end = since(run?.doneAt);
          const start = Math.min(end, run?.startedAt ? since(run.startedAt) : end);
          return {
            startMin: start,
            handsEndMin: Math.min(end, run?.handsFreeAt ? since(run.handsFreeAt) : end),
            endMin: end,
          };
        }
        case 'skipped':
          return {
            startMin: since(run?.changedAt),
            handsEndMin: since(run?.changedAt),
            endMin: since(run?.changedAt),
          };
        case 'hands': {
          const start = since(run?.startedAt);
          const handsEndMin = Math.max(nowMin + leastLeftMin, start + s.hands.min);
          return { startMin: start, handsEndMin, endMin: handsEndMin + waitMin };
        }
        case 'waiting': {
          const handsEndMin = since(run?.handsFreeAt);
          return {
            startMin: run?.startedAt ? since(run.startedAt) : handsEndMin,
            handsEndMin,
            endMin: Math.max(nowMin + leastLeftMin, handsEndMin + waitMin),
          };
        }
        default:
          return null;
      }
    })();
    return {
      handsMin: s.hands.min,
      waitMin,
      after: s.after.flatMap((k) => at.get(k) ?? []),
      apart: steps.flatMap((o, j) => (j !== i && collide(s, o) ? [j] : [])),
      releaseMin: nowMin,
      fixed,
    };
  });
  const schedule = scheduleOf(tasks, people, nowMin);
  const order = [...schedule.tasks.keys()].sort(
    (a, b) => (schedule.tasks[a]?.startMin ?? 0) - (schedule.tasks[b]?.startMin ?? 0) || a - b,
  );
  const finishes = Array.from({ length: cases }, (_, k) => {
    const r = random(seedOf(job.info.simulationSeed, 'runbook', String(k)));
    const hands = steps.map((s) => drawn(s.hands, r.normal()));
    const waits = steps.map((s) => (s.wait ? drawn(s.wait, r.normal()) : 0));
    return replay(tasks, people, order, hands, waits, nowMin);
  }).sort((a, b) => a - b);
  const critical = new Set(schedule.critical);
  const live = steps.map((step, i): LiveStep => {
    const run = runs.get(step.key) ?? null;
    const times = schedule.tasks[i];
    return {
      step,
      run,
      state: stands[i]?.state ?? 'blocked',
      waitsFor: stands[i]?.waitsFor ?? [],
      startMin: times?.startMin ?? 0,
      handsEndMin: times?.handsEndMin ?? 0,
      endMin: times?.endMin ?? 0,
      person: times?.person ?? 0,
      critical: critical.has(i),
    };
  });
  const atHand = live.filter((l) => l.state === 'hands');
  const coming = live.filter((l) => l.state === 'ready').sort((a, b) => a.startMin - b.startMin);
  const quantile = (q: number) => finishes[Math.floor(q * (finishes.length - 1))] ?? schedule.finishMin;
  return {
    steps: live,
    originMs,
    nowMin,
    finishMin: schedule.finishMin,
    earlyMin: Math.min(schedule.finishMin, quantile(0.1)),
    lateMin: Math.max(schedule.finishMin, quantile(0.9)),
    schedule,
    runbook,
    doneCount: live.filter((l) => l.state === 'done' || l.state === 'skipped').length,
    next: [...atHand, ...coming].slice(0, people).map((l) => l.step.key),
  };
}
