/** A choice of options as an edit of the job, and whether a job still is what the choice was made for. */
import { asPlanned, isBesidePlan } from '../job/besidePlan';
import { applyEdit, type Edit } from '../job/edits';
import { freshId, freshLetter } from '../job/fresh';
import type { Job } from '../job/job';
import type { AnyRecord, Unit } from '../job/records';
import { keptOf } from './kept';
import { parentsFirst } from './optionTree';
import type { CandidateOption } from './planningInstance';

/** One record, or two with the same in them, as after a reload. */
const isSame = (a: AnyRecord | undefined, b: AnyRecord | undefined): boolean =>
  a === b ||
  (a !== undefined && b !== undefined && JSON.stringify(asPlanned(a)) === JSON.stringify(asPlanned(b)));

/** Does a job still stand as it did for a proposal, but for its units, links, readings and what lies beside the plan? */
export function standsAs(before: Job, now: Job): boolean {
  // readings count where predictions follow them
  const counts = (r: AnyRecord) =>
    r.type !== 'unit' &&
    r.type !== 'link' &&
    !isBesidePlan(r) &&
    (r.type !== 'reading' || before.info.useLearned);
  const [a, b] = [before, now].map((job) => [...job.byId.values()].filter(counts));
  const kept = new Set(keptOf(before).units.map((u) => u.id));
  return (
    a?.length === b?.length &&
    (b ?? []).every((r) => isSame(before.byId.get(r.id), r)) &&
    [...kept].every((id) => isSame(before.byId.get(id), now.byId.get(id)))
  );
}

/**
 * The edit that makes options the plan of a job, in the place of what was planned and not kept.
 * @param main another main unit that is put there first, and that the options hang on; null = what is there.
 */
export function editOf(
  job: Job,
  options: readonly CandidateOption[],
  label: string,
  main: Edit | null = null,
): { edit: Edit; units: Map<string, Unit> } {
  if (main) {
    const { edit, units } = editOf(applyEdit(job, main).job, options, label);
    const again = new Set([...edit.put.map((r) => r.id), ...edit.remove]);
    const put = [...main.put.filter((r) => !again.has(r.id)), ...edit.put];
    // what the main unit brought and the options take away again was never there
    return { edit: { label, put, remove: edit.remove.filter((id) => job.byId.has(id)) }, units };
  }
  const kept = new Set(
    job.units.filter((u) => u.found || !job.links.some((l) => l.unitId === u.id)).map((u) => u.id),
  );
  const gone = job.units.filter((u) => u.planned && !kept.has(u.id));
  const remove = [
    ...gone.map((u) => u.id),
    ...job.links.filter((l) => gone.some((u) => u.id === l.unitId || u.id === l.fromUnitId)).map((l) => l.id),
    ...job.deviceCables.filter((c) => !c.found || gone.some((u) => u.id === c.fromUnitId)).map((c) => c.id),
  ];
  const put: AnyRecord[] = [];
  const units = new Map<string, Unit>();
  let now = applyEdit(job, { label: '', put: [], remove }).job;
  const take = (...records: AnyRecord[]) => {
    put.push(...records);
    now = applyEdit(now, { label: '', put: records, remove: [] }).job;
  };
  for (const c of parentsFirst(options)) {
    const fromUnitId = c.parent === null ? c.link.fromUnitId : (units.get(c.parent)?.id ?? c.link.fromUnitId);
    const also = c.also.filter((r) => r.type === 'service' || !now.byId.has(r.id));
    const { deviceId } = c.candidate;
    if (deviceId !== undefined) {
      const { lengthM, holes, adapterKitId } = c.link;
      const rest = { lengthM, category: c.link.category ?? 'cat6', holes, adapterKitId, found: false };
      const id = freshId(now, `cable-${deviceId}`);
      take(...also, { type: 'deviceCable', id, deviceId, fromUnitId, ...rest });
      continue;
    }
    const letter = freshLetter(now) ?? 'Z9';
    const unit: Unit = { ...c.unit, id: freshId(now, `unit-${letter.toLowerCase()}`), letter };
    units.set(c.id, unit);
    take(...also, unit);
    take({ ...c.link, id: freshId(now, `link-${unit.id}`), unitId: unit.id, fromUnitId });
  }
  return { edit: { label, put, remove: remove.filter((id) => !put.some((r) => r.id === id)) }, units };
}
