'use client';

import { useMemo, useState } from 'react';
import { useStore } from 'zustand';
import { readToday } from '@/core/install/cautionsRead';
import { standings, withRuns } from '@/core/install/live';
import { mergeRun } from '@/core/install/mergeRun';
import { runbookOf } from '@/core/install/runbook';
import { factsOf } from '@/core/install/stuck';
import type { StepRun } from '@/core/job/records';
import { Photos } from '@/panels/install/Photos';
import { StepCard } from '@/panels/install/StepCard';
import { StuckPanel } from '@/panels/install/StuckPanel';
import { useNow } from '@/panels/install/useNow';
import { Button, inputClass } from '@/ui/primitives';
import type { WalkStore } from './walkStore';

const byKey = 'nestle-by';

/** The runbook on the phone: the step at hand, and the list of all; works out of reach, sent when back. */
export function StepsPage({ store }: { store: WalkStore }) {
  const job = useStore(store, (s) => s.job);
  const unsent = useStore(store, (s) => s.waiting.steps);
  const links = useStore(store, (s) => s.foretold?.links);
  const now = useNow();
  const [chosen, setChosen] = useState<string | null>(null);
  const [stuck, setStuck] = useState(false);
  const [by, setBy] = useState(() => localStorage.getItem(byKey) ?? '');
  const view = useMemo(() => {
    if (!job) return null;
    const runs = new Map(job.stepRuns.map((r) => [r.stepKey, r]));
    for (const { run, base } of unsent)
      runs.set(run.stepKey, mergeRun(runs.get(run.stepKey) ?? null, run, base).merged);
    const book = runbookOf(job);
    return {
      job: withRuns(job, [...runs.values()]),
      steps: standings(book, runs).map((s) => ({ ...s, run: runs.get(s.step.key) ?? null })),
    };
  }, [job, unsent]);
  if (!view) return null;
  const { steps } = view;
  const atHand =
    steps.find((s) => s.state === 'hands') ??
    steps.find((s) => s.state === 'ready') ??
    steps.find((s) => s.state === 'waiting') ??
    steps.at(-1);
  const shown = steps.find((s) => s.step.key === chosen) ?? atHand;
  const predicted =
    shown?.step.kind === 'check' ? links?.find((l) => l.unitId === shown.step.unitId) : undefined;
  const foretold = predicted ? { air: predicted.air, mbps: predicted.mbps } : null;
  const done = steps.filter((s) => s.state === 'done' || s.state === 'skipped').length;
  const waiting = steps.filter((s) => s.state === 'waiting' && s !== shown);
  if (!shown)
    return <p className="p-4 text-muted">Nothing to install yet: place units in Plan, on the laptop.</p>;
  const note = (run: StepRun) => {
    store.getState().addStep(run);
    setStuck(false);
  };
  return (
    <div className="px-4 pt-3 pb-6">
      <p className="flex justify-between">
        <b>
          {done} of {steps.length} steps
        </b>
        {chosen && shown !== atHand && (
          <button type="button" className="font-semibold text-action" onClick={() => setChosen(null)}>
            Go to the current step
          </button>
        )}
      </p>
      <div className="mt-3">
        <StepCard
          foretold={foretold}
          standing={shown}
          run={shown.run}
          read={readToday(
            steps.flatMap((s) => s.run?.read ?? []),
            now,
            by,
          )}
          now={now}
          by={by}
          onRun={(run) => {
            note(run);
            // the card stays on a step that has become a wait
            if (run.doneAt || run.skipped) setChosen(null);
          }}
          onStuck={() => setStuck(true)}
        />
        <Photos
          step={shown.step}
          run={shown.run}
          keep={(file) => store.getState().addPhoto(file, shown.step.key)}
          shown={null}
          onRun={note}
        />
        {stuck && (
          <StuckPanel
            key={shown.step.key}
            step={shown.step}
            facts={factsOf(view.job, steps, shown.step, now)}
            predictedFine={null}
            onClose={() => setStuck(false)}
          />
        )}
      </div>
      {waiting.length > 0 && (
        <section className="mt-4" aria-label="In progress">
          <h3 className="font-bold">In progress</h3>
          {waiting.map((s) => (
            <Button
              key={s.step.key}
              className="mt-1 !h-[50px] w-full !justify-between"
              onClick={() => setChosen(s.step.key)}
            >
              <span className="truncate">{s.step.title}</span>{' '}
              <span className="font-normal text-muted">check</span>
            </Button>
          ))}
        </section>
      )}
      <details className="mt-4 border-t border-strong">
        <summary className="flex h-11 cursor-pointer items-center font-bold text-action">All steps</summary>
        <ol>
          {steps.map((s) => (
            <li key={s.step.key} className="border-b border-rule">
              <button
                type="button"
                className="flex min-h-11 w-full items-center justify-between gap-3 text-left"
                onClick={() => setChosen(s.step.key)}
              >
                <span className="min-w-0 truncate">{s.step.title}</span>
                <span className="shrink-0 text-[12px] text-muted">
                  {
                    {
                      done: 'done',
                      skipped: 'excluded',
                      hands: 'next',
                      waiting: 'waiting',
                      ready: 'ready',
                      blocked: 'later',
                      held: 'on hold',
                    }[s.state]
                  }
                </span>
              </button>
            </li>
          ))}
        </ol>
      </details>
      <label className="mt-3 flex items-center justify-between gap-3 text-muted">
        Your name on finished steps
        <input
          className={`${inputClass} !h-11 w-40`}
          maxLength={60}
          value={by}
          onChange={(e) => {
            setBy(e.target.value);
            localStorage.setItem(byKey, e.target.value);
          }}
        />
      </label>
    </div>
  );
}
