'use client';

import { useTimes } from '@/ui/useTimes';
import { useState } from 'react';
import { putOne } from '@/core/job/edits';
import { find } from '@/core/job/job';
import type { Id, StepRun } from '@/core/job/records';
import { moveStep, visitOf, visitsInOrder } from '@/core/install/visits';
import type { Live, StepState } from '@/core/install/live';
import { readToday } from '@/core/install/cautionsRead';
import type { Foretold } from '@/core/install/foretold';
import { factsOf } from '@/core/install/stuck';
import { Photos } from '@/panels/install/Photos';
import { PhotosHere } from '@/panels/photos/PhotosHere';
import { StepCard } from '@/panels/install/StepCard';
import { StuckPanel } from '@/panels/install/StuckPanel';
import { useNow } from '@/panels/install/useNow';
import { useInBrowser } from '@/ui/useInBrowser';
import { StatusMark } from '@/ui/marks';
import { Button, inputClass, Segmented } from '@/ui/primitives';
import { Section } from '@/editor/section/Section';
import { ask, keptPictureSchema } from '@/client/store/api';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { SerialField } from './SerialField';
import { SettingsSheet } from './SettingsSheet';
import { Staff } from './Staff';
import { StepEditor } from './StepEditor';
import { Times } from './Times';
import { UnitList } from './UnitList';
import { useVisitName, VisitChoice, Visits } from './Visits';
import { type Rehearsal, speeds, useRehearsal } from './useRehearsal';
import { ButtonQuestionCard } from './ButtonQuestionCard';
import { type RunbookView, useRunbook } from './useRunbook';

const byKey = 'nestle-by';

/** The runbook: what waits for what, the step at hand large, and what to do when it is stuck. */
export function InstallStage() {
  const there = useInBrowser();
  return there ? <Runbook /> : <main className="shell-centre" aria-busy="true" />;
}

/** The step to turn to: in a rehearsal the one that hands are at; else what is at hand, or comes next by the schedule. */
function stepAtHand({ steps, live }: RunbookView, { playing, entries }: Rehearsal): string | undefined {
  const first = (state: StepState) => steps.find((s) => s.state === state)?.step.key;
  return (
    (playing ? entries.at(-1)?.stepKey : undefined) ??
    first('hands') ??
    live?.next.find((k) => steps.some((s) => s.step.key === k && s.state === 'ready')) ??
    first('ready') ??
    first('waiting') ??
    steps.at(-1)?.step.key
  );
}

function Runbook() {
  const rehearsal = useRehearsal(useNow());
  const [people, setPeople] = useState<'1' | '2'>('1');
  const [chosen, setChosen] = useState<string | null>(null);
  const [stuck, setStuck] = useState(false);
  const [by, setBy] = useState(() =>
    typeof window === 'undefined' ? '' : (localStorage.getItem(byKey) ?? ''),
  );
  const [visit, setVisit] = useState<Id | null>(null);
  const visits = useJob((s) => s.job.visits);
  // a rehearsal plays the whole work
  const shownVisit = rehearsal.playing || !visits.some((v) => v.id === visit) ? null : visit;
  const view = useRunbook(Number(people), rehearsal.runs, rehearsal.nowMs, shownVisit);
  const { live, steps } = view;
  const atHand = stepAtHand(view, rehearsal);
  const shown = steps.find((s) => s.step.key === (chosen ?? atHand));
  if (steps.length === 0 && shownVisit === null) return <NothingToInstall />;
  return (
    <>
      <aside aria-label="Property" className="shell-left">
        <Section stage="plan" />
      </aside>
      <main className="shell-centre bg-panel">
        <RunbookHeader
          view={view}
          rehearsal={rehearsal}
          people={people}
          setPeople={setPeople}
          toStepAtHand={() => setChosen(null)}
        />
        {!rehearsal.playing && (
          <VisitTabs
            shown={shownVisit}
            show={(id) => {
              setVisit(id);
              setChosen(null);
            }}
          />
        )}
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
                      Go to the current step
                    </Button>
                  )}
                </p>
                <OneStep
                  shown={shown}
                  steps={steps}
                  rehearsal={rehearsal}
                  by={by}
                  stuck={stuck}
                  setStuck={setStuck}
                />
              </>
            )}
          </div>
        </div>
      </main>
      <aside aria-label="Inspector" className="shell-inspector" data-open="install">
        <div className="px-4 pt-1 pb-4">
          <UnitList steps={steps} seen={rehearsal.units} live={live} />
          <label className="mt-3 flex items-center justify-between gap-3 border-b border-rule py-1.5 text-muted">
            Your name on finished steps
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
          <Visits />
          <Times />
          <div className="-mx-4 pt-3">
            <PhotosHere phase="built" />
          </div>
          <SettingsSheet />
        </div>
      </aside>
    </>
  );
}

/** Which visit is shown, where there are several to work at. */
function VisitTabs({ shown, show }: { shown: Id | null; show: (id: Id | null) => void }) {
  const job = useJob((s) => s.job);
  const name = useVisitName();
  const all = visitsInOrder(job).filter((v) => v.kind !== 'survey');
  if (all.length < 2) return null;
  const waits = all.find((v) => v.id === shown)?.waitsFor;
  return (
    <div className="flex flex-wrap items-center gap-3 border-b border-rule px-4 py-1.5">
      <Segmented
        label="Visit"
        value={shown ?? 'all'}
        onChange={(id) => show(id === 'all' ? null : id)}
        options={[{ value: 'all', text: 'All visits' }, ...all.map((v) => ({ value: v.id, text: name(v) }))]}
      />
      {waits && <span className="text-ochre-text">Waits for: {waits}</span>}
    </div>
  );
}

function NothingToInstall() {
  return (
    <>
      <aside aria-label="Property" className="shell-left">
        <Section stage="plan" />
      </aside>
      <main className="shell-centre p-6">
        <h2 className="text-[22px] font-bold">Nothing to install yet</h2>
        <p className="mt-1 text-muted">
          Place units in Plan (3) and link them in Links (4). The steps follow from them.
        </p>
      </main>
    </>
  );
}

/** How far the work is and when it will be done; for how many hands; the rehearsal. */
function RunbookHeader({
  view: { live, steps },
  rehearsal,
  people,
  setPeople,
  toStepAtHand,
}: {
  view: RunbookView;
  rehearsal: Rehearsal;
  people: '1' | '2';
  setPeople: (people: '1' | '2') => void;
  toStepAtHand: () => void;
}) {
  const begun = useJob((s) => s.job.stepRuns.length > 0);
  const { timeText } = useTimes();
  const started = begun || rehearsal.playing;
  const done = steps.filter((s) => s.state === 'done' || s.state === 'skipped').length;
  const clock = (live: Live, min: number) => timeText(live.originMs + min * 60_000);
  return (
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
              <b className="text-ink">{clock(live, live.finishMin)}</b>, most likely{' '}
              {clock(live, live.earlyMin)} to {clock(live, live.lateMin)}
              {!live.schedule.proven &&
                `; another order saves at most ${Math.ceil(live.schedule.finishMin - live.schedule.boundMin)} min quicker`}
            </>
          )}
        </p>
      </div>
      <Segmented
        label="Installers"
        value={people}
        onChange={setPeople}
        options={[
          { value: '1', text: 'One' },
          { value: '2', text: 'Two' },
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
              toStepAtHand();
            }}
          >
            End the rehearsal
          </Button>
        </>
      ) : (
        <Button
          onClick={() => {
            toStepAtHand();
            void rehearsal.start();
          }}
        >
          Rehearse
        </Button>
      )}
    </header>
  );
}

/** The step that is shown, with what to do when it is stuck, its photos and how to change it. */
function OneStep({
  shown,
  steps,
  rehearsal,
  by,
  stuck,
  setStuck,
}: {
  shown: RunbookView['steps'][number];
  steps: RunbookView['steps'];
  rehearsal: Rehearsal;
  by: string;
  stuck: boolean;
  setStuck: (stuck: boolean) => void;
}) {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const planned = useJob((s) => s.network);
  const now = rehearsal.nowMs;
  const { step } = shown;
  const commit = (run: StepRun, label: string) => {
    if (rehearsal.playing) return;
    const had = job.stepRuns.find((r) => r.stepKey === run.stepKey);
    store.getState().commit(putOne(label.slice(0, 150), { ...run, id: had?.id ?? run.id }));
    setStuck(false);
  };
  const link = planned?.links.find((l) => find(job, 'link', l.linkId)?.unitId === step.unitId);
  const predictedFine = link?.air ? link.air.downDbm > -70 : link ? true : null;
  const foretold: Foretold | null =
    link && step.kind === 'check'
      ? {
          air: link.air && { dbm: link.air.downDbm, spreadDb: link.air.spreadDb },
          mbps: link.downMbps,
        }
      : null;
  const seen = rehearsal.units.find((u) => u.unitId === step.unitId);
  return (
    <>
      <StepCard
        standing={shown}
        run={shown.run}
        read={readToday(
          steps.flatMap((s) => s.run?.read ?? []),
          now,
          by,
        )}
        now={now}
        by={by}
        onRun={commit}
        locked={rehearsal.playing}
        seen={seen && `${seen.light}, ${seen.says}`}
        foretold={foretold}
        onStuck={() => setStuck(true)}
      />
      {!rehearsal.playing && step.kind === 'bench' && (
        <SerialField key={`serial ${step.key}`} unitId={step.unitId} />
      )}
      {rehearsal.playing ? (
        rehearsal.asked ? (
          <ButtonQuestionCard rehearsal={rehearsal} />
        ) : (
          <RehearsalWords rehearsal={rehearsal} />
        )
      ) : (
        <>
          {stuck && (
            <StuckPanel
              key={`stuck ${step.key}`}
              step={step}
              facts={factsOf(job, steps, step, now)}
              predictedFine={predictedFine}
              onClose={() => setStuck(false)}
            />
          )}
          <Photos
            step={step}
            run={shown.run}
            keep={async (file) =>
              (await ask(keptPictureSchema, `/api/jobs/${job.info.id}/files`, { bytes: file })).fileId
            }
            shown={(id) => `/api/jobs/${job.info.id}/files/${id}`}
            onRun={commit}
          />
          <VisitChoice
            stepKey={step.key}
            of={visitOf(job, step.key)}
            move={(id) =>
              store.getState().commit({
                label: `Visit of ${step.title}`.slice(0, 150),
                put: moveStep(job, step.key, id),
                remove: [],
              })
            }
          />
          <StepEditor key={`editor ${step.key}`} step={step} steps={steps.map((s) => s.step)} />
        </>
      )}
    </>
  );
}

const eventWords: Record<string, string> = { stuck: 'Stuck: ', retry: 'Tried: ' };

/** What happened last in the rehearsal. */
function RehearsalWords({ rehearsal }: { rehearsal: Rehearsal }) {
  const last = rehearsal.entries.at(-1);
  if (!last) return null;
  return (
    <p className="mt-3 border-t border-strong pt-2" role="status" data-testid="rehearsal-says">
      {rehearsal.over
        ? rehearsal.allJoined
          ? 'The rehearsal has ended. All units have joined.'
          : 'The rehearsal has ended. Some units have not joined.'
        : `${eventWords[last.what] ?? ''}${last.words}`}
    </p>
  );
}
