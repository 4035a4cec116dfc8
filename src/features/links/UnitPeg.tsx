import type { KeyboardEvent } from 'react';
import type { Unit } from '@/core/job/records';
import { Peg } from '@/editor/sheet/Peg';
import type { LabelPlace } from '@/editor/labels/placeLabels';
import { colour } from '@/ui/colour';
import { wiringSizes } from './wiringLabels';

/** A unit in the wiring, with what comes to it written beside. */
export function UnitPeg({
  unit,
  at: [x, y],
  chosen,
  place,
  lines,
  onChoose,
}: {
  unit: Unit;
  at: [number, number];
  chosen: boolean;
  /** Where the words stand, px of the drawing. */
  place: LabelPlace | undefined;
  lines: string[];
  onChoose: () => void;
}) {
  const [first, second] = lines;
  return (
    <g
      transform={`translate(${x} ${y})`}
      className="cursor-pointer"
      role="button"
      tabIndex={0}
      aria-pressed={chosen}
      aria-label={`Unit ${unit.letter}, ${unit.name}${first ? `: ${lines.join(', ')} Mbps` : ''}`}
      onClick={onChoose}
      onKeyDown={(event: KeyboardEvent) => {
        if (event.key !== 'Enter' && event.key !== ' ') return;
        event.preventDefault();
        onChoose();
      }}
    >
      <rect x={-17} y={-34} width={34} height={38} fill="transparent" />
      <Peg letter={unit.letter} look={chosen ? 'selected' : unit.found ? 'installed' : 'planned'} />
      {first && place && (
        <g transform={`translate(${place.x - x} ${place.y - y})`} textAnchor="middle" data-label="rate">
          <rect
            x={-place.w / 2}
            y={-place.h / 2}
            width={place.w}
            height={place.h}
            fill={colour.panel}
            fillOpacity={0.88}
          />
          <text y={second ? -2 : 5} fontSize={wiringSizes.rate} fontWeight={700} fill={colour.ink}>
            {first}
          </text>
          {second && (
            <text y={12} fontSize={wiringSizes.load} fill={colour.muted}>
              {second}
            </text>
          )}
        </g>
      )}
    </g>
  );
}
