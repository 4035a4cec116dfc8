'use client';

import { Wrench } from 'lucide-react';
import type { Snag, Sure } from '@/core/checks/snag';
import type { Id } from '@/core/job/records';
import { type Mark, StatusMark } from '@/ui/marks';
import { Button, PartHead } from '@/ui/primitives';
import { goTo } from '@/client/actions';
import { useJob, useJobStore } from '@/client/store/JobProvider';

const marks: Record<Sure, { mark: Mark; words: string }> = {
  certain: { mark: 'short', words: 'certain' },
  likely: { mark: 'thin', words: 'likely' },
  possible: { mark: 'begun', words: 'possible' },
};

/** What the checks found, surest first: all of it, or what is about one record or its links. */
export function Snags({ about }: { about?: readonly Id[] }) {
  const snags = useJob((s) => s.snags);
  // what is said here is of the place that the unit was taken from
  const moving = useJob((s) => s.dragged !== null);
  if (!snags) return null;
  const shown = about ? snags.filter((s) => about.includes(s.recordId)) : snags;
  if (about && shown.length === 0) return null;
  const mendable = shown.filter((s) => s.repair).length;
  return (
    <section aria-label="Snags" data-testid="snags" className={moving ? 'opacity-60' : undefined}>
      <PartHead
        right={moving ? 'before this move' : mendable ? `F: fix next (${mendable} fixable)` : undefined}
      >
        {shown.length === 1 ? '1 snag' : `${shown.length} snags`}
      </PartHead>
      {shown.length === 0 && (
        <p className="flex items-center gap-2 text-muted">
          <StatusMark mark="met" /> The checks found no problem.
        </p>
      )}
      <ul>
        {shown.map((s) => (
          <SnagRow key={s.id} snag={s} />
        ))}
      </ul>
    </section>
  );
}

function SnagRow({ snag: s }: { snag: Snag }) {
  const store = useJobStore();
  return (
    <li className="border-b border-rule py-1.5">
      <button
        type="button"
        className="flex w-full items-start gap-2 text-left hover:bg-paper pointer-coarse:min-h-11"
        onClick={() => goTo(store, s.recordId)}
      >
        <span className="pt-0.5">
          <StatusMark mark={marks[s.sure].mark} />
        </span>
        <span className="min-w-0 flex-1 leading-tight">
          <b>{s.what}</b>
          <span className="block text-[12px] text-muted">
            {s.why} <i className="not-italic">({marks[s.sure].words})</i>
          </span>
        </span>
      </button>
      {s.repair && (
        <Button className="mt-1 ml-5" onClick={() => s.repair && store.getState().commit(s.repair)}>
          <Wrench size={14} /> {s.repair.label}
        </Button>
      )}
    </li>
  );
}
