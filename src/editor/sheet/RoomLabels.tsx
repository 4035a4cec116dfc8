import { colour } from '@/ui/colour';
import { memo, useMemo } from 'react';
import { distanceToEdge, inPolygon, labelPoint } from '@/core/geometry/polygon';
import { inRegion } from '@/core/geometry/region';
import { boundsOf } from '@/core/geometry/place';
import type { Job } from '@/core/job/job';
import { roomNeed } from '@/core/job/needs';
import type { Id, Point, Room } from '@/core/job/records';
import type { RoomField, SheetLayer } from '@/workers/protocol';
import { needText } from '@/ui/units';
import { isolineLabels } from './CoverageLayer';
import type { SheetSpace } from './sheetSpace';

export type ToPx = (x: number, y: number) => [number, number];

/** Names of rooms and buildings, with the need below where there is space for it. */
export const RoomLabels = memo(function RoomLabels({
  job,
  space,
  px,
  scale,
  selectedId,
}: {
  job: Job;
  space: SheetSpace;
  px: ToPx;
  scale: number;
  selectedId: Id | null;
}) {
  const points = useMemo(() => {
    const marks = [...job.spots, ...job.units];
    return new Map(
      job.rooms.map((r) => [
        r.id,
        labelPoint(
          r.outline,
          // the number of a spot and the tag of a unit stand above their place
          marks.filter((m) => m.storeyId === r.storeyId).map((m): Point => [m.xM + 0.15, m.yM - 0.15]),
          space.isSite ? 2 : 0.6,
        ),
      ]),
    );
  }, [job.rooms, job.spots, job.units, space.isSite]);
  if (space.isSite)
    return (
      <g>
        {space.drawn.map(({ storey, building }) => {
          if (building.kind === 'outdoors') return null;
          const [x0, y0, x1, y1] = boundsOf(building.outline);
          const xM = (x0 + x1) / 2;
          const under = space.place({ storeyId: storey.id, xM, yM: y1 + 1 });
          const taken = job.rooms.some(
            (r) => r.storeyId === space.storey.id && under !== null && inRegion(r, ...under),
          );
          const at = space.place({ storeyId: storey.id, xM, yM: taken ? y0 - 0.7 : y1 + 0.7 });
          return (
            at && (
              <Label
                key={building.id}
                at={px(...at)}
                name={building.name}
                below=""
                upright={false}
                strong={false}
              />
            )
          );
        })}
        {job.rooms
          .filter((r) => r.storeyId === space.storey.id)
          .map((r) => (
            <RoomLabel
              key={r.id}
              job={job}
              room={r}
              at={points.get(r.id) ?? [0, 0]}
              {...{ px, scale, selectedId }}
            />
          ))}
      </g>
    );
  return (
    <g>
      {job.rooms
        .filter((r) => r.storeyId === space.storey.id)
        .map((r) => (
          <RoomLabel
            key={r.id}
            job={job}
            room={r}
            at={points.get(r.id) ?? [0, 0]}
            {...{ px, scale, selectedId }}
          />
        ))}
    </g>
  );
});

function RoomLabel({
  job,
  room,
  at,
  px,
  scale,
  selectedId,
}: {
  job: Job;
  room: Room;
  at: readonly [number, number];
  px: ToPx;
  scale: number;
  selectedId: Id | null;
}) {
  const [x0, y0, x1, y1] = boundsOf(room.outline);
  const [w, h] = [(x1 - x0) * scale, (y1 - y0) * scale];
  const need = roomNeed(job, room);
  const upright = w < 64 && h > w;
  const wide = upright ? h : w;
  if (wide < room.name.length * 5.2) return null;
  const below = need.activities.length
    ? wide > 150
      ? `${need.activities.join(' + ')} ${needText(need.downMbps, need.upMbps)}`
      : needText(need.downMbps, need.upMbps)
    : '';
  const fits = below.length * 6 < wide - 8 ? below : needText(need.downMbps, need.upMbps);
  return (
    <Label
      at={px(...at)}
      name={room.name}
      below={need.activities.length && (upright ? w : h) > 46 ? fits : ''}
      upright={upright}
      strong={room.id === selectedId}
    />
  );
}

function Label({
  at: [x, y],
  name,
  below,
  upright,
  strong,
}: {
  at: [number, number];
  name: string;
  below: string;
  upright: boolean;
  strong: boolean;
}) {
  return (
    <g
      textAnchor="middle"
      pointerEvents="none"
      transform={upright ? `rotate(-90 ${x} ${y})` : undefined}
      fill={strong ? colour.action : colour.ink}
    >
      <text x={x} y={y + (below ? -2 : 5)} fontSize={13.5} fontWeight={700} className="halo">
        {name}
      </text>
      {below && (
        <text x={x} y={y + 14} fontSize={11.5} className="halo">
          {below}
        </text>
      )}
    </g>
  );
}

/** Values written on the isolines. */
export const IsolineLabels = memo(function IsolineLabels({
  rooms,
  fields,
  layer,
  px,
  scale,
}: {
  rooms: readonly Room[];
  fields: readonly RoomField[];
  layer: SheetLayer;
  px: ToPx;
  scale: number;
}) {
  const labels = useMemo(
    () =>
      fields.flatMap((field) => {
        const room = rooms.find((r) => r.id === field.roomId);
        if (!room || layer === 'units') return [];
        const inside = (x: number, y: number) =>
          inPolygon(room.outline, x, y) ? distanceToEdge(room.outline, x, y) : 0;
        return isolineLabels(field, room, layer, inside);
      }),
    [fields, rooms, layer],
  );
  if (scale < 16) return null;
  return (
    <g pointerEvents="none" fontSize={11.5} fontWeight={600} fill={colour.isolabel} textAnchor="middle">
      {labels.map((l) => {
        const [x, y] = px(l.x, l.y);
        return (
          <text
            key={`${l.x} ${l.y}`}
            x={x}
            y={y + 4}
            className="halo"
            style={{ stroke: colour.isolabelHalo, strokeWidth: 4 }}
          >
            {l.text}
          </text>
        );
      })}
    </g>
  );
});
