import { find } from '@/core/job/job';
import type { Unit } from '@/core/job/records';
import { boundsOf } from '@/core/geometry/place';
import { changeUnit } from '@/core/design/changeUnit';
import type { JobStore } from '@/client/store/jobStore';
import { toCentimetre } from '@/core/geometry/round';

/**
 * Takes a unit along with the pointer: over the sheet to its new place, over a storey of the section to
 * that storey. Changes nothing in the job.
 * @param by how far it was taken, m in the sheet's coordinates.
 */
export function takeUnit(
  store: JobStore,
  unit: Unit,
  by: readonly [number, number],
  pointer: { clientX: number; clientY: number },
  sheet: HTMLElement | null,
): void {
  const { clientX: x, clientY: y } = pointer;
  const on = sheet?.getBoundingClientRect();
  // looking for what is under the pointer costs a layout: not where only the sheet can be
  const inside = on && x >= on.left && x < on.right && y >= on.top && y < on.bottom;
  const over = inside
    ? null
    : (document.elementFromPoint(x, y)?.closest('[data-storey]')?.getAttribute('data-storey') ?? null);
  const [xM, yM] = over ? [unit.xM, unit.yM] : [toCentimetre(unit.xM + by[0]), toCentimetre(unit.yM + by[1])];
  const { dragged, dropStoreyId, set } = store.getState();
  // a frame's pointer event repeats what came before it
  if (dragged?.xM === xM && dragged.yM === yM && dropStoreyId === over) return;
  set({ dragged: { ...unit, xM, yM }, dropStoreyId: over, selectedId: unit.id });
}

/** Lets go of the unit under the pointer: it stays at its new place, or on the storey that it is over. */
export function dropUnit(store: JobStore, unit: Unit, planning: boolean): void {
  const { job, dragged, dropStoreyId, commit, set } = store.getState();
  if (!dragged) return;
  const move = (to: Unit, label: string) => {
    const changed = changeUnit(job, to, label, planning);
    if (commit(changed.edit)) set({ selectedId: changed.id });
  };
  const target = find(job, 'storey', dropStoreyId);
  if (!target) return move(dragged, `Move ${dragged.letter}`);
  if (target.id === unit.storeyId) return;
  const building = find(job, 'building', target.buildingId);
  const same = building?.id === find(job, 'storey', unit.storeyId)?.buildingId;
  const [x0, y0, x1, y1] = boundsOf(building?.outline ?? [[0, 0]]);
  const at = same ? {} : { xM: toCentimetre((x0 + x1) / 2), yM: toCentimetre((y0 + y1) / 2) };
  move({ ...unit, ...at, storeyId: target.id }, `Move ${unit.letter} to ${target.name}`);
  set({ storeyId: target.id });
}
