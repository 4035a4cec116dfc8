'use client';

import { colour } from '@/ui/colour';
import { useId } from 'react';
import { find, type Job } from '@/core/job/job';
import type { Id, Room } from '@/core/job/records';
import { boundsOf } from '@/core/geometry/place';
import type { SpotProof } from '@/core/proof/spotProof';
import type { RoomField } from '@/workers/protocol';
import { foundWords, MarkShape, verdictWords } from '@/ui/marks';
import { CoverageLayer } from '@/editor/sheet/CoverageLayer';
import { Hatches, ShortHatch } from '@/editor/sheet/hatches';
import { Peg } from '@/editor/sheet/Peg';
import { StoreyFloor, StoreyThings, StoreyWalls } from '@/editor/sheet/StoreyPlan';
import { around, type Label, type LabelPlace, type Placed, placeLabels } from '@/editor/labels/placeLabels';
import { roomPlaces } from '@/editor/labels/roomPlaces';
import { textWidth } from '@/editor/labels/textWidth';
import { rateText } from '@/core/network/rateText';

/** Sizes of letters, px. */
const [nameSize, valueSize] = [11.5, 12] as const;

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
  const rooms = job.rooms.filter((r) => r.storeyId === storeyId);
  const values = valuesOf(job, storeyId, phase, proofs, px);
  const tags = units.map((u) => px(u.xM, u.yM));
  const places = placesOf(rooms, values, tags, scale, [x0, y0], { w, h });
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
      {rooms.map((r) => {
        const place = places.get(`room ${r.id}`);
        return (
          place && (
            <text
              key={r.id}
              x={place.x}
              y={place.y + 4}
              transform={place.upright ? `rotate(-90 ${place.x} ${place.y})` : undefined}
              fontSize={nameSize}
              fontWeight={700}
              textAnchor="middle"
              dominantBaseline={place.upright ? 'middle' : undefined}
              fill={colour.ink}
              className="halo"
              data-label="name"
            >
              {r.name}
            </text>
          )
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
      {values.map(({ spot, mark, text, at: [x, y] }) => {
        const place = places.get(`spot ${spot.id}`);
        if (!place) return null;
        const tone = mark === 'short' ? colour.rustText : colour.ink;
        return (
          <g key={spot.id}>
            <path d={`M${x - 4} ${y}h8M${x} ${y - 4}v8`} stroke={tone} strokeWidth={1.6} />
            {place.from && <path d={`M${x} ${y}L${place.x} ${place.y}`} stroke={tone} strokeWidth={0.8} />}
            <g transform={`translate(${place.x - place.w / 2} ${place.y - place.h / 2})`} data-label="spot">
              <rect width={place.w} height={place.h} fill={colour.panel} stroke={tone} />
              <g transform="translate(3 2.4) scale(0.92)">
                <MarkShape mark={mark} />
              </g>
              <text x={20} y={13} fontSize={valueSize} fontWeight={700} fill={tone}>
                {text}
              </text>
            </g>
          </g>
        );
      })}
    </svg>
  );
}

/** What was read at each spot of a storey, with its sign. */
function valuesOf(
  job: Job,
  storeyId: Id,
  phase: 'before' | 'after',
  proofs: readonly SpotProof[],
  px: (x: number, y: number) => [number, number],
) {
  return job.spots.flatMap((spot) => {
    const proof = spot.storeyId === storeyId && proofs.find((p) => p.spotId === spot.id);
    if (!proof) return [];
    const { runs, downMbps } = proof[phase];
    const mark = phase === 'before' ? foundWords[proof.found].mark : verdictWords[proof.verdict].mark;
    const text = !runs || downMbps === null ? 'not tested' : downMbps === 0 ? 'no link' : rateText(downMbps);
    return [{ spot, mark, text, at: px(spot.xM, spot.yM) }];
  });
}

/** Names, values and tags of a small plan, placed together and within it. */
function placesOf(
  rooms: readonly Room[],
  values: ReturnType<typeof valuesOf>,
  tags: readonly [number, number][],
  scale: number,
  [x0, y0]: readonly [number, number],
  size: { w: number; h: number },
): Placed {
  const isWithin = (p: LabelPlace) =>
    p.x - p.w / 2 >= 0 && p.x + p.w / 2 <= size.w && p.y - p.h / 2 >= 0 && p.y + p.h / 2 <= size.h;
  const labels: Label[] = [
    ...values.map(({ spot, text, at }): Label => {
      const places = around(at, textWidth(text, valueSize, 700) + 25, 18, 6, { rings: 5 });
      const inside = places.filter(isWithin);
      return { id: `spot ${spot.id}`, rank: 100, places: inside.length ? inside : places, optional: false };
    }),
    ...rooms.map((room): Label => {
      const text = { w: textWidth(room.name, nameSize, 700) + 3, h: 14 };
      const places = roomPlaces(room, [text], scale).map((p) => ({
        ...p,
        x: p.x - x0 * scale,
        y: p.y - y0 * scale,
      }));
      return { id: `room ${room.id}`, rank: 80, places, optional: true };
    }),
  ];
  const signs = [
    ...tags.map(([x, y]) => ({ x, y: y - 11, w: 20, h: 24 })),
    ...values.map(({ at: [x, y] }) => ({ x, y, w: 9, h: 9 })),
  ];
  return placeLabels(labels, signs);
}
