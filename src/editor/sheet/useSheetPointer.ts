'use client';

import { type MouseEvent, type PointerEvent, type RefObject, useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import { putOne } from '@/core/job/edits';
import { find } from '@/core/job/job';
import type { AnyRecord, Id, Point, Spot, Unit } from '@/core/job/records';
import { nearestOn } from '@/core/geometry/segment';
import { halfOf, storeyWalls } from '@/core/survey/storeyGraph';
import { snapPoint } from '@/core/survey/snap';
import type { Made } from '@/core/survey/wallEdits';
import { messageOf } from '@/client/store/api';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { dropUnit, takeUnit } from './dragUnit';
import { dragEdit, type Grip, isMovable } from './dragEdit';
import type { SheetSpace, SheetStage } from './sheetSpace';
import type { Ghost } from './ToolGhost';
import { layCable } from './layCable';
import { putDown, routeEdit } from './putDown';
import { useWallTool } from './useWallTool';
import type { View } from './useView';
import { toCentimetre } from '@/core/geometry/round';

/** A press farther than this, px, is a drag. */
const dragPx = 4;

type Mode =
  | { kind: 'idle' }
  | { kind: 'pan'; x: number; y: number; moved: boolean; id: Id | null }
  | { kind: 'pinch'; distance: number; x: number; y: number }
  | { kind: 'grip'; grip: Grip; x: number; y: number; moved: boolean; made: Made | null }
  | { kind: 'unit'; unit: Unit; x: number; y: number; moved: boolean }
  | { kind: 'spot'; spot: Spot; x: number; y: number; moved: boolean };

/** A cable that is drawn lies along the skirting, m. */
const cableHeightM = 0.1;
/** A cut drawn by hand is looked along at table height, m. */
const cutHeightM = 1;

/** Pointer on the sheet, as a small state machine: idle → pressing → dragging, or a tool's two clicks. */
export function useSheetPointer({
  ref,
  view,
  space,
  stage,
  panBy,
  zoomAt,
}: {
  ref: RefObject<HTMLElement | null>;
  view: View;
  space: SheetSpace | null;
  stage: SheetStage;
  panBy: (dx: number, dy: number) => void;
  zoomAt: (factor: number, x: number, y: number) => void;
}) {
  const store = useJobStore();
  const mode = useRef<Mode>({ kind: 'idle' });
  const tapped = useRef(false);
  const fingers = useRef(new Map<number, { x: number; y: number }>());
  const [ghost, setGhost] = useState<Ghost | null>(null);
  const [movedSpot, setMovedSpot] = useState<Spot | null>(null);
  const [preview, setPreview] = useState<readonly AnyRecord[]>([]);
  const reachM = 10 / view.scale;
  const wallTool = useWallTool(reachM);
  const tool = useJob((s) => s.tool);
  useEffect(() => {
    setGhost(null);
    setPreview([]);
    if (tool !== 'wall') store.getState().set({ draft: null });
  }, [tool, store]);

  useEffect(() => {
    const stop = (event: KeyboardEvent) => {
      if (event.key !== 'Escape') return;
      mode.current = { kind: 'idle' };
      setGhost(null);
      setMovedSpot(null);
      setPreview([]);
      store.getState().set({ dragged: null, dropStoreyId: null });
    };
    window.addEventListener('keydown', stop);
    return () => window.removeEventListener('keydown', stop);
  }, [store]);

  const metres = (event: MouseEvent): Point => {
    const bounds = ref.current?.getBoundingClientRect();
    return [
      (event.clientX - (bounds?.left ?? 0) - view.x) / view.scale,
      (event.clientY - (bounds?.top ?? 0) - view.y) / view.scale,
    ];
  };
  /** What is under the pointer; a thin wall counts from a little way off, more for a finger. */
  const idAt = (event: MouseEvent): Id | null => {
    const under =
      event.target instanceof Element
        ? (event.target.closest('[data-id]')?.getAttribute('data-id') ?? null)
        : null;
    const { job, storeyId } = store.getState();
    if (stage !== 'survey' || space?.isSite || (under && !find(job, 'room', under))) return under;
    const pickRadius =
      (tapped.current || ('pointerType' in event && event.pointerType === 'touch') ? 11 : 3) / view.scale;
    const at = metres(event);
    const near = storeyWalls(job, storeyId)
      .map((w) => ({ id: w.id, off: nearestOn(w, ...at).distance - halfOf(job, w) }))
      .sort((a, b) => a.off - b.off)[0];
    return near && near.off < pickRadius ? near.id : under;
  };
  const apply = (made: Made) => {
    if ('why' in made) toast(made.why);
    else if (store.getState().commit(made.edit)) store.getState().set({ selectedId: made.select });
  };

  /** The worker finds the new unit's best link; the edit is made when it answers. */
  async function placeNew(kitId: Id, at: { storeyId: Id; xM: number; yM: number }) {
    const { compute } = store.getState();
    if (!compute) return;
    try {
      const placed = await compute.placeUnit(kitId, at);
      if (store.getState().job.byId.has(placed.unit.id)) toast('The plan had just changed: place it again.');
      else apply({ edit: placed.edit, select: placed.unit.id });
    } catch (error) {
      toast.error(messageOf(error));
    }
  }

  function toolClick(event: MouseEvent): boolean {
    const state = store.getState();
    const { tool, job, storeyId, kitId, set } = state;
    if (tool === 'select' || !space) return false;
    const at = metres(event);
    if (tool === 'wall') wallTool.click(at);
    else if (tool === 'unit') {
      const product = find(job, 'kit', kitId);
      if (!product) toast('Choose a unit in the list at the left first.');
      else void placeNew(product.id, { storeyId, xM: toCentimetre(at[0]), yM: toCentimetre(at[1]) });
      set({ tool: 'select', kitId: null });
    } else if (tool === 'route' || tool === 'cable') {
      const before = ghost?.kind === 'route' ? ghost : { points: [], storeyIds: [] };
      setGhost({
        kind: 'route',
        points: [...before.points, [toCentimetre(at[0]), toCentimetre(at[1])]],
        storeyIds: [...before.storeyIds, storeyId],
        b: at,
      });
    } else if (tool === 'room' || tool === 'measure' || tool === 'scale' || tool === 'cut') {
      const snap = snapPoint(job, storeyId, at, reachM, null);
      const b: Point = tool === 'scale' || tool === 'cut' ? at : [snap.x, snap.y];
      if (!ghost || ghost.kind === 'route' || ghost.done) setGhost({ kind: tool, a: b, b });
      else if (tool === 'room') {
        apply(putDown(state, b, { from: ghost.a }));
        setGhost(null);
        set({ tool: 'select' });
      } else if (tool === 'cut') {
        const end = ([xM, yM]: Point) => ({
          storeyId,
          xM: toCentimetre(xM),
          yM: toCentimetre(yM),
          heightM: cutHeightM,
        });
        setGhost(null);
        set({ tool: 'select', cut: { kind: 'line', a: end(ghost.a), b: end(b) } });
      } else setGhost({ ...ghost, b, done: true });
    } else {
      apply(putDown(state, at, { wallId: idAt(event) }));
      if (tool === 'spot') set({ tool: 'select' });
    }
    return true;
  }

  /** Ends the route being drawn. */
  function finish() {
    if (ghost?.kind !== 'route') return;
    setGhost(null);
    if (store.getState().tool !== 'cable') return apply(routeEdit(store.getState(), ghost.points));
    const corners = ghost.points.map(([xM, yM], i) => ({
      storeyId: ghost.storeyIds[i] ?? '',
      xM,
      yM,
      heightM: cableHeightM,
    }));
    store.getState().set({ tool: 'select' });
    layCable(store, corners).catch((error: unknown) => toast.error(messageOf(error)));
  }
  const finishRef = useRef(finish);
  finishRef.current = finish;
  useEffect(() => {
    const enter = (event: KeyboardEvent) => {
      const { tool } = store.getState();
      if (event.key === 'Enter' && (tool === 'route' || tool === 'cable')) finishRef.current();
    };
    window.addEventListener('keydown', enter);
    return () => window.removeEventListener('keydown', enter);
  }, [store]);

  function onClick(event: MouseEvent<HTMLElement>) {
    if (tapped.current) toolClick(event);
    tapped.current = false;
  }

  function onPointerDown(event: PointerEvent<HTMLElement>) {
    if (event.button !== 0 || !space) return;
    fingers.current.set(event.pointerId, { x: event.clientX, y: event.clientY });
    const [a, b] = [...fingers.current.values()];
    if (a && b) {
      store.getState().set({ dragged: null });
      mode.current = {
        kind: 'pinch',
        distance: Math.hypot(a.x - b.x, a.y - b.y),
        x: (a.x + b.x) / 2,
        y: (a.y + b.y) / 2,
      };
      return;
    }
    // a finger's tap is taken as a click: put down any earlier, what opens under the finger would get the click
    if (event.pointerType === 'touch' && store.getState().tool !== 'select') {
      tapped.current = true;
      return;
    }
    if (toolClick(event)) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const { job } = store.getState();
    const id = idAt(event);
    const start = { x: event.clientX, y: event.clientY, moved: false };
    const unit = find(job, 'unit', id);
    const record = id ? job.byId.get(id) : undefined;
    const part =
      event.target instanceof Element ? event.target.closest('[data-part]')?.getAttribute('data-part') : null;
    const held =
      stage === 'survey' &&
      id === store.getState().selectedId &&
      record &&
      isMovable(record) &&
      record.type !== 'spot';
    const spot = stage === 'survey' ? find(job, 'spot', id) : undefined;
    if (unit && stage !== 'before' && unit.storeyId === store.getState().storeyId)
      mode.current = { kind: 'unit', unit, ...start };
    else if (held)
      mode.current = {
        kind: 'grip',
        grip: { record, part: part === 'a' || part === 'b' ? part : 'whole' },
        ...start,
        made: null,
      };
    else if (spot) mode.current = { kind: 'spot', spot, ...start };
    else mode.current = { kind: 'pan', id, ...start };
  }

  function onPointerMove(event: PointerEvent<HTMLElement>) {
    if (fingers.current.has(event.pointerId))
      fingers.current.set(event.pointerId, { x: event.clientX, y: event.clientY });
    const m = mode.current;
    const { tool } = store.getState();
    if (tool === 'wall') wallTool.move(metres(event));
    if (ghost?.kind === 'route') setGhost({ ...ghost, b: metres(event) });
    else if (ghost && !ghost.done) {
      const at = metres(event);
      const snap = snapPoint(store.getState().job, store.getState().storeyId, at, reachM, null);
      setGhost({ ...ghost, b: ghost.kind === 'scale' || ghost.kind === 'cut' ? at : [snap.x, snap.y] });
    }
    if (m.kind === 'idle') return;
    if (m.kind === 'pinch') {
      const [a, b] = [...fingers.current.values()];
      if (!a || !b) return;
      const bounds = event.currentTarget.getBoundingClientRect();
      const distance = Math.hypot(a.x - b.x, a.y - b.y);
      const [x, y] = [(a.x + b.x) / 2, (a.y + b.y) / 2];
      panBy(x - m.x, y - m.y);
      zoomAt(distance / m.distance, x - bounds.left, y - bounds.top);
      mode.current = { kind: 'pinch', distance, x, y };
      return;
    }
    const [dx, dy] = [event.clientX - m.x, event.clientY - m.y];
    if (!m.moved && Math.hypot(dx, dy) < dragPx) return;
    if (m.kind === 'pan') {
      panBy(dx, dy);
      mode.current = { ...m, moved: true, x: event.clientX, y: event.clientY };
      return;
    }
    m.moved = true;
    const [x, y] = [dx / view.scale, dy / view.scale];
    if (m.kind === 'grip') {
      const { job, storeyId } = store.getState();
      const at = metres(event);
      const snap = snapPoint(job, storeyId, at, reachM / 2, null);
      m.made = dragEdit(job, m.grip, x, y, [snap.x, snap.y]);
      setPreview('edit' in m.made ? m.made.edit.put : []);
    } else if (m.kind === 'spot')
      setMovedSpot({ ...m.spot, xM: toCentimetre(m.spot.xM + x), yM: toCentimetre(m.spot.yM + y) });
    else takeUnit(store, m.unit, [x, y], event, ref.current);
  }

  /** A unit follows the pointer as it comes, before the frame's own event: so its coverage may make the same frame. */
  function onRawMove(event: globalThis.PointerEvent) {
    const m = mode.current;
    if (m.kind !== 'unit') return;
    const [dx, dy] = [event.clientX - m.x, event.clientY - m.y];
    if (!m.moved && Math.hypot(dx, dy) < dragPx) return;
    m.moved = true;
    takeUnit(store, m.unit, [dx / view.scale, dy / view.scale], event, ref.current);
  }
  const rawRef = useRef(onRawMove);
  rawRef.current = onRawMove;
  useEffect(() => {
    const sheet = ref.current;
    const raw = (event: Event) => {
      if (event instanceof globalThis.PointerEvent) rawRef.current(event);
    };
    sheet?.addEventListener('pointerrawupdate', raw);
    return () => sheet?.removeEventListener('pointerrawupdate', raw);
  }, [ref]);

  function onPointerUp(event: PointerEvent<HTMLElement>) {
    fingers.current.delete(event.pointerId);
    const m = mode.current;
    mode.current = { kind: 'idle' };
    const { commit, set } = store.getState();
    if (m.kind === 'pan' && !m.moved) set({ selectedId: m.id });
    if (m.kind === 'unit' && !m.moved) set({ selectedId: m.unit.id });
    if (m.kind === 'grip') {
      setPreview([]);
      if (m.moved && m.made) apply(m.made);
    }
    if (m.kind === 'spot' && !m.moved) set({ selectedId: m.spot.id });
    if (m.kind === 'spot' && m.moved && movedSpot) {
      commit(putOne(`Move spot ${movedSpot.number}`, movedSpot));
      setMovedSpot(null);
    }
    if (m.kind === 'unit' && m.moved) dropUnit(store, m.unit, stage === 'plan');
    set({ dragged: null, dropStoreyId: null });
  }

  function onPointerCancel(event: PointerEvent<HTMLElement>) {
    fingers.current.delete(event.pointerId);
    mode.current = { kind: 'idle' };
    setMovedSpot(null);
    setPreview([]);
    store.getState().set({ dragged: null, dropStoreyId: null });
  }

  return {
    handlers: { onPointerDown, onPointerMove, onPointerUp, onPointerCancel, onClick, onDoubleClick: finish },
    ghost,
    clearGhost: () => setGhost(null),
    movedSpot,
    preview,
  };
}
