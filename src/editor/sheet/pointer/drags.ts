/** What a press takes up with the selection tool: the sheet, a unit, a spot, or a part of the drawing. */
import { toCentimetre } from '@/core/geometry/round';
import { putOne } from '@/core/job/edits';
import { find } from '@/core/job/job';
import type { Id, Spot, Unit } from '@/core/job/records';
import type { Made } from '@/core/survey/wallEdits';
import { dragEdit, type Grip, isMovable } from '../dragEdit';
import { dropUnit, takeUnit } from '../dragUnit';
import type { SheetStage } from '../sheetSpace';
import { apply, type Hand, snapped } from './hand';

type Pointer = { clientX: number; clientY: number };

/** A thing in the hand. `by` is how far it was taken, m on the sheet. */
export interface Drag {
  /** What is selected when it was only pressed. */
  id: Id | null;
  /** Follows the pointer before the frame's own event. */
  raw?: boolean;
  move: (hand: Hand, by: readonly [number, number], pointer: Pointer, sheet: HTMLElement | null) => void;
  drop: (hand: Hand) => void;
}

const unitDrag = (unit: Unit, planning: boolean): Drag => ({
  id: unit.id,
  raw: true,
  move: ({ store }, by, pointer, sheet) => takeUnit(store, unit, by, pointer, sheet),
  drop: ({ store }) => dropUnit(store, unit, planning),
});

const spotDrag = (spot: Spot): Drag => ({
  id: spot.id,
  move: ({ show }, [dx, dy]) =>
    show({ movedSpot: { ...spot, xM: toCentimetre(spot.xM + dx), yM: toCentimetre(spot.yM + dy) } }),
  drop: ({ store, shown: { movedSpot }, show }) => {
    if (!movedSpot) return;
    store.getState().commit(putOne(`Move spot ${spot.number}`, movedSpot));
    show({ movedSpot: null });
  },
});

function gripDrag(grip: Grip): Drag {
  let made: Made | null = null;
  return {
    id: grip.record.id,
    move: (hand, [dx, dy]) => {
      const to = snapped({ ...hand, reachM: hand.reachM / 2 });
      made = dragEdit(hand.store.getState().job, grip, dx, dy, to);
      hand.show({ preview: made.ok ? made.edit.put : [] });
    },
    drop: ({ store, show }) => {
      show({ preview: [] });
      if (made) apply(store, made);
    },
  };
}

/**
 * What a press takes up; null = the sheet itself.
 * @param part the end of a wall that was pressed, as the drawing names it.
 */
export function takeUp(
  { store }: Pick<Hand, 'store'>,
  stage: SheetStage,
  id: Id | null,
  part: string | null,
): Drag | null {
  const { job, storeyId, selectedId } = store.getState();
  const unit = find(job, 'unit', id);
  if (unit && stage !== 'before' && unit.storeyId === storeyId) return unitDrag(unit, stage === 'plan');
  if (stage !== 'survey' || id === null) return null;
  const record = job.byId.get(id);
  if (record?.type === 'spot') return spotDrag(record);
  if (record && id === selectedId && isMovable(record))
    return gripDrag({ record, part: part === 'a' || part === 'b' ? part : 'whole' });
  return null;
}
