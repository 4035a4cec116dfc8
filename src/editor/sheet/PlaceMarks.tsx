'use client';

import { colour } from '@/ui/colour';
import { useMemo } from 'react';
import { namedPlaces } from '@/core/optimise/candidates';
import { planningOf, usePlanning } from '@/client/planning';
import { useJob } from '@/client/store/JobProvider';
import { Peg } from './Peg';
import type { SheetSpace, ToPx } from './sheetSpace';

const ruleWords = { free: 'allowed', forbid: 'excluded', force: 'a unit must be there' } as const;
/** A small tag without a letter, its tip at the place. */
const tag = 'M-5.5 -15H5.5V-5.5L0 0L-5.5 -5.5Z';

/** Places where a unit could be, while they are asked for: small empty tags, crossed where left out, filled where one must be. */
export function PlaceMarks({ space, px }: { space: SheetSpace; px: ToPx }) {
  const job = useJob((s) => s.job);
  const { id } = job.info;
  const open = usePlanning(id, (s) => s.places);
  const chosen = usePlanning(id, (s) => s.placeId);
  const all = useMemo(() => (open ? namedPlaces(job) : []), [open, job]);
  return (
    <g data-testid="places">
      {all.map((c) => {
        const at = space.onSheet(c.storeyId) ? space.place(c) : null;
        if (!at) return null;
        const rule = job.placeRules.find((r) => r.placeId === c.id)?.rule ?? 'free';
        const [x, y] = px(...at);
        // a shelf and a socket at one place stand side by side
        const aside = c.kind === 'socket' ? 7 : c.kind === 'shelf' ? -7 : 0;
        const choose = () => planningOf(id).getState().set({ placeId: c.id });
        return (
          <g
            key={c.id}
            transform={`translate(${x + aside} ${y})`}
            role="button"
            tabIndex={0}
            aria-label={`Place ${c.words}, ${c.kind}: ${ruleWords[rule]}`}
            onPointerDown={(event) => {
              event.stopPropagation();
              choose();
            }}
            onKeyDown={(event) => {
              if (event.key !== 'Enter' && event.key !== ' ') return;
              event.preventDefault();
              choose();
            }}
          >
            <rect x={-8} y={-17} width={16} height={20} fill="transparent" />
            <path
              d={tag}
              fill={rule === 'force' ? colour.action : colour.panel}
              stroke={c.id === chosen ? colour.action : colour.ink}
              strokeWidth={c.id === chosen ? 2.6 : 1.2}
              strokeLinejoin="round"
            />
            {rule === 'forbid' && (
              <path d="M-6 -15L6 -1M6 -15L-6 -1" stroke={colour.rust} strokeWidth={1.6} />
            )}
          </g>
        );
      })}
    </g>
  );
}

/** The units of the proposal that is held against the sheet, and what feeds them: dashed, as nothing of it is in the plan. */
export function ProposedUnits({ space, px }: { space: SheetSpace; px: ToPx }) {
  const job = useJob((s) => s.job);
  const { id } = job.info;
  const shown = usePlanning(id, (s) => s.proposals.find((p) => p.kind === s.shown));
  if (!shown) return null;
  const letters = new Map(shown.units.map((u) => [u.placeId, u.letter]));
  const placeOf = (at: { storeyId: string; xM: number; yM: number } | undefined) => {
    const place = at && space.place(at);
    return place ? px(...place) : null;
  };
  return (
    <g data-testid="proposed" pointerEvents="none">
      {shown.options.map((c) => {
        const parent = shown.options.find((p) => p.id === c.parent)?.unit;
        const from = placeOf(parent ?? job.units.find((u) => u.id === c.link.fromUnitId));
        const to = placeOf(c.unit);
        if (!from || !to) return null;
        return (
          <path
            key={c.id}
            d={`M${from[0]} ${from[1]}L${to[0]} ${to[1]}`}
            stroke={colour.action}
            strokeWidth={1.6}
            strokeDasharray={c.link.medium === 'wireless' ? '1 5' : '7 4'}
            strokeLinecap="round"
            fill="none"
          />
        );
      })}
      {shown.options.map((c) => {
        const at = c.candidate.kind === 'device' ? null : placeOf(c.unit);
        if (!at) return null;
        return (
          <g
            key={c.id}
            transform={`translate(${at[0]} ${at[1]})`}
            opacity={space.onSheet(c.unit.storeyId) ? 1 : 0.55}
          >
            <Peg letter={letters.get(c.candidate.id) ?? '?'} look="ghost" />
          </g>
        );
      })}
    </g>
  );
}
