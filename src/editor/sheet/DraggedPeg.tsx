'use client';

import { colour, painted } from '@/ui/colour';
import { useEffect, useRef } from 'react';
import type { Unit } from '@/core/job/records';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import type { JobState } from '@/client/store/jobStore';
import { pegBody, pegRim } from './Peg';
import type { SheetSpace } from './sheetSpace';
import type { View } from './useView';

/** The peg waits so long for the coverage of its place, ms, to move in the same frame; then it moves without. */
const waitMs = 40;

/** Side of the canvas, px: small, since all of it is put together anew for each frame. */
const sidePx = 320;

/** Room that the tag needs around its tip, px. */
const tag = { left: 16, right: 16, top: 34, bottom: 8 };

/**
 * The unit under the pointer, on a small canvas of its own above the walls. The canvas is moved only when
 * the tag comes to its edge: moving an element costs more than painting it.
 */
export function DraggedPeg({ space, view }: { space: SheetSpace; view: View }) {
  const store = useJobStore();
  const letter = useJob((s) => s.dragged?.letter ?? null);
  const ref = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const canvas = ref.current;
    const context = canvas?.getContext('2d');
    if (!canvas || !context || letter === null) return;
    const density = window.devicePixelRatio || 1;
    canvas.width = canvas.height = Math.round(sidePx * density);
    const picture = pictureOf(letter, density, getComputedStyle(canvas).fontFamily);
    let corner: [number, number] | null = null;
    const place = (unit: Unit | null | undefined) => {
      context.clearRect(0, 0, canvas.width, canvas.height);
      const at = unit && space.onSheet(unit.storeyId) ? space.place(unit) : null;
      if (!at) return;
      const [x, y] = [at[0] * view.scale + view.x, at[1] * view.scale + view.y];
      if (!corner || !holds(corner, x, y)) {
        corner = [Math.round(x - sidePx / 2), Math.round(y - sidePx / 2)];
        Object.assign(canvas.style, { left: `${corner[0]}px`, top: `${corner[1]}px` });
      }
      const [left, top] = [x - tag.left - corner[0], y - tag.top - corner[1]];
      context.drawImage(picture, Math.round(left * density), Math.round(top * density));
    };
    let late: ReturnType<typeof setTimeout> | undefined;
    const follow = (now: JobState, before: JobState) => {
      if (now.moving !== before.moving && now.moving) place(now.moving.request.moved);
      if (now.dragged === before.dragged) return;
      clearTimeout(late);
      late = setTimeout(() => place(store.getState().dragged), waitMs);
    };
    place(store.getState().dragged);
    const unsubscribe = store.subscribe(follow);
    return () => {
      clearTimeout(late);
      unsubscribe();
    };
  }, [store, space, view, letter]);
  if (letter === null) return null;
  return (
    <canvas
      ref={ref}
      className="pointer-events-none absolute will-change-transform"
      data-testid="dragged-peg"
      style={{ width: sidePx, height: sidePx }}
      aria-hidden="true"
    />
  );
}

const holds = ([left, top]: readonly [number, number], x: number, y: number) =>
  x - tag.left >= left &&
  x + tag.right <= left + sidePx &&
  y - tag.top >= top &&
  y + tag.bottom <= top + sidePx;

/** A selected unit's tag, as `Peg`. */
function pictureOf(letter: string, density: number, fontFamily: string): OffscreenCanvas {
  const picture = new OffscreenCanvas((tag.left + tag.right) * density, (tag.top + tag.bottom) * density);
  const context = picture.getContext('2d');
  if (!context) return picture;
  context.setTransform(density, 0, 0, density, tag.left * density, tag.top * density);
  context.lineJoin = 'round';
  for (const [d, fill, stroke, width] of [
    [pegRim, colour.panel, colour.action, 1.4],
    [pegBody, colour.action, colour.panel, 1.5],
  ] as const) {
    const path = new Path2D(d);
    context.fillStyle = painted(fill);
    context.fill(path);
    context.strokeStyle = painted(stroke);
    context.lineWidth = width;
    context.stroke(path);
  }
  context.fillStyle = painted(colour.panel);
  context.textAlign = 'center';
  context.font = `700 14px ${fontFamily}`;
  context.fillText(letter, 0, -13.2);
  return picture;
}
