import { colour } from '@/ui/colour';
import { memo } from 'react';
import type { Isoband } from '@/core/coverage/isolines';
import type { Id, Room } from '@/core/job/records';
import type { RoomField } from '@/workers/protocol';
import { regionPath } from '@/editor/sheet/paths';
import { toMillimetre } from '@/core/geometry/round';

/** Tints of one hue, palest at the lowest level. */
export const tints = [
  colour.head0,
  colour.head1,
  colour.head2,
  colour.head3,
  colour.head4,
  colour.head5,
  colour.head6,
];

function bandPath({ points, starts }: Isoband): string {
  let path = '';
  for (let r = 0; r + 1 < starts.length; r++)
    for (let i = starts[r] as number; i < (starts[r + 1] as number); i++)
      path += `${i === starts[r] ? (r ? 'ZM' : 'M') : 'L'}${toMillimetre(points[2 * i] as number)} ${toMillimetre(points[2 * i + 1] as number)}`;
  return path && `${path}Z`;
}

interface Props {
  rooms: readonly Room[];
  fields: readonly RoomField[];
  /** Id prefix of clip paths and the hatches. */
  prefix: string;
  /** Units in the order of their tints: layer «units». */
  unitIds?: readonly Id[];
}

/** The tint of a unit's ground in layer «units»: every other step of the one hue, so that neighbours differ. */
export const unitTint = (unitIds: readonly Id[], id: Id): string =>
  tints[[0, 3, 1, 5, 2, 6, 4][Math.max(0, unitIds.indexOf(id)) % 7] ?? 0] ?? colour.head0;

/** One layer over the rooms of a storey: tints at and above each level; below the first level, the short hatch. */
export const CoverageLayer = memo(function CoverageLayer({ rooms, fields, prefix, unitIds }: Props) {
  return (
    <g data-testid="coverage">
      {fields.map((field) => {
        const room = rooms.find((r) => r.id === field.roomId);
        if (!room) return null;
        const clip = `${prefix}-clip-${room.id}`;
        return (
          <g key={room.id} clipPath={`url(#${clip})`}>
            <clipPath id={clip}>
              <path d={regionPath(room)} clipRule="evenodd" />
            </clipPath>
            <path d={regionPath(room)} fillRule="evenodd" fill={`url(#${prefix}-short)`} data-id={room.id} />
            {field.bands.map((band, i) => {
              const unitId = field.unitIds[i];
              return (
                <path
                  key={unitId ?? band.level}
                  d={bandPath(band)}
                  fill={unitId ? unitTint(unitIds ?? [], unitId) : (tints[i] ?? colour.head4)}
                  fillRule="evenodd"
                  stroke={!unitId && i === 0 ? colour.rust : colour.isoline}
                  strokeWidth={!unitId && i === 0 ? 1.6 : 0.9}
                  vectorEffect="non-scaling-stroke"
                  data-id={room.id}
                />
              );
            })}
            {field.cling && (
              <path
                d={bandPath(field.cling)}
                fill={`url(#${prefix}-cling)`}
                fillRule="evenodd"
                stroke={colour.ochre}
                strokeWidth={1.2}
                vectorEffect="non-scaling-stroke"
                data-id={room.id}
              />
            )}
            {field.metBefore && (
              <path
                d={bandPath(field.metBefore)}
                fill="none"
                stroke={colour.rust}
                strokeWidth={1.6}
                strokeDasharray="5 4"
                vectorEffect="non-scaling-stroke"
              />
            )}
          </g>
        );
      })}
    </g>
  );
});
