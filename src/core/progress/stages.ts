import { runbookOf } from '../install/runbook';
import type { SpotProof } from '../proof/spotProof';
import type { Job } from '../job/job';

/** The stages of a job in the order of the work; `key` is the number key. */
export const stages = [
  { id: 'survey', key: 1, name: 'Survey' },
  { id: 'before', key: 2, name: 'Before' },
  { id: 'plan', key: 3, name: 'Plan' },
  { id: 'links', key: 4, name: 'Links' },
  { id: 'install', key: 5, name: 'Install' },
  { id: 'prove', key: 6, name: 'Prove' },
  { id: 'handover', key: 7, name: 'Hand over' },
] as const;
export type StageId = (typeof stages)[number]['id'];

export interface StageMark {
  id: StageId;
  state: 'empty' | 'begun' | 'attention' | 'done';
  /** A few words under the stage's name. */
  text: string;
}

/** How far each stage has come, worked out from the records alone. */
export function stageMarks(job: Job, proofs: readonly SpotProof[]): StageMark[] {
  const spots = proofs.length;
  const tested = proofs.filter((p) => p.before.runs > 0).length;
  const bad = proofs.filter((p) => p.found === 'dead' || p.found === 'short').length;
  const plannedUnits = job.units.filter((u) => u.planned);
  const planned = plannedUnits.length;
  const fed = plannedUnits.filter((u) => job.links.some((l) => l.unitId === u.id)).length;
  const book = job.stepRuns.length ? runbookOf(job).steps : [];
  const runs = new Map(job.stepRuns.map((r) => [r.stepKey, r]));
  const steps = book.length;
  const begun = book.filter((s) => runs.get(s.key)?.startedAt || runs.get(s.key)?.skipped != null).length;
  const ended = book.filter((s) => runs.get(s.key)?.doneAt || runs.get(s.key)?.skipped != null).length;
  const after = proofs.filter((p) => p.after.runs > 0).length;
  const proven = proofs.filter((p) => p.verdict === 'cured' || p.verdict === 'holds').length;
  const all = spots > 0 && proven === spots;
  const guessed = job.storeys.filter((s) => s.guessed).length;
  return [
    {
      id: 'survey',
      state: job.rooms.length === 0 ? 'empty' : spots === 0 || guessed > 0 ? 'begun' : 'done',
      text:
        job.rooms.length === 0
          ? 'not begun'
          : guessed > 0
            ? 'still guessed'
            : spots > 0
              ? `${spots} ${spots === 1 ? 'spot' : 'spots'}`
              : `${job.rooms.length} ${job.rooms.length === 1 ? 'room' : 'rooms'}`,
    },
    {
      id: 'before',
      state: tested === 0 ? 'empty' : tested < spots ? 'begun' : 'done',
      text:
        tested === 0
          ? 'not begun'
          : tested < spots
            ? `${tested}/${spots} tested`
            : bad > 0
              ? `${bad} not met`
              : 'all met',
    },
    {
      id: 'plan',
      state: planned === 0 ? 'empty' : planned > 1 || (bad === 0 && tested > 0) ? 'done' : 'begun',
      text: planned === 0 ? 'not begun' : `${planned} ${planned === 1 ? 'unit' : 'units'}`,
    },
    {
      id: 'links',
      state: fed === 0 ? 'empty' : fed < planned - 1 ? 'attention' : 'done',
      text:
        fed === 0
          ? 'none yet'
          : fed < planned - 1
            ? `${planned - 1 - fed} without uplink`
            : `${fed} ${fed === 1 ? 'link' : 'links'}`,
    },
    {
      id: 'install',
      state: begun === 0 ? 'empty' : ended < steps ? 'begun' : 'done',
      text: begun === 0 ? 'not begun' : `${ended}/${steps} steps`,
    },
    {
      id: 'prove',
      state: after === 0 ? 'empty' : all ? 'done' : after < spots ? 'begun' : 'attention',
      text: after === 0 ? 'not begun' : `${proven} of ${spots}`,
    },
    {
      id: 'handover',
      state: all ? 'done' : after > 0 ? 'begun' : 'empty',
      text: after > 0 ? 'report ready' : 'not begun',
    },
  ];
}
