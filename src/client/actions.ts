import { toast } from 'sonner';
import { putOne } from '@/core/job/edits';
import { find } from '@/core/job/job';
import type { Job } from '@/core/job/job';
import type { Id } from '@/core/job/records';
import { withDependants } from '@/core/job/references';
import { changeUnit, removeUnit } from '@/core/design/changeUnit';
import { openGaps } from '@/core/checks/openGaps';
import { isOutdoors } from '@/core/survey/storeyGraph';
import { moveWall, slideOpening } from '@/core/survey/wallEdits';
import { lengthText } from '@/ui/units';
import type { JobStore } from '@/client/store/jobStore';

/** Storeys in the order of the section: the house from the top down, then outbuildings, then outdoors. */
export function storeysInOrder(job: Job): Id[] {
  const rank = { house: 0, outbuilding: 1, outdoors: 2 };
  return [...job.buildings]
    .sort((a, b) => rank[a.kind] - rank[b.kind])
    .flatMap((b) =>
      job.storeys
        .filter((s) => s.buildingId === b.id)
        .sort((a, c) => c.level - a.level)
        .map((s) => s.id),
    );
}

/** Goes to the next storey in the order of the section. */
export function stepStorey(store: JobStore, by: 1 | -1): void {
  const { job, storeyId, set } = store.getState();
  const order = storeysInOrder(job);
  const next = order[order.indexOf(storeyId) + by];
  if (next) set({ storeyId: next });
}

/** Is the plan open? Then found units are not touched themselves. */
const inPlan = () => window.location.pathname.endsWith('/plan');

/** Moves the selected unit, spot or thing a little. */
export function nudge(store: JobStore, dx: number, dy: number): void {
  const { job, selectedId, commit, set } = store.getState();
  const record = selectedId ? job.byId.get(selectedId) : undefined;
  const moved = (v: number, by: number) => Math.round((v + by) * 1000) / 1000;
  if (record?.type === 'unit') {
    const next = { ...record, xM: moved(record.xM, dx), yM: moved(record.yM, dy) };
    const changed = changeUnit(job, next, `Move ${record.letter}`, inPlan());
    if (commit(changed.edit)) set({ selectedId: changed.id });
  } else if (record?.type === 'wall') {
    const made = moveWall(job, record, dx, dy);
    if ('why' in made) toast(made.why);
    else commit(made.edit);
  } else if (record?.type === 'opening') {
    const wall = find(job, 'wall', record.wallId);
    const upright = wall ? Math.abs(wall.by - wall.ay) > Math.abs(wall.bx - wall.ax) : false;
    const along = wall && (upright ? dy * Math.sign(wall.by - wall.ay) : dx * Math.sign(wall.bx - wall.ax));
    if (along) commit(putOne(`Move a ${record.kind}`, slideOpening(job, record, record.offsetM + along)));
  } else if (
    record?.type === 'spot' ||
    record?.type === 'obstacle' ||
    record?.type === 'service' ||
    record?.type === 'fixedDevice' ||
    record?.type === 'building'
  ) {
    commit(putOne(`Move ${record.name}`, { ...record, xM: moved(record.xM, dx), yM: moved(record.yM, dy) }));
  }
}

/** Removes what is selected with all that can't stand without it; one undo brings all back. */
export function removeSelected(store: JobStore): void {
  const { job, selectedId, commit, undo } = store.getState();
  const record = selectedId ? job.byId.get(selectedId) : undefined;
  if (!record || record.type === 'job') return;
  const edit =
    record.type === 'unit'
      ? removeUnit(job, record)
      : {
          label: `Remove ${'name' in record ? record.name : record.type}`,
          put: [],
          remove: withDependants(job, [record.id]),
        };
  if (!commit(edit)) return;
  const others = edit.remove.length - 1;
  toast(`${edit.label}${others > 0 ? ` and ${others} that belong to it` : ''}`, {
    action: { label: 'Undo', onClick: undo },
  });
}

/** Closes the gap nearest to being closed on the storey shown, or says that there is none. */
export function closeNextGap(store: JobStore): void {
  const { job, storeyId, commit, undo } = store.getState();
  const gap = isOutdoors(job, storeyId)
    ? undefined
    : openGaps(job, storeyId).sort((a, b) => a.widthM - b.widthM)[0];
  if (!gap) toast('No gap between the walls of this storey.');
  else if (commit(gap.repair))
    toast(`Closed a gap of ${lengthText(gap.widthM, job.info.lengths)}`, {
      action: { label: 'Undo', onClick: undo },
    });
}

/** Mends the first snag that can be mended: of the selected record, else of all. */
export function mendNext(store: JobStore): void {
  const { snags, selectedId, commit, undo } = store.getState();
  const can = (snags ?? []).filter((s) => s.repair !== null);
  const snag = can.find((s) => s.recordId === selectedId) ?? can[0];
  if (!snag?.repair) toast('No snag can be fixed with one key.');
  else if (commit(snag.repair))
    toast(`Fixed: ${snag.repair.label}`, { action: { label: 'Undo', onClick: undo } });
}

/** Shows a record: its storey on the sheet, itself in the inspector. */
export function goTo(store: JobStore, id: Id): void {
  const { job, storeyId, set } = store.getState();
  const asked = job.byId.get(id);
  // a link is looked at where it is chosen: at the unit that it feeds
  const record = asked?.type === 'link' ? job.byId.get(asked.unitId) : asked;
  const to =
    record && 'storeyId' in record && record.storeyId
      ? record.storeyId
      : (find(job, 'storey', id)?.id ?? storeyId);
  set({ selectedId: record?.id ?? id, storeyId: to });
}
