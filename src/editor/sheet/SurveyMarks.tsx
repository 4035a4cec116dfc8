'use client';

import { isUnknown } from '@/core/materials/assemblyLoss';
import { colour } from '@/ui/colour';
import { useMemo } from 'react';
import { openGaps } from '@/core/checks/openGaps';
import { shortestGap } from '@/core/geometry/shortestGap';
import { boundsOf, toSite } from '@/core/geometry/place';
import { find, type Job } from '@/core/job/job';
import type { AnyRecord, Id, Point } from '@/core/job/records';
import { halfOf, isOutdoors } from '@/core/survey/storeyGraph';
import { useJob } from '@/client/store/JobProvider';
import { lengthText, type Lengths } from '@/ui/units';
import { pathOf } from './paths';
import type { SheetSpace, ToPx } from './sheetSpace';
import { Dimension } from './SheetFrame';

/** Ochre marks where a wall stops short of what it should meet. */
export function GapMarks({ job, storeyId, px }: { job: Job; storeyId: Id; px: ToPx }) {
  const gaps = useMemo(() => (isOutdoors(job, storeyId) ? [] : openGaps(job, storeyId)), [job, storeyId]);
  return (
    <g>
      {gaps.map((g) => {
        const [x, y] = px(g.x, g.y);
        return (
          <g
            key={`${g.wallId}-${g.x}-${g.y}`}
            transform={`translate(${x} ${y})`}
            data-id={g.wallId}
            data-testid="gap"
          >
            <title>{`A gap of ${g.widthM.toFixed(2)} m. G closes it.`}</title>
            <path d="M0 -9L9 0L0 9L-9 0Z" fill={colour.panel} stroke={colour.ochre} strokeWidth={1.8} />
            <path d="M0 -9L9 0L0 9Z" fill={colour.ochre} />
          </g>
        );
      })}
    </g>
  );
}

/** Question marks along walls whose make is not known. */
export function UnknownMarks({
  job,
  storeyId,
  px,
  scale,
}: {
  job: Job;
  storeyId: Id;
  px: ToPx;
  scale: number;
}) {
  if (scale < 18) return null;
  const unknown = new Set(job.assemblies.filter(isUnknown).map((a) => a.id));
  return (
    <g pointerEvents="none" fill={colour.ochreText} fontSize={12.5} fontWeight={700} textAnchor="middle">
      {job.walls.flatMap((w) => {
        if (w.storeyId !== storeyId || !unknown.has(w.assemblyId)) return [];
        const length = Math.hypot(w.bx - w.ax, w.by - w.ay);
        const n = Math.max(1, Math.round(length / 1.2));
        return Array.from({ length: n }, (_, i) => {
          const t = (i + 0.5) / n;
          const [x, y] = px(w.ax + t * (w.bx - w.ax), w.ay + t * (w.by - w.ay));
          return (
            <text key={`${w.id}-${i}`} x={x} y={y + 4.4} className="halo">
              ?
            </text>
          );
        });
      })}
    </g>
  );
}

/** Squares at the ends of the selected wall, to take and move; its clear length beside it. */
export function WallHandles({
  job,
  selectedId,
  storeyId,
  px,
}: {
  job: Job;
  selectedId: Id | null;
  storeyId: Id;
  px: ToPx;
}) {
  const wall = find(job, 'wall', selectedId);
  if (!wall || wall.storeyId !== storeyId) return null;
  return (
    <g>
      {(['a', 'b'] as const).map((part) => {
        const [x, y] = part === 'a' ? px(wall.ax, wall.ay) : px(wall.bx, wall.by);
        return (
          <g
            key={part}
            data-id={wall.id}
            data-part={part}
            transform={`translate(${x} ${y})`}
            className="cursor-move"
          >
            <rect x={-14} y={-14} width={28} height={28} fill="transparent" />
            <rect
              x={-5}
              y={-5}
              width={10}
              height={10}
              fill={colour.panel}
              stroke={colour.action}
              strokeWidth={2}
            />
          </g>
        );
      })}
    </g>
  );
}

/** The room that a typed line would build: dashed, with its name and sizes. */
export function TypedRoomGhost({ px, lengths }: { px: ToPx; lengths: Lengths }) {
  const typed = useJob((s) => s.typedRoom);
  if (!typed) return null;
  const [x0, y0, x1, y1] = boundsOf(typed.outline);
  const [left, top] = px(x0, y0);
  const [right, bottom] = px(x1, y1);
  const small = right - left < 150;
  return (
    <g pointerEvents="none" data-testid="typed-room">
      <path
        d={pathOf(typed.outline.map((p) => px(...p)))}
        fill={colour.action}
        fillOpacity={0.08}
        stroke={colour.action}
        strokeWidth={2}
        strokeDasharray="7 4"
      />
      <text
        x={(left + right) / 2 + (small ? 10 : 0)}
        y={small ? top + 20 : (top + bottom) / 2}
        textAnchor="middle"
        fontSize={small ? 12 : 14}
        fontWeight={700}
        fill={colour.action}
        className="halo"
      >
        {typed.name}
      </text>
      <Dimension ax={left} ay={bottom - 12} bx={right} by={bottom - 12} text={lengthText(x1 - x0, lengths)} />
      <Dimension ax={left + 14} ay={bottom} bx={left + 14} by={top} text={lengthText(y1 - y0, lengths)} />
    </g>
  );
}

/** What a drag would change, drawn over the rest. */
export function DragPreview({
  job,
  records,
  px,
  scale,
}: {
  job: Job;
  records: readonly AnyRecord[];
  px: ToPx;
  scale: number;
}) {
  const line = { fill: colour.action, fillOpacity: 0.12, stroke: colour.action, strokeWidth: 2 };
  const at = (points: readonly Point[]) => pathOf(points.map((p) => px(...p)));
  const bar = (ax: number, ay: number, bx: number, by: number, half: number): Point[] => {
    const length = Math.hypot(bx - ax, by - ay) || 1;
    const [nx, ny] = [((by - ay) / length) * half, (-(bx - ax) / length) * half];
    return [
      [ax + nx, ay + ny],
      [bx + nx, by + ny],
      [bx - nx, by - ny],
      [ax - nx, ay - ny],
    ];
  };
  return (
    <g pointerEvents="none">
      {records.map((r) => {
        if (r.type === 'wall')
          return <path key={r.id} d={at(bar(r.ax, r.ay, r.bx, r.by, halfOf(job, r)))} {...line} />;
        if (r.type === 'opening') {
          const wall = find(job, 'wall', r.wallId);
          if (!wall) return null;
          const length = Math.hypot(wall.bx - wall.ax, wall.by - wall.ay);
          const [ux, uy] = [(wall.bx - wall.ax) / length, (wall.by - wall.ay) / length];
          const [p, q] = [r.offsetM - r.widthM / 2, r.offsetM + r.widthM / 2];
          return (
            <path
              key={r.id}
              d={at(
                bar(
                  wall.ax + ux * p,
                  wall.ay + uy * p,
                  wall.ax + ux * q,
                  wall.ay + uy * q,
                  halfOf(job, wall),
                ),
              )}
              {...line}
            />
          );
        }
        if (r.type === 'obstacle') {
          const [x, y] = px(r.xM, r.yM);
          const [w, d] = [r.widthM * scale, r.depthM * scale];
          return (
            <rect
              key={r.id}
              transform={`translate(${x} ${y}) rotate(${r.turnDeg})`}
              x={-w / 2}
              y={-d / 2}
              width={w}
              height={d}
              {...line}
            />
          );
        }
        if (r.type === 'service' || r.type === 'fixedDevice') {
          const [x, y] = px(r.xM, r.yM);
          return <circle key={r.id} cx={x} cy={y} r={9} {...line} />;
        }
        if (r.type === 'floorOpening') return <path key={r.id} d={at(r.outline)} {...line} />;
        return null;
      })}
    </g>
  );
}

/** A moved building on the site, and how far each building is from the house. */
export function SiteMarks({
  job,
  space,
  px,
  preview,
  stage,
}: {
  job: Job;
  space: SheetSpace;
  px: ToPx;
  preview: readonly AnyRecord[];
  stage: string;
}) {
  const moved = preview.find((r) => r.type === 'building');
  const buildings = job.buildings
    .filter((b) => b.kind !== 'outdoors')
    .map((b) => (moved?.type === 'building' && moved.id === b.id ? moved : b));
  const outline = (b: (typeof buildings)[number]) => b.outline.map(([x, y]) => toSite(b, x, y));
  const sheet = (p: Point): [number, number] => {
    const at = space.building.kind === 'outdoors' ? [p[0] - space.building.xM, p[1] - space.building.yM] : p;
    return px(at[0] ?? 0, at[1] ?? 0);
  };
  const house = buildings.find((b) => b.kind === 'house');
  return (
    <g>
      {stage === 'survey' &&
        buildings.map((b) => (
          <path
            key={b.id}
            d={pathOf(outline(b).map(sheet))}
            data-id={b.id}
            className="cursor-move"
            fill="transparent"
            stroke={moved && moved.id === b.id ? colour.action : 'none'}
            strokeWidth={2}
          />
        ))}
      {house &&
        stage === 'survey' &&
        buildings
          .filter((b) => b.id !== house.id)
          .map((b) => {
            const { from, to, metres } = shortestGap(outline(house), outline(b));
            const [ax, ay] = sheet(from);
            const [bx, by] = sheet(to);
            return (
              <g key={b.id} pointerEvents="none">
                <Dimension ax={ax} ay={ay} bx={bx} by={by} text={lengthText(metres, job.info.lengths, 1)} />
              </g>
            );
          })}
    </g>
  );
}

/** Ways for cables and cables that are there, drawn as a wireman would. */
export function RouteLines({
  job,
  space,
  px,
  selectedId,
}: {
  job: Job;
  space: SheetSpace;
  px: ToPx;
  selectedId: Id | null;
}) {
  const line = (points: ([number, number] | null)[]) => {
    const here = points.flatMap((p) => (p ? [px(...p).join(' ')] : []));
    return here.length > 1 ? `M${here.join('L')}` : null;
  };
  return (
    <g fill="none">
      {job.routes.map((r) => {
        const d = line(r.points.map((p) => (space.onSheet(p.storeyId) ? space.place(p) : null)));
        return (
          d && (
            <g key={r.id} data-id={r.id}>
              <title>{r.name}</title>
              <path d={d} stroke="transparent" strokeWidth={14} />
              <path
                d={d}
                stroke={r.id === selectedId ? colour.action : colour.ochreText}
                strokeWidth={r.id === selectedId ? 3 : 2}
                strokeDasharray="9 4 2 4"
              />
            </g>
          )
        );
      })}
      {job.cableRuns.map((c) => {
        const ends = [find(job, 'service', c.fromId), find(job, 'service', c.toId)];
        if (!ends.every((s) => s && space.onSheet(s.storeyId))) return null;
        const d = line(ends.map((s) => (s ? space.place(s) : null)));
        return (
          d && (
            <path
              key={c.id}
              d={d}
              stroke={c.id === selectedId ? colour.action : colour.circuit}
              strokeWidth={1.2}
              strokeDasharray="3 3"
              pointerEvents="none"
            />
          )
        );
      })}
    </g>
  );
}
