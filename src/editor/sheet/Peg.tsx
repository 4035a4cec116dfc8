import { colour } from '@/ui/colour';
export type PegLook = 'planned' | 'installed' | 'selected' | 'ghost';

/** The tag's outline and, where it is selected, the rim around it. */
export const pegBody = 'M-11 -28H11V-9L0 0L-11 -9Z';
export const pegRim = 'M-14 -31H14V-8.5L0 4L-14 -8.5Z';

/** A unit's tag with its letter; the tip, at 0, 0, is its place. Pixels. */
export function Peg({ letter, look, size = 1 }: { letter: string; look: PegLook; size?: number }) {
  const fill = look === 'selected' ? colour.action : look === 'installed' ? colour.ink : colour.panel;
  const ink = look === 'planned' || look === 'ghost' ? colour.ink : colour.panel;
  return (
    <g transform={`scale(${size})`}>
      {look === 'selected' && (
        <path
          d={pegRim}
          fill={colour.panel}
          stroke={colour.action}
          strokeWidth={1.4}
          strokeLinejoin="round"
        />
      )}
      <path
        d={pegBody}
        fill={fill}
        stroke={look === 'selected' ? colour.panel : colour.ink}
        strokeWidth={1.5}
        strokeDasharray={look === 'ghost' ? '3 2' : undefined}
        strokeLinejoin="round"
      />
      <text y={-13.2} textAnchor="middle" fontSize={14} fontWeight={700} fill={ink}>
        {letter}
      </text>
    </g>
  );
}

/** The same tag standing in a line of text or a table. */
export function PegIcon({
  letter,
  look = 'planned',
  size = 24,
}: {
  letter: string;
  look?: PegLook;
  size?: number;
}) {
  return (
    <svg
      width={(size * 24) / 30}
      height={size}
      viewBox="-12 -29 24 30"
      aria-hidden="true"
      className="shrink-0"
    >
      <Peg letter={letter} look={look === 'selected' ? 'installed' : look} />
    </svg>
  );
}
