/** The runbook of a plan: its steps as a graph, with what was changed by hand. */
import type { Job } from '../job/job';
import type { StepEdit, Unit } from '../job/records';
import { firstSteps, lastSteps, mainUnit } from './houseSteps';
import { linkSteps, readyKeys } from './linkSteps';
import { durations, type Step } from './step';
import { step, unitSteps } from './unitSteps';

export interface Runbook {
  /** In an order in which each comes after all that it waits for. */
  steps: Step[];
  /** What could not be followed, and what was done about it. */
  problems: string[];
}

/** Units in the order in which they are fed, so that a unit is set up after the one that feeds it. */
function fedOrder(job: Job, main: Unit): Unit[] {
  const out: Unit[] = [main];
  const backhauls = new Map(job.links.map((l) => [l.unitId, l.fromUnitId]));
  const planned = job.units.filter((u) => u.planned && u.id !== main.id);
  for (let left = planned; left.length > 0;) {
    const next = left.filter((u) => out.some((o) => o.id === backhauls.get(u.id)));
    const take = next.length ? next : left;
    out.push(...take);
    left = left.filter((u) => !take.includes(u));
  }
  return out;
}

/** The templates' steps for the job's plan; none when nothing is planned. */
function templateSteps(job: Job): Step[] {
  const main = mainUnit(job);
  if (!main) return [];
  const steps = firstSteps(job, main);
  const reset = steps.some((s) => s.key === 'old-router');
  for (const unit of fedOrder(job, main).slice(1)) {
    const link = job.links.find((l) => l.unitId === unit.id);
    const own = unitSteps(job, unit, link, 'main', `firmware.${main.id}`);
    if (link) {
      steps.push(...linkSteps(job, link));
      const ready = readyKeys(job, link);
      // the unit goes to its place when its wire is there, and after the unit that feeds it
      const fedBy = link.fromUnitId === main.id ? [] : [`carry.${link.fromUnitId}`];
      for (const s of own) if (s.kind === 'carry') s.after.push(...ready, ...fedBy);
    }
    if (reset) for (const s of own) if (s.key.startsWith('ready.')) s.after.push('old-router');
    steps.push(...own);
  }
  steps.push(...lastSteps(job, main, steps));
  const known = new Set(steps.map((s) => s.key));
  return steps.map((s) => ({
    ...s,
    after: [...new Set(s.after)].filter((k) => known.has(k) && k !== s.key),
  }));
}

/** Keys that a step waits for, through all others. */
function reaches(steps: ReadonlyMap<string, Step>, from: string, to: string): boolean {
  const seen = new Set<string>();
  const queue = [from];
  for (let key = queue.pop(); key !== undefined; key = queue.pop()) {
    if (key === to) return true;
    if (seen.has(key)) continue;
    seen.add(key);
    queue.push(...(steps.get(key)?.after ?? []));
  }
  return false;
}

/** Puts steps in an order in which each comes after all that it waits for; of several the first written. */
function inOrder(steps: readonly Step[]): Step[] {
  const left = [...steps];
  const done = new Set<string>();
  const out: Step[] = [];
  while (left.length) {
    const at = left.findIndex((s) => s.after.every((k) => done.has(k)));
    const [next] = left.splice(Math.max(0, at), 1);
    if (!next) break;
    done.add(next.key);
    out.push(next);
  }
  return out;
}

function applyEdit(steps: Map<string, Step>, edit: StepEdit, problems: string[]) {
  const had = steps.get(edit.stepKey);
  if (!had && !edit.own) {
    problems.push(`The change of step ${edit.stepKey} is kept: the plan has no such step now.`);
    return;
  }
  const base = had ?? step({ key: edit.stepKey, kind: 'set', title: 'Own step', text: '' });
  steps.set(edit.stepKey, {
    ...base,
    title: edit.title ?? base.title,
    text: edit.text ?? base.text,
    hands: edit.handsMin === null ? base.hands : { ...base.hands, min: edit.handsMin },
    wait:
      edit.waitMin === null
        ? base.wait
        : edit.waitMin === 0
          ? null
          : { ...(base.wait ?? durations.settle), min: edit.waitMin },
    edited: true,
  });
}

/** Sets what an edited step waits for; an order that would go in a circle is not followed and told. */
function applyOrder(steps: Map<string, Step>, edit: StepEdit, problems: string[]) {
  const own = steps.get(edit.stepKey);
  if (!own || edit.after === null) return;
  const title = (key: string) => steps.get(key)?.title ?? key;
  const after: string[] = [];
  for (const key of edit.after) {
    if (!steps.has(key))
      problems.push(`“${own.title}” waits for step ${key}, which is not in the plan: ignored.`);
    else if (reaches(steps, key, own.key))
      problems.push(`“${own.title}” after “${title(key)}” would be circular: ignored.`);
    else after.push(key);
  }
  steps.set(own.key, { ...own, after });
}

/** Takes a step out; what waited for it waits for what it waited for. */
function drop(steps: Map<string, Step>, key: string) {
  const gone = steps.get(key);
  if (!gone) return;
  steps.delete(key);
  for (const s of steps.values())
    if (s.after.includes(key))
      steps.set(s.key, { ...s, after: [...new Set([...s.after.filter((k) => k !== key), ...gone.after])] });
}

/** The runbook of the job's plan. */
export function runbookOf(job: Job): Runbook {
  const problems: string[] = [];
  const steps = new Map(templateSteps(job).map((s) => [s.key, s]));
  const edits = job.stepEdits;
  for (const edit of edits) applyEdit(steps, edit, problems);
  // own steps come before the last walk, unless it is they who wait for it
  const walk = steps.get('walk');
  for (const edit of edits) applyOrder(steps, edit, problems);
  if (walk)
    for (const edit of edits.filter((e) => e.own && !e.dropped))
      if (!reaches(steps, edit.stepKey, 'walk')) {
        const now = steps.get('walk');
        if (now && !now.after.includes(edit.stepKey))
          steps.set('walk', { ...now, after: [...now.after, edit.stepKey] });
      }
  for (const edit of edits) if (edit.dropped) drop(steps, edit.stepKey);
  const known = new Set(steps.keys());
  for (const run of job.stepRuns)
    if (run.startedAt && !run.doneAt && !known.has(run.stepKey))
      problems.push(
        `Step ${run.stepKey} was in progress when its unit or link left the plan. Its notes are kept. No step waits for it.`,
      );
  return { steps: inOrder([...steps.values()]), problems };
}

/** Do two steps keep each other waiting: pairing beside another unit's update, or two pairings? */
export function collide(a: Step, b: Step): boolean {
  const pairs = (s: Step) => s.kind === 'pair' && s.key.split('.')[0] !== 'ready';
  const other = a.unitId !== b.unitId || a.linkId !== b.linkId;
  return other && ((pairs(a) && (b.kind === 'update' || pairs(b))) || (pairs(b) && a.kind === 'update'));
}
