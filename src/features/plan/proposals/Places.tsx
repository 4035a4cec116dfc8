'use client';

import { useEffect, useMemo, useRef } from 'react';
import { namedPlaces } from '@/core/optimise/candidates';
import { Button, Choice } from '@/ui/primitives';
import { planningOf, usePlanning } from '@/client/planning';
import { rulePlace } from '@/panels/plan/rulePlace';
import { useJob, useJobStore } from '@/client/store/JobProvider';

const words = { free: 'allowed', forbid: 'excluded', force: 'required' } as const;
const isRule = (v: string): v is keyof typeof words => v in words;

/** The places where a unit could be: how many, and each of the storey with what is said of it; shown on the sheet while open. */
export function Places() {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const storeyId = useJob((s) => s.storeyId);
  const { id } = job.info;
  const planning = planningOf(id);
  const open = usePlanning(id, (s) => s.places);
  const chosen = usePlanning(id, (s) => s.placeId);
  const all = useMemo(() => namedPlaces(job), [job]);
  const here = all.filter((c) => c.storeyId === storeyId);
  const ruled = job.placeRules.length;
  const row = useRef<HTMLLIElement>(null);
  useEffect(() => row.current?.scrollIntoView({ block: 'nearest' }), [chosen]);
  const ruleOf = (placeId: string) => job.placeRules.find((r) => r.placeId === placeId)?.rule ?? 'free';
  const lost = job.placeRules.filter((r) => !all.some((c) => c.id === r.placeId));
  return (
    <div className="pb-1">
      <Button
        className="w-full"
        aria-expanded={open}
        onClick={() => planning.getState().set({ places: !open, placeId: null })}
      >
        {open ? 'Hide the places' : `Places for a unit${ruled ? `, ${ruled} with your own rule` : ''}`}
      </Button>
      {open && (
        <>
          <p className="py-1 text-[12px] text-muted">
            {here.length} on this storey, {all.length} in total, from sockets, outlets, walls, ceilings, eaves
            and posts.
          </p>
          <ul className="max-h-72 overflow-auto border-y border-rule">
            {here.map((c) => (
              <li
                key={c.id}
                ref={c.id === chosen ? row : undefined}
                className={`flex items-center justify-between gap-2 border-b border-rule py-1 pl-1.5 ${
                  c.id === chosen ? 'border-l-[3px] border-l-action bg-chosen' : ''
                }`}
              >
                <span className="min-w-0 text-[12px] leading-tight">
                  {c.words}
                  {c.kind === 'shelf' && <span className="text-muted">, on a shelf</span>}
                </span>
                <Choice
                  label={`Place ${c.words}, ${c.kind}`}
                  value={ruleOf(c.id)}
                  options={Object.entries(words).map(([value, text]) => ({ value, text }))}
                  onChange={(v) => isRule(v) && rulePlace(store, c.id, v, c.words)}
                />
              </li>
            ))}
          </ul>
          {lost.map((r) => (
            <p key={r.id} className="flex justify-between gap-2 py-1 text-[12px] text-ochre-text">
              A rule names a place that no longer exists.
              <button
                type="button"
                className="font-semibold text-action"
                onClick={() => rulePlace(store, r.placeId, 'free', 'of a missing place')}
              >
                Remove it
              </button>
            </p>
          ))}
        </>
      )}
    </div>
  );
}
