/** SIMULATED: the whole runbook, done by a made-up pair of hands against simulated units, faults included. */
import { applyEdit } from '@/core/job/edits';
import type { Job } from '@/core/job/job';
import { makeRecord } from '@/core/job/make';
import type { StepRun } from '@/core/job/records';
import { factsOf, stuckOn, symptomsAt } from '@/core/install/stuck';
import { type CauseId, symptomWords } from '@/core/install/causes';
import { liveRunbook, standings } from '@/core/install/live';
import { readMark } from '@/core/install/cautionsRead';
import type { Step } from '@/core/install/step';
import { random, seedOf } from '@/core/statistics/random';
import { simulatedUnits, trueLinks, type UnitEvent, type UnitState } from './simulatedUnits';

export interface RehearsalEntry {
  atS: number;
  stepKey: string;
  what: 'start' | 'hands-free' | 'stuck' | 'retry' | 'done' | 'given-up';
  words: string;
}
export interface Rehearsal {
  entries: RehearsalEntry[];
  events: UnitEvent[];
  /** Records of the steps as they were at the end, times from `startIso` on. */
  runs: StepRun[];
  finishS: number;
  /** Every unit of the plan has joined. */
  allJoined: boolean;
}

/** So often a gate is looked at, and so often a stuck step is tried before it is given up. */
const lookS = 15;
const mostTries = 6;
/** After so many times its foretold wait a step counts as stuck. */
const patience = 1.6;

const joinedStates: readonly UnitState[] = ['good', 'fair', 'poor'];
/** The states of a unit at which the gate of a step may be passed; null = no unit is asked. */
function gateStates(step: Step): readonly UnitState[] | null {
  if (!step.unitId) return null;
  const what = step.key.split('.')[0];
  if (what === 'bench') return ['ready', 'good'];
  if (what === 'reset') return ['ready'];
  if (what === 'pair') return ['good'];
  if (what === 'firmware' || what === 'carry' || what === 'check' || what === 'mount') return joinedStates;
  return null;
}

/** What hands do to the unit at the beginning of a step. */
function actsOf(step: Step, atS: number): UnitEvent[] {
  const { unitId } = step;
  if (!unitId) return [];
  const on = (act: UnitEvent['act'], later = 0): UnitEvent => ({ atS: atS + later, unitId, act });
  switch (step.key.split('.')[0]) {
    case 'reset':
      return [on('plug-bench'), on('reset', 1)];
    case 'bench':
      return [on('plug-bench')];
    case 'ready':
      return [on('app-looks')];
    case 'pair':
      return [on('app-looks'), on('press', 5)];
    case 'firmware':
      return [on('update')];
    case 'carry':
      return [on('unplug'), on('plug-place', 60)];
    default:
      return [];
  }
}

/** What each remedy does to the unit. */
function remedy(cause: CauseId, step: Step, atS: number): UnitEvent[] {
  const unitId = step.unitId ?? '';
  const on = (act: UnitEvent['act'], later = 0): UnitEvent => ({ atS: atS + later, unitId, act });
  switch (cause) {
    case 'appLate':
    case 'windowOver':
    case 'pressShort':
    case 'otherUpdate':
      return [on('app-looks'), on('press', 5)];
    case 'strip':
    case 'weakPlace':
    case 'notOnWire':
      return [on('unplug'), on('plug-place', 20)];
    default:
      return [];
  }
}

/**
 * Rehearses the runbook of a job from its beginning; the same job gives the same rehearsal. One pair of
 * hands follows what the runbook puts next; when a gate stays shut, the likeliest remedy is tried.
 */
export function rehearse(job: Job, startIso: string): Rehearsal {
  const startMs = Date.parse(startIso);
  const links = trueLinks(job);
  const main = job.units.filter((u) => u.planned && !job.links.some((l) => l.unitId === u.id));
  // the main units are on their own feet: they are joined by their own step
  const mainIds = new Set(main.map((u) => u.id));
  const entries: RehearsalEntry[] = [];
  const events: UnitEvent[] = [];
  const runs = new Map<string, StepRun>();
  const pick = random(seedOf(job.info.simulationSeed, 'rehearsal'));
  const bare = applyEdit(job, { label: 'x', put: [], remove: job.stepRuns.map((r) => r.id) }).job;
  let atS = 0;
  const iso = () => new Date(startMs + atS * 1000).toISOString();
  // the order of the schedule made at the beginning; delays move steps, hardly their order
  const { runbook, steps } = liveRunbook(bare, 1, startMs);
  const place = new Map(steps.map((s) => [s.step.key, s.startMin]));
  const view = () => standings(runbook, runs).map((s) => ({ ...s, run: runs.get(s.step.key) ?? null }));
  const note = (key: string, part: Partial<StepRun>) => {
    const had = runs.get(key);
    runs.set(
      key,
      makeRecord({
        type: 'stepRun',
        id: `run-${key.replaceAll('.', '-')}`,
        stepKey: key,
        startedAt: null,
        handsFreeAt: null,
        doneAt: null,
        skipped: null,
        windowAt: null,
        by: 'Rehearsal',
        note: '',
        photos: [],
        read: [],
        ticks: [],
        shown: null,
        ...had,
        ...part,
        changedAt: iso(),
      }),
    );
  };
  const tell = (step: Step, what: RehearsalEntry['what'], words: string) =>
    entries.push({ atS, stepKey: step.key, what, words });
  const stateOf = (unitId: string) =>
    simulatedUnits(bare, events, atS, links).find((u) => u.unitId === unitId)?.state;
  const open = (step: Step): boolean => {
    const states = gateStates(step);
    if (!states || !step.unitId || mainIds.has(step.unitId)) return true;
    const state = stateOf(step.unitId);
    return state !== undefined && states.includes(state);
  };
  interface Waiting {
    step: Step;
    freeS: number;
    waitS: number;
    tries: number;
  }
  const waiting: Waiting[] = [];

  /** Passes the gates that are open; tries a remedy where one stays shut too long. */
  const look = () => {
    for (const w of [...waiting]) {
      const since = atS - w.freeS;
      if (open(w.step) && since >= Math.min(w.waitS, 20)) {
        waiting.splice(waiting.indexOf(w), 1);
        note(w.step.key, { doneAt: iso() });
        tell(
          w.step,
          'done',
          w.step.holdPoint?.light
            ? `${w.step.holdPoint.light.colour}: ${w.step.holdPoint.light.means}`
            : 'gate passed',
        );
      } else if (since > patience * w.waitS + 60) {
        const symptom = symptomsAt(w.step)[0] ?? 'wrong-colour';
        const stuck = stuckOn(symptom, factsOf(bare, view(), w.step, startMs + atS * 1000), [], true);
        // what was tried does not come first again
        const cause = stuck.likely[w.tries % stuck.likely.length];
        if (w.tries >= mostTries || !cause) {
          waiting.splice(waiting.indexOf(w), 1);
          note(w.step.key, { skipped: 'given up in the rehearsal' });
          tell(w.step, 'given-up', symptomWords[symptom]);
          continue;
        }
        tell(w.step, 'stuck', symptomWords[symptom]);
        tell(w.step, 'retry', `${cause.words}: ${cause.fix}`);
        events.push(...remedy(cause.id, w.step, atS));
        w.tries++;
        w.freeS = atS;
      }
    }
  };

  for (let guard = 0; guard < 4000; guard++) {
    look();
    const stands = view();
    if (stands.every((s) => s.state === 'done' || s.state === 'skipped')) break;
    const next = stands
      .filter((s) => s.state === 'ready')
      .sort((a, b) => (place.get(a.step.key) ?? 0) - (place.get(b.step.key) ?? 0))[0];
    if (!next) {
      atS += lookS;
      continue;
    }
    const { step } = next;
    note(step.key, {
      startedAt: iso(),
      read: step.cautions.map((c) => readMark(c, iso(), '')),
      ...(step.windowS && { windowAt: iso() }),
    });
    tell(step, 'start', step.title);
    events.push(...actsOf(step, atS));
    atS += Math.round(60 * step.hands.min * Math.exp(step.hands.spread * 0.5 * pick.normal()));
    note(step.key, { handsFreeAt: iso() });
    if (step.wait) tell(step, 'hands-free', 'wait');
    waiting.push({ step, freeS: atS, waitS: 60 * (step.wait?.min ?? 0), tries: 0 });
  }
  const last = simulatedUnits(bare, events, atS, links);
  return {
    entries,
    events,
    runs: [...runs.values()],
    finishS: atS,
    allJoined: last.every((u) => mainIds.has(u.unitId) || joinedStates.includes(u.state)),
  };
}
