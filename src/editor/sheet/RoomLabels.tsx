import { colour } from '@/ui/colour';
import { memo } from 'react';
import { find, type Job } from '@/core/job/job';
import type { Id } from '@/core/job/records';
import type { LabelPlace, Placed } from '@/editor/labels/placeLabels';
import type { SheetLayer } from '@/workers/protocol';
import { levelText } from './isolinePlaces';
import { nameSize, roomTexts, smallSize } from './sheetLabels';
import type { SheetSpace, ToPx } from './sheetSpace';

/** Names of rooms and buildings, with the need below where there is space for it. */
export const RoomLabels = memo(function RoomLabels({
  job,
  space,
  places,
  px,
  selectedId,
}: {
  job: Job;
  space: SheetSpace;
  places: Placed;
  px: ToPx;
  selectedId: Id | null;
}) {
  return (
    <g>
      {space.isSite &&
        space.drawn.map(({ building }) => {
          const place = places.get(`building ${building.id}`);
          return (
            place && <Words key={building.id} {...{ place, px }} lines={[building.name]} strong={false} />
          );
        })}
      {job.rooms.map((room) => {
        const place = places.get(`room ${room.id}`);
        if (!place) return null;
        const lines = roomTexts(job, room)[place.text ?? 0] ?? [room.name];
        return <Words key={room.id} {...{ place, px, lines }} strong={room.id === selectedId} />;
      })}
    </g>
  );
});

/** A name, and a smaller line below. */
function Words({
  place,
  px,
  lines: [name, below],
  strong,
}: {
  place: LabelPlace;
  px: ToPx;
  lines: readonly string[];
  strong: boolean;
}) {
  const [dx, dy] = px(0, 0);
  const [x, y] = [place.x + dx, place.y + dy];
  return (
    <g
      textAnchor="middle"
      pointerEvents="none"
      data-label="name"
      transform={place.upright ? `rotate(-90 ${x} ${y})` : undefined}
      fill={strong ? colour.action : colour.ink}
    >
      <text x={x} y={y + (below ? -2 : 5)} fontSize={nameSize} fontWeight={700} className="halo">
        {name}
      </text>
      {below && (
        <text x={x} y={y + 13} fontSize={smallSize} className="halo">
          {below}
        </text>
      )}
    </g>
  );
}

/** Values written on the isolines. */
export const IsolineLabels = memo(function IsolineLabels({
  job,
  places,
  layer,
  px,
}: {
  job: Job;
  places: Placed;
  layer: SheetLayer;
  px: ToPx;
}) {
  const [dx, dy] = px(0, 0);
  return (
    <g pointerEvents="none" fontSize={smallSize} fontWeight={600} fill={colour.isolabel} textAnchor="middle">
      {[...places].map(([id, { x, y }]) => {
        const [, roomId = '', level = ''] = id.split(' ');
        return (
          find(job, 'room', roomId) && (
            <text
              key={id}
              x={x + dx}
              y={y + dy + 4}
              className="halo"
              data-label="isoline"
              style={{ stroke: colour.isolabelHalo, strokeWidth: 4 }}
            >
              {levelText(layer, Number(level))}
            </text>
          )
        );
      })}
    </g>
  );
});
