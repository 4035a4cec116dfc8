'use client';

import { timeText } from '@/ui/time';
import { useState } from 'react';
import { putOne } from '@/core/job/edits';
import { find } from '@/core/job/job';
import type { StepRun } from '@/core/job/records';
import { factsOf } from '@/core/install/stuck';
import { Photos } from '@/panels/install/Photos';
import { StepCard } from '@/panels/install/StepCard';
import { StuckPanel } from '@/panels/install/StuckPanel';
import { useInBrowser, useNow } from '@/panels/install/useNow';
import { StatusMark } from '@/ui/marks';
import { Button, inputClass, Segmented } from '@/ui/primitives';
import { Section } from '@/editor/section/Section';
import { ask, keptPictureSchema } from '@/client/store/api';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { SettingsSheet } from './SettingsSheet';
import { Staff } from './Staff';
import { StepEditor } from './StepEditor';
import { UnitList } from './UnitList';
import { speeds, useRehearsal } from './useRehearsal';
import { useRunbook } from './useRunbook';

const byKey = 'nestle-by';

/** The runbook: what waits for what, the step at hand large, and what to do when it is stuck. */
export function InstallStage() {
  const there = useInBrowser();
  return there ? <Runbook /> : <main className="shell-centre" aria-busy="true" />;
}

function Runbook() {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const planned = useJob((s) => s.network);
  const realNow = useNow();
  const rehearsal = useRehearsal(realNow);
  const now = rehearsal.nowMs;
  const [people, setPeople] = useState<'1' | '2'>('1');
  const [chosen, setChosen] = useState<string | null>(null);
  const [stuck, setStuck] = useState(false);
  const [by, setBy] = useState(() =>
    typeof window === 'undefined' ? '' : (localStorage.getItem(byKey) ?? ''),
  );
  const view = useRunbook(Number(people), rehearsal.runs, now);
  const { live, steps } = view;
  const done = steps.filter((s) => s.state === 'done' || s.state === 'skipped').length;
  const lastSaid = rehearsal.entries.at(-1);
  // in a rehearsal the card follows the hands; else what is at hand, or comes next by the schedule
  const atHand =
    (rehearsal.playing ? lastSaid?.stepKey : undefined) ??
    steps.find((s) => s.state === 'hands')?.step.key ??
    live?.next.find((k) => steps.some((s) => s.step.key === k && s.state === 'ready')) ??
    steps.find((s) => s.state === 'ready')?.step.key ??
    steps.find((s) => s.state === 'waiting')?.step.key ??
    steps.at(-1)?.step.key;
  const shown = steps.find((s) => s.step.key === (chosen ?? atHand));
  const commit = (run: StepRun, label: string) => {
    if (rehearsal.playing) return;
    const had = job.stepRuns.find((r) => r.stepKey === run.stepKey);
    store.getState().commit(putOne(label.slice(0, 150), { ...run, id: had?.id ?? run.id }));
    setStuck(false);
  };
  const link = planned?.links.find((l) => {
    const own = find(job, 'link', l.linkId);
    return own?.unitId === shown?.step.unitId;
  });
  const foretold = link?.air ? link.air.downDbm > -70 : link ? true : null;
  const seen = rehearsal.units.find((u) => u.unitId === shown?.step.unitId);
  const started = job.stepRuns.length > 0 || rehearsal.playing;
  if (steps.length === 0)
    return (
      <>
        <aside aria-label="Property" className="shell-left">
          <Section stage="plan" />
        </aside>
        <main className="shell-centre p-6">
          <h2 className="text-[22px] font-bold">Nothing to install yet</h2>
          <p className="mt-1 text-muted">
            Place units in Plan (3) and feed them in Links (4): the steps follow from them.
          </p>
        </main>
      </>
    );
  return (
    <>
      <aside aria-label="Property" className="shell-left">
        <Section stage="plan" />
      </aside>
      <main className="shell-centre bg-panel">
        <header className="flex shrink-0 flex-wrap items-center gap-x-5 gap-y-1 border-b border-rule px-4 py-2">
          <div className="min-w-40 flex-1">
            <h2 className="flex items-center gap-2 text-[17px] leading-tight font-bold">
              <StatusMark mark={done === steps.length ? 'cured' : started ? 'begun' : 'empty'} />
              {rehearsal.playing ? 'Rehearsal, simulated' : 'Runbook'}
            </h2>
            <p className="text-[12.5px] text-muted" data-testid="stage-summary">
              {done} of {steps.length} steps
              {live && (
                <>
                  {started && `, begun ${timeText(live.originMs)}`}, all done{' '}
                  <b className="text-ink">{timeText(live.originMs + live.finishMin * 60_000)}</b>, most likely{' '}
                  {timeText(live.originMs + live.earlyMin * 60_000)} to{' '}
                  {timeText(live.originMs + live.lateMin * 60_000)}
                  {!live.schedule.proven &&
                    `; no order is more than ${Math.ceil(live.schedule.finishMin - live.schedule.boundMin)} min quicker`}
                </>
              )}
            </p>
          </div>
          <Segmented
            label="Pairs of hands"
            value={people}
            onChange={setPeople}
            options={[
              { value: '1', text: 'Alone' },
              { value: '2', text: 'In a pair' },
            ]}
          />
          {rehearsal.playing ? (
            <>
              <Segmented
                label="Speed"
                value={String(rehearsal.speed)}
                onChange={(v) => rehearsal.faster(Number(v))}
                options={speeds.map((s) => ({ value: String(s), text: `× ${s}` }))}
              />
              <Button
                onClick={() => {
                  rehearsal.stop();
                  setChosen(null);
                }}
              >
                End the rehearsal
              </Button>
            </>
          ) : (
            <Button
              onClick={() => {
                setChosen(null);
                void rehearsal.start();
              }}
            >
              Rehearse
            </Button>
          )}
        </header>
        {view.problems.map((p) => (
          <p key={p} role="alert" className="border-b border-rule bg-ochre-wash px-4 py-1.5 text-ochre-text">
            {p}
          </p>
        ))}
        <div className="install-body min-h-0 flex-1">
          <Staff
            view={view}
            people={Number(people)}
            selected={shown?.step.key ?? null}
            onSelect={(key) => {
              setChosen(key);
              setStuck(false);
            }}
          />
          <div className="min-h-0 overflow-y-auto border-l border-strong bg-paper px-6 py-4 max-[699px]:border-l-0 max-[699px]:px-4">
            {shown && (
              <>
                <p className="mb-1 flex items-center justify-between text-muted">
                  <span>
                    Step {steps.indexOf(shown) + 1} of {steps.length}
                  </span>
                  {chosen && chosen !== atHand && (
                    <Button look="quiet" onClick={() => setChosen(null)}>
                      To the step at hand
                    </Button>
                  )}
                </p>
                <StepCard
                  standing={shown}
                  run={shown.run}
                  readBefore={new Set(steps.flatMap((s) => s.run?.read ?? []))}
                  now={now}
                  by={by}
                  onRun={commit}
                  locked={rehearsal.playing}
                  seen={seen && `${seen.light}, ${seen.says}`}
                  onStuck={() => setStuck(true)}
                />
                {rehearsal.playing && lastSaid && (
                  <p className="mt-3 border-t border-strong pt-2" role="status" data-testid="rehearsal-says">
                    {rehearsal.over
                      ? rehearsal.allJoined
                        ? 'The rehearsal is over: all units have joined.'
                        : 'The rehearsal is over, and not all units have joined.'
                      : `${lastSaid.what === 'stuck' ? 'Stuck: ' : lastSaid.what === 'retry' ? 'Tried: ' : ''}${lastSaid.words}`}
                  </p>
                )}
                {!rehearsal.playing && (
                  <>
                    {stuck && (
                      <StuckPanel
                        key={`stuck ${shown.step.key}`}
                        step={shown.step}
                        facts={factsOf(job, steps, shown.step, now)}
                        predictedFine={foretold}
                        onClose={() => setStuck(false)}
                      />
                    )}
                    <Photos
                      step={shown.step}
                      run={shown.run}
                      keep={async (file) =>
                        (await ask(keptPictureSchema, `/api/jobs/${job.info.id}/files`, { bytes: file }))
                          .fileId
                      }
                      shown={(id) => `/api/jobs/${job.info.id}/files/${id}`}
                      onRun={commit}
                    />
                    <StepEditor
                      key={`editor ${shown.step.key}`}
                      step={shown.step}
                      steps={steps.map((s) => s.step)}
                    />
                  </>
                )}
              </>
            )}
          </div>
        </div>
      </main>
      <aside aria-label="Inspector" className="shell-inspector" data-open="install">
        <div className="px-4 pt-1 pb-4">
          <UnitList steps={steps} seen={rehearsal.units} live={live} />
          <label className="mt-3 flex items-center justify-between gap-3 border-b border-rule py-1.5 text-muted">
            Work is noted as done by
            <input
              className={`${inputClass} w-32`}
              maxLength={60}
              value={by}
              onChange={(e) => {
                setBy(e.target.value);
                localStorage.setItem(byKey, e.target.value);
              }}
            />
          </label>
          <SettingsSheet />
        </div>
      </aside>
    </>
  );
}
