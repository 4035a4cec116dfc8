/** Which steps of the runbook belong to which visit, and what is wrong with that. */
import type { Job } from '../job/job';
import type { Id, Visit } from '../job/records';
import type { Runbook } from './runbook';
import type { Step } from './step';

export interface VisitWork {
  visit: Visit;
  steps: Step[];
  /** Hands at work, minutes, one person. */
  handsMin: number;
  /** In words: a step that waits for one of a later visit, a visit whose parts are not there, two on no day in order. */
  problems: string[];
}

/** In the order of their days; those without a day come last, as they were added. */
export const visitsInOrder = (job: Job): Visit[] =>
  job.visits
    .map((visit, i) => ({ visit, i }))
    .sort((a, b) => (a.visit.day ?? '9999').localeCompare(b.visit.day ?? '9999') || a.i - b.i)
    .map(({ visit }) => visit);

/** The visit that a step belongs to: the one that names it, else the first to install; null where none is planned. */
export function visitOf(job: Job, stepKey: string): Visit | null {
  const all = visitsInOrder(job);
  return all.find((v) => v.stepKeys.includes(stepKey)) ?? all.find((v) => v.kind === 'install') ?? null;
}

/** Steps that a view of one visit has: those of the visit; all where it is null. */
export const stepsOfVisit = (job: Job, steps: readonly Step[], visitId: Id | null): Step[] =>
  visitId === null ? [...steps] : steps.filter((s) => visitOf(job, s.key)?.id === visitId);

/** Each visit with its steps and hands. @param today day of today, «2026-11-05». */
export function visitWork(job: Job, { steps }: Runbook, today: string): VisitWork[] {
  const order = visitsInOrder(job);
  const at = new Map(steps.map((s) => [s.key, order.findIndex((v) => v.id === visitOf(job, s.key)?.id)]));
  const titles = new Map(steps.map((s) => [s.key, s.title]));
  const over = new Set(
    job.stepRuns.filter((r) => r.doneAt !== null || r.skipped !== null).map((r) => r.stepKey),
  );
  return order.map((visit, i) => {
    const own = steps.filter((s) => at.get(s.key) === i);
    const early = own.flatMap((s) =>
      s.after
        .filter((k) => (at.get(k) ?? 0) > i && !over.has(k))
        .map((k) => `“${s.title}” waits for “${titles.get(k) ?? k}”, which is planned for a later visit.`),
    );
    const open = own.some((s) => !over.has(s.key));
    return {
      visit,
      steps: own,
      handsMin: own.reduce((sum, s) => sum + s.hands.min, 0),
      problems: [
        ...early,
        ...(visit.day !== null && visit.day < today && open && own.length > 0
          ? ['Its day is over, and steps are open.']
          : []),
      ],
    };
  });
}

/** A visit with a step moved to it, and the others without it. @param visitId null: to the first visit to install. */
export function moveStep(job: Job, stepKey: string, visitId: Id | null): Visit[] {
  return job.visits.flatMap((v) => {
    const has = v.stepKeys.includes(stepKey);
    const wants = v.id === visitId;
    if (has === wants) return [];
    return [{ ...v, stepKeys: wants ? [...v.stepKeys, stepKey] : v.stepKeys.filter((k) => k !== stepKey) }];
  });
}
