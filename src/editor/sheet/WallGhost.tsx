'use client';

import { colour } from '@/ui/colour';
import { useEffect, useMemo, useState } from 'react';
import { find } from '@/core/job/job';
import type { SnapKind } from '@/core/survey/snap';
import { halfOf } from '@/core/survey/storeyGraph';
import { useJob } from '@/client/store/JobProvider';
import { areaText, lengthText } from '@/ui/units';
import { pathOf } from './paths';
import type { ToPx } from './sheetSpace';
import { newWallAssembly } from './wallDraft';
import { closedBy, type DraftEnd, draftEnd } from './wallDraft';

/** The mark of what the pointer caught: ring and dot, corner, lozenge, or a small cross. */
function SnapMark({ kind, square }: { kind: SnapKind; square: boolean }) {
  const line = { fill: 'none', stroke: colour.action, strokeWidth: 1.6 };
  return (
    <g>
      {square && <path d="M-13 -4V-13H-4" {...line} />}
      {kind === 'below' ? (
        <path d="M0 -7L7 0L0 7L-7 0Z" {...line} />
      ) : kind === 'grid' || kind === 'free' ? (
        <path d="M-5 0H5M0 -5V5" {...line} />
      ) : (
        <>
          <circle r={7} {...line} fill={colour.panel} />
          <circle r={2.4} fill={colour.action} />
        </>
      )}
    </g>
  );
}

/** The wall being drawn: its body, what its end caught, and the tag in which length and angle are typed. */
export function WallGhost({
  px,
  scale,
  hatch,
  width,
  height,
}: {
  px: ToPx;
  scale: number;
  hatch: string;
  width: number;
  height: number;
}) {
  const draft = useJob((s) => s.draft);
  const job = useJob((s) => s.job);
  const storeyId = useJob((s) => s.storeyId);
  const wallAssemblyId = useJob((s) => s.wallAssemblyId);
  const assemblyId = newWallAssembly({ job, wallAssemblyId });
  const { lengths } = job.info;
  const end = useMemo(
    () => draft && draftEnd(job, storeyId, draft, assemblyId, lengths),
    [draft, job, storeyId, assemblyId, lengths],
  );
  // the room that it would close: looked for once the pointer rests, since it takes a while in a large house
  const [closes, setCloses] = useState<{ end: DraftEnd; areaM2: number } | null>(null);
  useEffect(() => {
    if (!draft || !end || end.words === '') return;
    const wait = setTimeout(() => {
      const room = closedBy(job, storeyId, draft.from, end.b, assemblyId);
      setCloses(room && { end, areaM2: room.areaM2 });
    }, 120);
    return () => clearTimeout(wait);
  }, [draft, end, job, storeyId, assemblyId]);
  if (!draft || !end) return null;
  const [ax, ay] = px(...draft.from);
  const [bx, by] = px(...end.b);
  const half = halfOf(job, { assemblyId }) * scale;
  const length = Math.hypot(bx - ax, by - ay) || 1;
  const [nx, ny] = [((by - ay) / length) * half, (-(bx - ax) / length) * half];
  const assembly = find(job, 'assembly', assemblyId);
  const [tagX, tagY] = [Math.min(bx + 18, width - 190), Math.min(by + 18, height - 76)];
  const deg = draft.typedDeg || ((end.deg % 360) + 360).toFixed(1).replace(/^360\.0$/, '0.0');
  const shownDeg = Number(deg) >= 360 ? (Number(deg) - 360).toFixed(1) : deg;
  const words =
    end.problem ?? (closes?.end === end ? `closes a room, ${areaText(closes.areaM2, lengths)}` : end.words);
  const value = draft.typed || lengthText(end.clearM, lengths).replace(' m', '');
  return (
    <g pointerEvents="none" data-testid="wall-draft">
      <g opacity={0.9}>
        <path
          d={pathOf([
            [ax + nx, ay + ny],
            [bx + nx, by + ny],
            [bx - nx, by - ny],
            [ax - nx, ay - ny],
          ])}
          fill={colour.cell}
          stroke={colour.action}
          strokeWidth={2}
        />
        <title>{assembly?.name}</title>
      </g>
      <rect x={ax - 4} y={ay - 4} width={8} height={8} fill={colour.action} data-hatch={hatch} />
      <g transform={`translate(${bx} ${by})`}>
        <SnapMark kind={draft.snap.kind} square={draft.snap.square} />
      </g>
      <g transform={`translate(${tagX} ${tagY})`}>
        <rect width={172} height={58} rx={3} fill={colour.panel} stroke={colour.ink} strokeWidth={1.2} />
        <rect
          x={6}
          y={6}
          width={94}
          height={28}
          fill={colour.panel}
          stroke={colour.action}
          strokeWidth={draft.field === 'length' ? 2 : 0.8}
        />
        <text x={13} y={26} fontSize={16} fontWeight={700} fill={colour.ink} data-testid="draft-length">
          {value}
          {draft.field === 'length' && draft.typed !== '' ? '|' : ''}
        </text>
        <text x={94} y={25} fontSize={12} fill={colour.muted} textAnchor="end">
          {lengths}
        </text>
        <rect
          x={106}
          y={6}
          width={60}
          height={28}
          fill={colour.paper}
          stroke={colour.action}
          strokeWidth={draft.field === 'angle' ? 2 : 0.5}
        />
        <text x={160} y={25} fontSize={14} fill={colour.ink} textAnchor="end">
          {shownDeg}°
        </text>
        <text
          x={9}
          y={50}
          fontSize={12}
          fontWeight={600}
          fill={end.problem ? colour.rustText : colour.action}
        >
          {words || (draft.typed ? 'Enter places it' : 'type a length, arrows turn')}
        </text>
      </g>
    </g>
  );
}
