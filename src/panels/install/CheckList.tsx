'use client';

import { useState } from 'react';
import { checkListOf, ownLine } from '@/core/install/checkList';
import { tickItem } from '@/core/install/runActions';
import type { Step } from '@/core/install/step';
import type { StepRun } from '@/core/job/records';
import { Button, inputClass } from '@/ui/primitives';

const iso = () => new Date().toISOString();

/** What is ticked off one by one; what is done goes to the end. Lines of one's own are added below. */
export function CheckList({
  step,
  run,
  locked,
  onRun,
}: {
  step: Step;
  run: StepRun | null;
  locked: boolean;
  onRun: (run: StepRun, label: string) => void;
}) {
  const [words, setWords] = useState('');
  const items = checkListOf(step, run?.ticks ?? []);
  const left = items.filter((i) => !i.isTicked).length;
  const mark = (m: string, what: string) => onRun(tickItem(step, run, iso(), m), `${what}: ${step.title}`);
  return (
    <section className="mt-3" aria-label="Check list of this step" data-testid="check-list">
      <p className="font-semibold">{left === 0 ? 'All done' : `${left} of ${items.length} left`}</p>
      <ul>
        {items.map((item) => (
          <li key={item.mark} className="border-b border-rule">
            <label className="flex min-h-9 items-center gap-2 pointer-coarse:min-h-11">
              <input
                type="checkbox"
                className="h-4 w-4 shrink-0 accent-(--color-action) pointer-coarse:h-6 pointer-coarse:w-6"
                checked={item.isTicked}
                disabled={locked}
                onChange={() => mark(item.mark, item.isTicked ? 'Tick removed' : 'Ticked')}
              />
              <span className={item.isTicked ? 'text-muted line-through' : ''}>{item.words}</span>
            </label>
          </li>
        ))}
      </ul>
      {!locked && (
        <form
          className="mt-2 flex gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            if (!words.trim()) return;
            mark(ownLine(words), 'Added');
            setWords('');
          }}
        >
          <input
            className={`${inputClass} min-w-0 flex-1`}
            aria-label="Add an entry to the list"
            placeholder="Add entry"
            maxLength={100}
            value={words}
            onChange={(e) => setWords(e.target.value)}
          />
          <Button type="submit" disabled={!words.trim()}>
            Add
          </Button>
        </form>
      )}
    </section>
  );
}
