import type { KeyboardEvent } from 'react';
import type { Unit } from '@/core/job/records';
import { Peg } from '@/editor/sheet/Peg';
import { colour } from '@/ui/colour';

/** A unit in the wiring, with what comes to it written beside. */
export function UnitPeg({
  unit,
  at: [x, y],
  chosen,
  toLeft,
  lines,
  onChoose,
}: {
  unit: Unit;
  at: [number, number];
  chosen: boolean;
  /** Is another unit so near at the right that the words go to the left? */
  toLeft: boolean;
  lines: string[];
  onChoose: () => void;
}) {
  const [first, second] = lines;
  const wide = Math.max((first?.length ?? 0) * 8.6, (second?.length ?? 0) * 6.1) + 5;
  const text = { x: toLeft ? -17 : 17, textAnchor: toLeft ? ('end' as const) : ('start' as const) };
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
      {first && (
        <rect
          x={toLeft ? -15 - wide : 15}
          y={-29}
          width={wide}
          height={second ? 32 : 18}
          fill={colour.panel}
          fillOpacity={0.88}
        />
      )}
      {first && (
        <text {...text} y={-15} fontSize={14} fontWeight={700} fill={colour.ink}>
          {first}
        </text>
      )}
      {second && (
        <text {...text} y={-2} fontSize={11.5} fill={colour.muted}>
          {second}
        </text>
      )}
    </g>
  );
}
