'use client';

import { type MouseEvent, type PointerEvent, type RefObject, useEffect, useRef, useState } from 'react';
import type { Id, Point } from '@/core/job/records';
import { find } from '@/core/job/job';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import type { SheetSpace, SheetStage } from '../sheetSpace';
import type { View } from '../useView';
import { type Drag, takeUp } from './drags';
import { type Hand, nothingShown, type Shown, wallNear } from './hand';
import { tools } from './tools';
import { useWallKeys } from './useWallKeys';

/** A press that moves farther than this, px, is a drag. */
const dragPx = 4;
/** How near things pull, and how far from a thin wall a press still means it, px: for a mouse, for a finger. */
const [reachPx, pickPx, fingerPickPx] = [10, 3, 11];

/** The one press under way; `drag` is null for the sheet itself, which pans. */
interface Press {
  drag: Drag | null;
  id: Id | null;
  x: number;
  y: number;
  moved: boolean;
}

const dataOf = (event: MouseEvent, name: string): string | null =>
  event.target instanceof Element
    ? (event.target.closest(`[data-${name}]`)?.getAttribute(`data-${name}`) ?? null)
    : null;

/** The pointer on the sheet: a press is given to the tool in hand, or takes up what is under it. */
export function useSheetPointer({
  ref,
  view,
  space,
  stage,
  panBy,
}: {
  ref: RefObject<HTMLElement | null>;
  view: View;
  space: SheetSpace | null;
  stage: SheetStage;
  panBy: (dx: number, dy: number) => void;
}) {
  const store = useJobStore();
  const tool = useJob((s) => s.tool);
  const press = useRef<Press | null>(null);
  const fingers = useRef(new Set<number>());
  const tapped = useRef(false);
  const shownNow = useRef<Shown>(nothingShown);
  const [shown, setShown] = useState<Shown>(nothingShown);
  const show = (part: Partial<Shown>) => setShown((shownNow.current = { ...shownNow.current, ...part }));
  useWallKeys();

  const metres = (event: { clientX: number; clientY: number }): Point => {
    const bounds = ref.current?.getBoundingClientRect();
    return [
      (event.clientX - (bounds?.left ?? 0) - view.x) / view.scale,
      (event.clientY - (bounds?.top ?? 0) - view.y) / view.scale,
    ];
  };
  /** What is under the pointer; a thin wall counts from a little way off, more for a finger. */
  const idUnder = (event: MouseEvent): Id | null => {
    const under = dataOf(event, 'id');
    const { job, storeyId } = store.getState();
    if (stage !== 'survey' || space?.isSite || (under && !find(job, 'room', under))) return under;
    const finger = tapped.current || ('pointerType' in event && event.pointerType === 'touch');
    return wallNear(job, storeyId, metres(event), (finger ? fingerPickPx : pickPx) / view.scale) ?? under;
  };
  const hand = (event: MouseEvent | globalThis.PointerEvent): Hand => ({
    store,
    at: metres(event),
    reachM: reachPx / view.scale,
    idUnder: () => ('nativeEvent' in event ? idUnder(event) : null),
    shown: shownNow.current,
    show,
  });
  const toolInHand = () => {
    const { tool } = store.getState();
    return tool === 'select' || !space ? null : tools[tool];
  };

  const letGo = () => {
    press.current = null;
    show({ movedSpot: null, preview: [] });
    store.getState().set({ dragged: null, dropStoreyId: null });
  };
  const end = () => toolInHand()?.end?.({ store, shown: shownNow.current, show });
  const now = { letGo, end, follow: (_: globalThis.PointerEvent) => undefined as void };
  const latest = useRef(now);
  latest.current = now;

  // a tool that is put away takes with it what it had begun
  useEffect(() => {
    setShown((shownNow.current = { ...shownNow.current, ghost: null, preview: [] }));
    if (tool !== 'wall') store.getState().set({ draft: null });
  }, [tool, store]);
  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      if (event.key === 'Enter') latest.current.end();
      if (event.key !== 'Escape') return;
      latest.current.letGo();
      setShown((shownNow.current = nothingShown));
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, []);

  /** Takes what is held along with the pointer. @returns whether it has moved at all. */
  const follow = (event: MouseEvent | globalThis.PointerEvent): boolean => {
    const held = press.current;
    if (!held) return false;
    const [dx, dy] = [event.clientX - held.x, event.clientY - held.y];
    if (!held.moved && Math.hypot(dx, dy) < dragPx) return false;
    held.moved = true;
    if (held.drag) held.drag.move(hand(event), [dx / view.scale, dy / view.scale], event, ref.current);
    else {
      panBy(dx, dy);
      press.current = { ...held, x: event.clientX, y: event.clientY };
    }
    return true;
  };
  // a unit follows the pointer as it comes, before the frame's own event: so its coverage may make the same frame
  latest.current.follow = (event) => {
    if (press.current?.drag?.raw) follow(event);
  };
  useEffect(() => {
    const sheet = ref.current;
    const raw = (event: Event) => {
      if (event instanceof globalThis.PointerEvent) latest.current.follow(event);
    };
    sheet?.addEventListener('pointerrawupdate', raw);
    return () => sheet?.removeEventListener('pointerrawupdate', raw);
  }, [ref]);

  const handlers = {
    onPointerDown(event: PointerEvent<HTMLElement>) {
      if (event.button !== 0 || !space) return;
      fingers.current.add(event.pointerId);
      // two fingers move the sheet: what the first had taken up stays where it was
      if (fingers.current.size > 1) return letGo();
      const inHand = toolInHand();
      // a finger's tap is taken as a click: put down any earlier, what opens under the finger would get the click
      if (event.pointerType === 'touch' && inHand) {
        tapped.current = true;
        return;
      }
      if (inHand) return inHand.down(hand(event));
      event.currentTarget.setPointerCapture(event.pointerId);
      const id = idUnder(event);
      const drag = takeUp({ store }, stage, id, dataOf(event, 'part'));
      press.current = { drag, id, x: event.clientX, y: event.clientY, moved: false };
    },
    onPointerMove(event: PointerEvent<HTMLElement>) {
      toolInHand()?.move?.(hand(event));
      if (fingers.current.size < 2) follow(event);
    },
    onPointerUp(event: PointerEvent<HTMLElement>) {
      fingers.current.delete(event.pointerId);
      const held = press.current;
      press.current = null;
      if (held && !held.moved) store.getState().set({ selectedId: held.drag?.id ?? held.id });
      if (held?.moved) held.drag?.drop(hand(event));
      store.getState().set({ dragged: null, dropStoreyId: null });
    },
    onPointerCancel(event: PointerEvent<HTMLElement>) {
      fingers.current.delete(event.pointerId);
      letGo();
    },
    onClick(event: MouseEvent<HTMLElement>) {
      if (tapped.current) toolInHand()?.down(hand(event));
      tapped.current = false;
    },
    onDoubleClick: end,
  };
  return { handlers, ...shown, clearGhost: () => show({ ghost: null }) };
}
