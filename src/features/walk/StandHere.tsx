'use client';

import { colour } from '@/ui/colour';
import { useId, useMemo } from 'react';
import type { Job } from '@/core/job/job';
import type { Reading, Spot } from '@/core/job/records';
import { textWidth } from '@/editor/labels/textWidth';
import { standLabels, standSize } from './standLabels';
import { Hatches } from '@/editor/sheet/hatches';
import { Peg } from '@/editor/sheet/Peg';
import { StoreyFloor, StoreyThings, StoreyWalls } from '@/editor/sheet/StoreyPlan';

/** What is shown around a spot, m across and down. */
const [acrossM, downM] = [8.4, 4.6];
const [width, height] = standSize;

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
  const places = standLabels(
    drawn.rooms,
    drawn.units.map((u) => px(u.xM, u.yM)),
    scale,
    px,
    textWidth,
  );
  const here = places.get('here');
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
        const place = places.get(r.id);
        return (
          place && (
            <text
              key={r.id}
              x={place.x}
              y={place.y + 4.5}
              fontSize={13}
              fontWeight={700}
              textAnchor="middle"
              fill={colour.ink}
              className="halo"
              data-label="name"
            >
              {r.name}
            </text>
          )
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
        x={here?.x ?? width / 2}
        y={(here?.y ?? height / 2) + 4.5}
        textAnchor="middle"
        data-label="here"
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
