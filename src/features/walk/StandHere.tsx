'use client';

import { colour } from '@/ui/colour';
import { useId, useMemo } from 'react';
import { boundsOf } from '@/core/geometry/place';
import { labelPoint } from '@/core/geometry/polygon';
import type { Job } from '@/core/job/job';
import type { Reading, Spot } from '@/core/job/records';
import { Hatches } from '@/editor/sheet/hatches';
import { Peg } from '@/editor/sheet/Peg';
import { StoreyFloor, StoreyThings, StoreyWalls } from '@/editor/sheet/StoreyPlan';

/** What is shown around a spot, m across and down. */
const [acrossM, downM] = [8.4, 4.6];
const [width, height] = [358, 196];

/** The plan around a spot, with the spot in a ring. */
export function StandHere({ job, spot, phase }: { job: Job; spot: Spot; phase: Reading['phase'] }) {
  const prefix = useId().replace(/[^A-Za-z0-9]/g, '');
  const drawn = useMemo(
    () => ({
      rooms: job.rooms.filter((r) => r.storeyId === spot.storeyId),
      units: job.units.filter(
        (u) => u.storeyId === spot.storeyId && (phase === 'before' ? u.found : u.planned),
      ),
    }),
    [job, spot.storeyId, phase],
  );
  const scale = Math.min(width / acrossM, height / downM);
  const px = (x: number, y: number): [number, number] => [
    (x - spot.xM) * scale + width / 2,
    (y - spot.yM) * scale + height / 2,
  ];
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className="block w-full border border-ink bg-panel"
      role="img"
      aria-label={`Stand at spot ${spot.number}, ${spot.name}, ${spot.heightM} m above the floor`}
    >
      <Hatches prefix={prefix} />
      <g
        transform={`translate(${width / 2} ${height / 2}) scale(${scale}) translate(${-spot.xM} ${-spot.yM})`}
      >
        <StoreyFloor job={job} storeyId={spot.storeyId} />
        <StoreyThings job={job} storeyId={spot.storeyId} hatch={prefix} scale={scale} />
        <StoreyWalls job={job} storeyId={spot.storeyId} hatch={prefix} scale={scale} />
      </g>
      {drawn.rooms.map((r) => {
        const [x0, y0, x1, y1] = boundsOf(r.outline);
        const [left, top] = px(x0, y0);
        const [right, bottom] = px(x1, y1);
        const [lx, ly] = px(...labelPoint(r.outline));
        // kept on the picture, where the room is
        const half = r.name.length * 3.4;
        const x = Math.min(Math.max(lx, half + 6), width - half - 6);
        const y = Math.min(Math.max(ly, 16), height - 8);
        if (x - half < left - 4 || x + half > right + 4 || y < top + 8 || y > bottom) return null;
        // clear of the ring and its words
        const [aside, up] = [x - width / 2, y - height / 2];
        const low =
          Math.hypot(aside, up) < 44 || (Math.abs(aside - 66) < 44 + half && Math.abs(up + 16) < 18) ? 58 : 0;
        return (
          <text
            key={r.id}
            x={x}
            y={y + low}
            fontSize={13}
            fontWeight={700}
            textAnchor="middle"
            fill={colour.ink}
            className="halo"
          >
            {r.name}
          </text>
        );
      })}
      {drawn.units.map((u) => {
        const [x, y] = px(u.xM, u.yM);
        return (
          <g key={u.id} transform={`translate(${x} ${y})`}>
            <Peg letter={u.letter} look="installed" />
          </g>
        );
      })}
      <circle
        cx={width / 2}
        cy={height / 2}
        r={21}
        fill={colour.panel}
        fillOpacity={0.75}
        stroke={colour.action}
        strokeWidth={2.6}
      />
      <path
        d={`M${width / 2 - 9} ${height / 2}h18M${width / 2} ${height / 2 - 9}v18`}
        stroke={colour.action}
        strokeWidth={2.4}
      />
      <text
        x={width / 2 + 28}
        y={height / 2 - 14}
        fontSize={13}
        fontWeight={700}
        fill={colour.action}
        className="halo"
      >
        Stand here
      </text>
    </svg>
  );
}
