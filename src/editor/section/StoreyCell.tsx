import { colour } from '@/ui/colour';
import type { Storey } from '@/core/job/records';
import type { Mark } from '@/ui/marks';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { roughWidth } from '../labels/textWidth';
import { cellLayout, type CellShape, fittedName } from './cellLayout';
import { type SectionStage, storeyTally } from './storeyTally';

/** One storey of the section: pressed it is shown, and a unit can be dropped on it. */
export function StoreyCell({
  storey,
  marks,
  stage,
  ...shape
}: CellShape & { storey: Storey; marks: ReadonlyMap<string, Mark>; stage: SectionStage }) {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const isActive = useJob((s) => s.storeyId === storey.id);
  const isTarget = useJob((s) => s.dropStoreyId === storey.id);
  const isCalculating = useJob((s) => s.planned === null) && stage === 'plan';
  const tally = storeyTally(job, storey, stage, marks, isCalculating);
  const place = cellLayout(shape, tally.marks.length, tally.units.length);
  // the count stands on the same line
  const isBeside = tally.marks.length > 0 && place.count.y === place.name.y;
  const nameRoom = shape.centred
    ? Infinity
    : shape.x + shape.width - place.name.x - 4 - (isBeside ? roughWidth(tally.fraction, 12.5) + 6 : 0);
  const choose = () => store.getState().set({ storeyId: storey.id });
  const isMarked = isActive || isTarget;
  const ground = shape.centred ? 'transparent' : colour.panel;
  const word = { fontWeight: 700, fill: isActive ? colour.action : colour.ink };
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={tally.label}
      aria-pressed={isActive}
      data-storey={storey.id}
      className="cursor-pointer"
      onClick={choose}
      onKeyDown={(e) => {
        if (e.key !== 'Enter' && e.key !== ' ') return;
        e.preventDefault();
        choose();
      }}
    >
      <rect
        x={shape.x}
        y={shape.y}
        width={shape.width}
        height={shape.height}
        fill={isTarget ? colour.head2 : isActive ? colour.cell : ground}
        stroke={isMarked ? colour.action : colour.ink}
        strokeWidth={isMarked ? 2.6 : shape.centred ? 0 : 1}
      />
      <text
        x={place.name.x}
        y={place.name.y}
        fontSize={place.name.size}
        textAnchor={place.name.anchor}
        {...word}
      >
        {fittedName(tally.name, nameRoom, place.name.size)}
      </text>
      {tally.marks.length > 0 && (
        <text {...place.count} fontSize={12.5} textAnchor="end" {...word}>
          {tally.fraction}
        </text>
      )}
      {place.boxes.map((at, i) => (
        <TallyBox key={tally.marks[i]?.spotId} {...at} mark={tally.marks[i]?.mark ?? 'empty'} />
      ))}
      {tally.units.map((u, i) => (
        <MiniPeg key={u.id} x={place.pegs[i]?.x ?? 0} y={place.pegs[i]?.y ?? 0} letter={u.letter} />
      ))}
    </g>
  );
}

const boxFill: ReadonlySet<Mark> = new Set(['met', 'cured', 'equal'] as const);
const boxEdge: Partial<Record<Mark, string>> = {
  short: colour.rust,
  thin: colour.ochre,
  empty: colour.strong,
};

function TallyBox({ x, y, mark }: { x: number; y: number; mark: Mark }) {
  return (
    <g transform={`translate(${x} ${y})`}>
      <rect
        width={9}
        height={9}
        fill={boxFill.has(mark) ? colour.action : colour.panel}
        stroke={boxEdge[mark] ?? colour.action}
        strokeWidth={1.2}
      />
      {mark === 'short' && <path d="M0 5L5 0M1 9L9 1M5 9L9 5" stroke={colour.rust} strokeWidth={1.4} />}
      {mark === 'thin' && <path d="M0 9L9 0V9Z" fill={colour.ochre} />}
    </g>
  );
}

function MiniPeg({ x, y, letter }: { x: number; y: number; letter: string }) {
  return (
    <g transform={`translate(${x} ${y})`}>
      <path d="M-7 -17H7V-5.5L0 0L-7 -5.5Z" fill={colour.ink} />
      <text y={-7} fontSize={10.5} fontWeight={700} fill={colour.panel} textAnchor="middle">
        {letter}
      </text>
    </g>
  );
}
