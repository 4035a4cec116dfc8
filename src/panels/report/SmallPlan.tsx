'use client';

import { colour } from '@/ui/colour';
import { useId } from 'react';
import { find, type Job } from '@/core/job/job';
import type { Id } from '@/core/job/records';
import { boundsOf } from '@/core/geometry/place';
import { labelPoint } from '@/core/geometry/polygon';
import type { SpotProof } from '@/core/proof/spotProof';
import type { RoomField } from '@/workers/protocol';
import { foundWords, MarkShape, verdictWords } from '@/ui/marks';
import { CoverageLayer } from '@/editor/sheet/CoverageLayer';
import { Hatches, ShortHatch } from '@/editor/sheet/hatches';
import { Peg } from '@/editor/sheet/Peg';
import { StoreyFloor, StoreyThings, StoreyWalls } from '@/editor/sheet/StoreyPlan';
import { rateText } from '@/core/network/rateText';

/** A storey for paper: coverage, units and what was read at each spot. */
export function SmallPlan({
  job,
  storeyId,
  phase,
  fields,
  proofs,
}: {
  job: Job;
  storeyId: Id;
  phase: 'before' | 'after';
  fields: RoomField[];
  proofs: readonly SpotProof[];
}) {
  const prefix = useId().replace(/[^A-Za-z0-9]/g, '');
  const building = find(job, 'building', find(job, 'storey', storeyId)?.buildingId);
  if (!building) return null;
  const [x0, y0, x1, y1] = boundsOf(
    building.kind === 'outdoors'
      ? job.rooms.filter((r) => r.storeyId === storeyId).flatMap((r) => r.outline)
      : building.outline,
  );
  const scale = Math.min(362 / (x1 - x0), 250 / (y1 - y0));
  const [w, h] = [(x1 - x0) * scale, (y1 - y0) * scale];
  const px = (x: number, y: number): [number, number] => [(x - x0) * scale, (y - y0) * scale];
  const units = job.units.filter(
    (u) => u.storeyId === storeyId && (phase === 'before' ? u.found : u.planned),
  );
  return (
    <svg
      viewBox={`-2 -2 ${w + 4} ${h + 4}`}
      width="100%"
      style={{ maxHeight: 262 }}
      role="img"
      aria-label={`${phase === 'before' ? 'Before' : 'After'}: ${find(job, 'storey', storeyId)?.name ?? ''}`}
    >
      <Hatches prefix={prefix} />
      <defs>
        <ShortHatch id={`${prefix}-short`} scale={scale} />
      </defs>
      <g transform={`scale(${scale}) translate(${-x0} ${-y0})`}>
        <StoreyFloor job={job} storeyId={storeyId} />
        <CoverageLayer rooms={job.rooms} fields={fields} prefix={prefix} />
        <StoreyThings job={job} storeyId={storeyId} hatch={prefix} scale={scale} />
        <StoreyWalls job={job} storeyId={storeyId} hatch={prefix} scale={scale} />
      </g>
      {job.rooms
        .filter((r) => r.storeyId === storeyId)
        .map((r) => {
          const [left, , right] = boundsOf(r.outline);
          if ((right - left) * scale < r.name.length * 5) return null;
          const [x, y] = px(...labelPoint(r.outline));
          return (
            <text
              key={r.id}
              x={x}
              y={y + 4}
              fontSize={11.5}
              fontWeight={700}
              textAnchor="middle"
              fill={colour.ink}
              className="halo"
            >
              {r.name}
            </text>
          );
        })}
      {units.map((u) => {
        const [x, y] = px(u.xM, u.yM);
        return (
          <g key={u.id} transform={`translate(${x} ${y})`}>
            <Peg letter={u.letter} look="installed" size={0.8} />
          </g>
        );
      })}
      {job.spots
        .filter((s) => s.storeyId === storeyId)
        .map((s) => {
          const proof = proofs.find((p) => p.spotId === s.id);
          if (!proof) return null;
          const value =
            phase === 'before'
              ? proof.before.runs
                ? proof.before.downMbps
                : null
              : proof.after.runs
                ? proof.after.downMbps
                : null;
          const mark = phase === 'before' ? foundWords[proof.found].mark : verdictWords[proof.verdict].mark;
          const text = value === null ? 'not tested' : value === 0 ? 'no link' : rateText(value);
          const [x, y] = px(s.xM, s.yM);
          const width = text.length * 6.6 + 24;
          const left = Math.min(Math.max(0, x - 8), w - width);
          return (
            <g key={s.id} transform={`translate(${left} ${y - 9})`}>
              <rect
                width={width}
                height={18}
                fill={colour.panel}
                stroke={mark === 'short' ? colour.rustText : colour.ink}
              />
              <g transform="translate(3 2.4) scale(0.92)">
                <MarkShape mark={mark} />
              </g>
              <text
                x={20}
                y={13}
                fontSize={12}
                fontWeight={700}
                fill={mark === 'short' ? colour.rustText : colour.ink}
              >
                {text}
              </text>
            </g>
          );
        })}
    </svg>
  );
}
