'use client';

import { useEffect, useRef } from 'react';
import type { Isoband } from '@/core/coverage/isolines';
import type { Room } from '@/core/job/records';
import { useJobStore } from '@/ui/store/JobProvider';
import type { JobState } from '@/ui/store/jobStore';
import { tints, unitTint } from './CoverageLayer';
import { regionPath } from './paths';
import type { SheetSpace } from './sheetSpace';
import type { View } from './useView';

/**
 * The coverage while a unit is dragged, drawn straight onto a canvas as each answer comes: nothing of
 * the page is laid out anew for it.
 */
export function MovingPlane({
  space,
  view,
  size,
}: {
  space: SheetSpace;
  view: View;
  size: { width: number; height: number };
}) {
  const store = useJobStore();
  const ref = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const canvas = ref.current;
    const context = canvas?.getContext('2d');
    if (!canvas || !context) return;
    const density = window.devicePixelRatio || 1;
    canvas.width = Math.round(size.width * density);
    canvas.height = Math.round(size.height * density);
    let shown: JobState['moving'] = null;
    const draw = ({ moving, job }: JobState) => {
      if (moving === shown) return;
      shown = moving;
      canvas.dataset.drawn = String(Number(canvas.dataset.drawn ?? 0) + 1);
      context.setTransform(1, 0, 0, 1, 0, 0);
      context.clearRect(0, 0, canvas.width, canvas.height);
      if (moving?.request.storeyId !== space.storey.id) return;
      const hatch = hatchOf(context, density);
      const unitIds = job.units.map((u) => u.id);
      const scale = view.scale * density;
      for (const { roomId, bands, unitIds: owners, metBefore } of moving.rooms) {
        const room = job.rooms.find((r) => r.id === roomId);
        if (!room) continue;
        context.save();
        clipTo(context, room, view, density);
        context.fillStyle = hatch;
        context.fillRect(0, 0, canvas.width, canvas.height);
        context.setTransform(scale, 0, 0, scale, view.x * density, view.y * density);
        bands.forEach((band, i) => {
          const owner = owners[i];
          const path = pathOf(band);
          context.fillStyle = owner ? unitTint(unitIds, owner) : (tints[i] ?? '#6b9fbb');
          context.fill(path, 'evenodd');
          context.strokeStyle = !owner && i === 0 ? '#b4532a' : '#2a6285';
          context.lineWidth = ((!owner && i === 0 ? 1.6 : 0.9) * density) / scale;
          context.stroke(path);
        });
        if (metBefore) {
          context.setLineDash([(5 * density) / scale, (4 * density) / scale]);
          context.strokeStyle = '#b4532a';
          context.lineWidth = (1.6 * density) / scale;
          context.stroke(pathOf(metBefore));
        }
        context.restore();
      }
    };
    draw(store.getState());
    return store.subscribe(draw);
  }, [store, space, view, size]);
  return <canvas ref={ref} className="sheet-plane" aria-hidden="true" data-testid="coverage-moving" />;
}

function clipTo(context: CanvasRenderingContext2D, room: Room, view: View, density: number) {
  const path = new Path2D();
  const { scale, x, y } = view;
  path.addPath(
    new Path2D(regionPath(room)),
    new DOMMatrix([scale * density, 0, 0, scale * density, x * density, y * density]),
  );
  context.clip(path, 'evenodd');
}

function pathOf({ points, starts }: Isoband): Path2D {
  const path = new Path2D();
  for (let r = 0; r + 1 < starts.length; r++) {
    for (let i = starts[r] as number; i < (starts[r + 1] as number); i++) {
      const [x, y] = [points[2 * i] as number, points[2 * i + 1] as number];
      if (i === starts[r]) path.moveTo(x, y);
      else path.lineTo(x, y);
    }
    path.closePath();
  }
  return path;
}

/** The hatch of what is short, as `ShortHatch`: 7 px apart, rising to the right. */
function hatchOf(context: CanvasRenderingContext2D, density: number): CanvasPattern | string {
  const size = Math.round(10 * density);
  const tile = new OffscreenCanvas(size, size);
  const pen = tile.getContext('2d');
  if (!pen) return '#f3e3d9';
  pen.fillStyle = '#fffdf8';
  pen.fillRect(0, 0, size, size);
  pen.strokeStyle = 'rgba(180, 83, 42, 0.75)';
  pen.lineWidth = 1.9 * density;
  for (const shift of [-size, 0, size]) {
    pen.beginPath();
    pen.moveTo(shift, size);
    pen.lineTo(shift + size, 0);
    pen.stroke();
  }
  return context.createPattern(tile, 'repeat') ?? '#f3e3d9';
}
