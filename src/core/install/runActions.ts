/** What one does to a step, as the record that follows. Times are ISO; `now` comes from whoever acts. */
import { freshId } from '../job/fresh';
import type { Job } from '../job/job';
import type { Id, StepRun } from '../job/records';
import type { CautionId } from './cautions';
import { readMark } from './cautionsRead';
import type { Step } from './step';

/** The id of what is done of a step. Steps whose keys begin alike over 60 letters are told apart by their ends. */
export const runIdOf = (stepKey: string): Id => {
  const whole = `run-${stepKey.replaceAll('.', '-')}`;
  return whole.length <= 64 ? whole : `${whole.slice(0, 30)}-${whole.slice(-33)}`;
};

/** The same, or with a number when another record of the job has it. */
export const freeRunId = (job: Job, stepKey: string): Id =>
  job.byId.has(runIdOf(stepKey)) ? freshId(job, runIdOf(stepKey).slice(0, 58)) : runIdOf(stepKey);

const fresh = (step: Step, now: string): StepRun => ({
  type: 'stepRun',
  id: runIdOf(step.key),
  stepKey: step.key,
  startedAt: null,
  handsFreeAt: null,
  doneAt: null,
  skipped: null,
  windowAt: null,
  by: '',
  note: '',
  photos: [],
  read: [],
  ticks: [],
  shown: null,
  changedAt: now,
});

const changed = (step: Step, had: StepRun | null, now: string, part: Partial<StepRun>): StepRun => ({
  ...(had ?? fresh(step, now)),
  ...part,
  changedAt: now,
});

/** Hands begin; a pairing window opens with it. */
export const beginStep = (step: Step, had: StepRun | null, now: string, by: string): StepRun =>
  changed(step, had, now, {
    startedAt: now,
    skipped: null,
    by,
    ...(step.windowS !== null && { windowAt: now }),
  });
/** Hands are free, only waiting is left. */
export const freeHands = (step: Step, had: StepRun | null, now: string): StepRun =>
  changed(step, had, now, { startedAt: had?.startedAt ?? now, handsFreeAt: now });
/** The gate is passed. */
export const endStep = (step: Step, had: StepRun | null, now: string, by: string): StepRun =>
  changed(step, had, now, { startedAt: had?.startedAt ?? now, doneAt: now, by: by || (had?.by ?? '') });
/** The button is pressed again: the window begins anew. */
export const pressAgain = (step: Step, had: StepRun | null, now: string): StepRun =>
  changed(step, had, now, { windowAt: now });
/** Left out, with a reason. */
export const skipStep = (step: Step, had: StepRun | null, now: string, reason: string): StepRun =>
  changed(step, had, now, { skipped: reason });
/** Not done after all: back to where it had not begun. */
export const reopenStep = (step: Step, had: StepRun | null, now: string): StepRun =>
  changed(step, had, now, {
    startedAt: null,
    handsFreeAt: null,
    doneAt: null,
    skipped: null,
    windowAt: null,
  });
export const noteStep = (step: Step, had: StepRun | null, now: string, note: string): StepRun =>
  changed(step, had, now, { note: note.slice(0, 2000) });
export const readCaution = (
  step: Step,
  had: StepRun | null,
  now: string,
  caution: CautionId,
  by: string,
): StepRun =>
  changed(step, had, now, { read: [...(had?.read ?? []), readMark(caution, now, by)].slice(-200) });
/** Ticks an item of its list, or takes the tick back. */
export const tickItem = (step: Step, had: StepRun | null, now: string, mark: string): StepRun => {
  const ticks = had?.ticks ?? [];
  return changed(step, had, now, {
    ticks: ticks.includes(mark) ? ticks.filter((t) => t !== mark) : [...ticks, mark].slice(0, 200),
  });
};
export const noteShown = (step: Step, had: StepRun | null, now: string, shown: StepRun['shown']): StepRun =>
  changed(step, had, now, { shown });
export const addPhoto = (step: Step, had: StepRun | null, now: string, fileId: string): StepRun =>
  changed(step, had, now, { photos: [...new Set([...(had?.photos ?? []), fileId])].slice(0, 12) });
