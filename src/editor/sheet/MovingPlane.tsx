'use client';

import { colour, painted } from '@/ui/colour';
import { useShade } from '@/ui/theme';
import { useEffect, useRef } from 'react';
import type { Isoband } from '@/core/coverage/isolines';
import { boundsOf } from '@/core/geometry/place';
import { isUpright } from '@/core/geometry/region';
import { find } from '@/core/job/job';
import type { Room } from '@/core/job/records';
import { useJobStore } from '@/client/store/JobProvider';
import type { JobState } from '@/client/store/jobStore';
import { tints, unitTint } from './CoverageLayer';
import { linksOnSheet, linkStrokes } from './linkPath';
import { regionPath } from './paths';
import type { SheetSpace, SheetStage } from './sheetSpace';
import type { View } from './useView';

/** Left free around the rooms, px: for the lines of links. */
const marginPx = 12;

/**
 * The coverage while a unit is dragged, and the unit's links, drawn straight onto a canvas as each
 * answer comes: nothing of the page is laid out anew for it.
 */
export function MovingPlane({
  space,
  stage,
  view,
  size,
}: {
  space: SheetSpace;
  stage: SheetStage;
  view: View;
  size: { width: number; height: number };
}) {
  const store = useJobStore();
  const ref = useRef<HTMLCanvasElement>(null);
  const theme = useShade();
  useEffect(() => {
    const canvas = ref.current;
    const context = canvas?.getContext('2d');
    if (!canvas || !context || !size.width || !size.height) return;
    const density = window.devicePixelRatio || 1;
    const { job: now } = store.getState();
    // no larger than the storey's rooms: what is not there need not be put together anew
    const here = now.rooms.filter((r) => r.storeyId === space.storey.id).flatMap((r) => r.outline);
    const [x0, y0, x1, y1] = boundsOf(here.length ? here : [[0, 0]]);
    const edge = (v: number, most: number) => Math.min(Math.max(Math.round(v), 0), most);
    const left = edge(x0 * view.scale + view.x - marginPx, size.width);
    const top = edge(y0 * view.scale + view.y - marginPx, size.height);
    const width = edge(x1 * view.scale + view.x + marginPx, size.width) - left;
    const height = edge(y1 * view.scale + view.y + marginPx, size.height) - top;
    if (width < 1 || height < 1) return;
    canvas.width = Math.round(width * density);
    canvas.height = Math.round(height * density);
    Object.assign(canvas.style, {
      left: `${left}px`,
      top: `${top}px`,
      width: `${width}px`,
      height: `${height}px`,
    });
    const shades = new Map<string, string>();
    const shade = (value: string): string => {
      const known = shades.get(value) ?? painted(value);
      shades.set(value, known);
      return known;
    };
    const hatch = hatchOf(context, density);
    const scale = view.scale * density;
    const [dx, dy] = [(view.x - left) * density, (view.y - top) * density];
    const outlines = new Map<Room, Path2D>();
    const outlineOf = (room: Room) => {
      const known = outlines.get(room) ?? outlineIn(room, scale, dx, dy);
      outlines.set(room, known);
      return known;
    };
    let shown: JobState['moving'] = null;
    const draw = ({ moving, answer, job }: JobState) => {
      if (moving === shown) return;
      shown = moving;
      canvas.dataset.drawn = String(Number(canvas.dataset.drawn ?? 0) + 1);
      context.setTransform(1, 0, 0, 1, 0, 0);
      context.clearRect(0, 0, canvas.width, canvas.height);
      if (moving?.request.storeyId !== space.storey.id) return;
      const unitIds = job.units.map((u) => u.id);
      const still = answer?.request.storeyId === space.storey.id ? answer.rooms : [];
      for (const { roomId, bands, unitIds: owners } of moving.rooms) {
        const room = job.rooms.find((r) => r.id === roomId);
        if (!room) continue;
        const outline = outlineOf(room);
        const tintOf = (i: number) =>
          shade(owners[i] ? unitTint(unitIds, owners[i]) : (tints[i] ?? colour.head4));
        // what covers the whole room hides all below it
        const ground = bands.findLastIndex((band) => band.whole);
        context.fillStyle = ground < 0 ? (hatch ?? shade(colour.panel)) : tintOf(ground);
        context.fill(outline, 'evenodd');
        const metBefore = still.find((r) => r.roomId === roomId)?.metBefore;
        const parted = metBefore && !metBefore.whole;
        if (!parted && !bands.some((band, i) => i > ground && band.points.length > 0)) continue;
        context.save();
        context.clip(outline, 'evenodd');
        context.setTransform(scale, 0, 0, scale, dx, dy);
        bands.forEach((band, i) => {
          if (i <= ground || band.points.length === 0) return;
          const owner = owners[i];
          const path = pathOf(band);
          context.fillStyle = tintOf(i);
          context.fill(path, 'evenodd');
          context.strokeStyle = shade(!owner && i === 0 ? colour.rust : colour.isoline);
          context.lineWidth = ((!owner && i === 0 ? 1.6 : 0.9) * density) / scale;
          context.stroke(path);
        });
        if (parted) {
          context.setLineDash([(5 * density) / scale, (4 * density) / scale]);
          context.strokeStyle = shade(colour.rust);
          context.lineWidth = (1.6 * density) / scale;
          context.stroke(pathOf(metBefore));
        }
        context.restore();
      }
      const { moved } = moving.request;
      if (!moved) return;
      context.setTransform(density, 0, 0, density, -left * density, -top * density);
      const px = (x: number, y: number): [number, number] => [
        x * view.scale + view.x,
        y * view.scale + view.y,
      ];
      const unitOf = (id: string) => (id === moved.id ? moved : find(job, 'unit', id));
      for (const { link, d } of linksOnSheet(job, space, stage, px, unitOf).drawn) {
        if (link.unitId !== moved.id && link.fromUnitId !== moved.id) continue;
        const path = new Path2D(d);
        for (const { colour, width, dash, round } of linkStrokes[link.medium]) {
          context.strokeStyle = shade(colour);
          context.lineWidth = width;
          context.lineCap = round ? 'round' : 'butt';
          context.setLineDash(dash ? [...dash] : []);
          context.stroke(path);
        }
      }
      context.setLineDash([]);
    };
    draw(store.getState());
    return store.subscribe(draw);
  }, [store, space, stage, view, size, theme]);
  return (
    <canvas
      ref={ref}
      className="sheet-plane"
      style={{ width: 0, height: 0 }}
      aria-hidden="true"
      data-testid="coverage-moving"
    />
  );
}

/** A room's outline in pixels of the canvas. A plain rectangle lies on whole pixels: clipping to it costs little. */
function outlineIn(room: Room, scale: number, dx: number, dy: number): Path2D {
  const path = new Path2D();
  if (isUpright(room)) {
    const [left, top, right, bottom] = boundsOf(room.outline);
    const [x0, y0] = [Math.round(left * scale + dx), Math.round(top * scale + dy)];
    path.rect(x0, y0, Math.round(right * scale + dx) - x0, Math.round(bottom * scale + dy) - y0);
  } else path.addPath(new Path2D(regionPath(room)), new DOMMatrix([scale, 0, 0, scale, dx, dy]));
  return path;
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
function hatchOf(context: CanvasRenderingContext2D, density: number): CanvasPattern | null {
  const size = Math.round(10 * density);
  const tile = new OffscreenCanvas(size, size);
  const pen = tile.getContext('2d');
  if (!pen) return null;
  pen.fillStyle = painted(colour.panel);
  pen.fillRect(0, 0, size, size);
  pen.globalAlpha = 0.75;
  pen.strokeStyle = painted(colour.rust);
  pen.lineWidth = 1.9 * density;
  for (const shift of [-size, 0, size]) {
    pen.beginPath();
    pen.moveTo(shift, size);
    pen.lineTo(shift + size, 0);
    pen.stroke();
  }
  return context.createPattern(tile, 'repeat');
}
