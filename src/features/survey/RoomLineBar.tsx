'use client';

import { arrowWays, placeTowards } from '@/core/survey/placeTowards';
import { useCombobox } from 'downshift';
import { type KeyboardEvent, useEffect, useMemo, useState } from 'react';
import { toast } from 'sonner';
import { applyEdit } from '@/core/job/edits';
import { boundsOf } from '@/core/geometry/place';
import type { Point } from '@/core/job/records';
import { regionArea } from '@/core/geometry/region';
import { type BuildResult, buildRoom, hostOf, likelySlip } from '@/core/survey/buildRoom';
import { type LineState, parseRoomLine } from '@/core/survey/roomLine';
import { inPlaceOfGuess, withoutGuess } from '@/core/survey/guess';
import { isOutdoors, outerAssembly } from '@/core/survey/storeyGraph';
import { Button, inputClass } from '@/ui/primitives';
import { StatusMark } from '@/ui/marks';
import { newWallAssembly } from '@/editor/sheet/wallDraft';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { areaText, lengthText, type Lengths } from '@/ui/units';

/**
 * Room by room: one typed line makes a room against its neighbour. Tab completes, and moves a room without a place to the
 * next where it fits; Enter adds; what it would close with is said before.
 */
export function RoomLineBar() {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const storeyId = useJob((s) => s.storeyId);
  const wallAssemblyId = useJob((s) => s.wallAssemblyId);
  const [{ text, pick }, setTyped] = useState({ text: '', pick: 0 });
  const setText = (next: string) => setTyped({ text: next, pick: 0 });
  const { lengths } = job.info;
  // what is typed takes the place of a guess
  const clear = useMemo(() => withoutGuess(job, storeyId), [job, storeyId]);
  const base = useMemo(() => (clear ? applyEdit(job, clear).job : job), [job, clear]);
  const rooms = useMemo(() => base.rooms.filter((r) => r.storeyId === storeyId), [base, storeyId]);
  const names = useMemo(() => rooms.map((r) => r.name), [rooms]);
  const shell = useMemo(() => hostOf(rooms)?.name ?? null, [rooms]);
  const state = useMemo(() => parseRoomLine(text, names, lengths, shell), [text, names, lengths, shell]);
  const assemblies = useMemo(() => {
    const inner = newWallAssembly({ job, wallAssemblyId });
    return { innerId: inner, outerId: outerAssembly(job, storeyId) ?? inner };
  }, [job, storeyId, wallAssemblyId]);
  const built = useMemo(
    () => (state.ok ? buildRoom(base, storeyId, state.line, assemblies, pick) : null),
    [state, base, storeyId, assemblies, pick],
  );
  const ghost = useMemo(
    () => (state.ok && built && built.ok ? { name: state.line.name, outline: built.outline } : null),
    [state, built],
  );
  useEffect(() => {
    store.getState().set({ typedRoom: ghost });
    return () => store.getState().set({ typedRoom: null });
  }, [store, ghost]);
  const add = () => {
    if (!state.ok) return toast(state.why);
    if (!built?.ok) return toast(built?.why ?? 'This room cannot be drawn.');
    if (!store.getState().commit(inPlaceOfGuess(job, clear, built.edit))) return;
    store.getState().set({ selectedId: built.roomId });
    setText('');
  };
  const items = text === '' ? [] : state.complete.slice(0, 6);
  const box = useCombobox({
    id: 'room-line',
    inputId: 'room-line',
    items,
    inputValue: text,
    selectedItem: null,
    stateReducer: (before, { type, changes }) => {
      // what was typed stays when one goes elsewhere; after a choice the list shows how to go on
      if (type === useCombobox.stateChangeTypes.InputBlur)
        return { ...changes, inputValue: before.inputValue, selectedItem: null };
      return changes.selectedItem ? { ...changes, isOpen: true, highlightedIndex: -1 } : changes;
    },
    onStateChange: ({ type, selectedItem }) => {
      if (selectedItem && type !== useCombobox.stateChangeTypes.InputBlur) setText(selectedItem);
    },
  });
  const open = box.isOpen && items.length > 0;
  const onKeyDown = (
    event: KeyboardEvent<HTMLInputElement> & { nativeEvent: { preventDownshiftDefault?: boolean } },
  ) => {
    const chosen = items[box.highlightedIndex];
    if (event.key === 'Tab' && open && !event.shiftKey && !state.ok) {
      event.preventDefault();
      setText(chosen ?? items[0] ?? text);
    } else if (event.key === 'Tab' && !event.shiftKey && built?.ok && built.place + 1 < built.places) {
      // after the last place Tab leaves the line, as anywhere
      event.preventDefault();
      setTyped({ text, pick: built.place + 1 });
    } else if (event.altKey && event.key in arrowWays && built?.ok && built.places > 1 && state.ok) {
      event.preventDefault();
      event.nativeEvent.preventDownshiftDefault = true;
      const { line } = state;
      const middles = Array.from({ length: built.places }, (_, i): Point => {
        const other = buildRoom(base, storeyId, line, assemblies, i);
        if (!other.ok) return [NaN, NaN];
        const [x0, y0, x1, y1] = boundsOf(other.outline);
        return [(x0 + x1) / 2, (y0 + y1) / 2];
      });
      const to = placeTowards(middles, built.place, arrowWays[event.key as keyof typeof arrowWays]);
      if (to !== null) setTyped({ text, pick: to });
    } else if (event.key === 'Enter' && (!open || chosen === undefined)) {
      event.nativeEvent.preventDownshiftDefault = true;
      add();
    } else if (event.key === 'Escape') {
      event.nativeEvent.preventDownshiftDefault = true;
      setText('');
      event.currentTarget.blur();
    }
  };
  if (isOutdoors(job, storeyId)) return null;
  return (
    <section
      aria-label="Room by room"
      className="flex min-h-[58px] shrink-0 flex-wrap items-center gap-x-4 gap-y-1 border-t border-ink bg-panel px-4 py-1.5"
    >
      <label htmlFor="room-line" className="leading-tight">
        <strong className="block text-[13.5px]">Room by room</strong>
        <span className="text-[12px] text-muted">one line a room, key /</span>
      </label>
      <div className="relative min-w-60 flex-1">
        <input
          {...box.getInputProps({
            onChange: (event) => setText(event.currentTarget.value),
            onKeyDown,
          })}
          className={`${inputClass} h-9 w-full font-semibold`}
          placeholder={
            names.length
              ? lengths === 'm'
                ? `Kitchen 4.20 3.60 east of ${names[0]}`
                : `Kitchen 13'9" 11'10" east of ${names[0]}`
              : lengths === 'm'
                ? 'Hall 2.00 6.00'
                : `Hall 6'7" 19'8"`
          }
        />
        <ul
          {...box.getMenuProps({ 'aria-label': 'Suggestions' })}
          hidden={!open}
          className="absolute bottom-full left-0 z-20 mb-1 max-h-60 w-full overflow-auto border border-ink bg-panel"
        >
          {open &&
            items.map((item, index) => (
              <li
                key={item}
                {...box.getItemProps({ item, index })}
                className={`cursor-pointer px-2.5 py-1.5 ${index === box.highlightedIndex ? 'bg-chosen' : ''}`}
              >
                {item}
              </li>
            ))}
        </ul>
      </div>
      <p
        className="w-52 text-[12px] leading-tight text-muted"
        aria-live="polite"
        data-testid="room-line-says"
      >
        {text === '' ? (
          clear ? (
            'This storey is a guess. The first room that you type replaces it. Undo restores it.'
          ) : (
            'Name, width east to west, depth north to south. The place is optional.'
          )
        ) : (
          <LineSays state={state} built={built} lengths={lengths} />
        )}
      </p>
      <Button look="action" disabled={!state.ok} onClick={add}>
        Add
      </Button>
    </section>
  );
}

/** What a line will do, before it does it. */
function LineSays({
  state,
  built,
  lengths,
}: {
  state: LineState;
  built: BuildResult | null;
  lengths: Lengths;
}) {
  if (!state.ok) return <>{state.why}</>;
  if (!built) return null;
  if (!built.ok) return <span className="text-rust-text">{built.why}</span>;
  const worst = built.misclosures[0];
  const cm = Math.abs(worst?.metres ?? 0) * 100;
  const slip = built.suspects[0];
  const likely = slip && likelySlip(slip);
  if (slip && built.suspects.length === 1)
    return (
      <span className="text-rust-text">
        Closing error {cm.toFixed(0)} cm. Probably wrong: the {lengthText(slip.tape.lengthM, lengths)}
        {likely ? `, perhaps ${lengthText(likely, lengths)}` : ''}.
      </span>
    );
  if (built.suspects.length > 1)
    return (
      <span className="text-rust-text">
        Closing error {cm.toFixed(0)} cm: one of {built.suspects.length} lengths is probably wrong.
      </span>
    );
  if (worst && cm >= 0.5 && built.spreadOver === 0)
    return (
      <span className="text-ink">
        <strong className="block">drawing adjusted by {cm.toFixed(0)} cm</strong>
        to your measured length; no measured length was there before
      </span>
    );
  if (worst && cm >= 0.5)
    return (
      <span className="flex items-start gap-1.5 text-ink">
        <StatusMark mark="cured" size={12} />
        <span>
          <strong className="block">closing error {cm.toFixed(cm < 1 ? 1 : 0)} cm,</strong> spread over{' '}
          {built.spreadOver} lengths
        </span>
      </span>
    );
  return (
    <span className="flex items-start gap-1.5 text-ink">
      <StatusMark mark="cured" size={12} />
      <span>
        <strong className="block">
          {areaText(regionArea({ outline: built.outline, holes: [] }), lengths)}
        </strong>{' '}
        {built.places > 1
          ? `place ${built.place + 1} of ${built.places}; Tab or Alt and an arrow: another`
          : worst
            ? 'closes'
            : 'ready to add'}
      </span>
    </span>
  );
}
