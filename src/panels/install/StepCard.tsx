'use client';

import { useState } from 'react';
import { type CautionId, cautions, localCodes } from '@/core/install/cautions';
import { lastRead } from '@/core/install/cautionsRead';
import type { Foretold } from '@/core/install/foretold';
import type { StepStanding } from '@/core/install/live';
import {
  beginStep,
  endStep,
  freeHands,
  noteStep,
  pressAgain,
  readCaution,
  reopenStep,
  skipStep,
} from '@/core/install/runActions';
import type { HoldPoint, Step } from '@/core/install/step';
import type { StepRun } from '@/core/job/records';
import { Button, inputClass } from '@/ui/primitives';
import { timerText } from '@/ui/time';
import { useTimes } from '@/ui/useTimes';
import { CheckList } from './CheckList';
import { ForetoldBox } from './ForetoldBox';

interface Props {
  standing: StepStanding;
  run: StepRun | null;
  /** Cautions that this person has read today, at any step. */
  read: ReadonlySet<CautionId>;
  /** What the computation foretells of the link that is checked, where it is known. */
  foretold?: Foretold | null;
  /** ms since 1970. */
  now: number;
  by: string;
  onRun: (run: StepRun, label: string) => void;
  /** What its unit's light shows now, in a rehearsal. */
  seen?: string | undefined;
  /** Only shown, as in a rehearsal. */
  locked?: boolean;
  /** Shown where something may be stuck. */
  onStuck: () => void;
}

const big = '!h-[50px] text-[15px]';

/** What is done to a step is noted with the time at which it was pressed, not the time last shown. */
const iso = () => new Date().toISOString();

/** The step at hand, large: what to do, what must be seen, its clock, and what may be done to it. */
export function StepCard({ locked = false, seen, ...rest }: Props) {
  const { standing, run, read, now, by, onRun, foretold = null } = rest;
  const { step, state, waitsFor } = standing;
  const { timeText } = useTimes();
  const unread = step.cautions.filter((c) => !read.has(c));
  const over = state === 'done' || state === 'skipped';
  return (
    <article aria-label={step.title} data-testid="step-card">
      <h2 className="text-[27px] leading-tight font-bold">{step.title}</h2>
      <p className="mt-2 text-[15px]">{step.text}</p>
      <Cautions {...{ step, run, unread, locked, by, onRun }} />
      {step.list.length > 0 && <CheckList {...{ step, run, onRun }} locked={locked || over} />}
      {foretold && (
        <ForetoldBox
          key={`foretold ${step.key}`}
          {...{ step, run, foretold, onRun }}
          locked={locked || over}
        />
      )}
      {(state === 'hands' || state === 'waiting') && <Clock step={step} run={run} now={now} />}
      {step.holdPoint && !over && <HoldPointBox holdPoint={step.holdPoint} seen={seen} />}
      {!locked && <Actions {...rest} mayBegin={unread.length === 0} />}
      {unread.length > 0 && state === 'ready' && (
        <p className="mt-2 text-muted">Read each caution and tick it. Then begin.</p>
      )}
      {waitsFor.length > 0 && (state === 'blocked' || state === 'held') && (
        <p className="mt-2 text-muted" role="status">
          {state === 'held' ? 'Wait until this is done: ' : 'First do: '}
          {waitsFor.slice(0, 3).join('; ')}
          {waitsFor.length > 3 && ` and ${waitsFor.length - 3} more`}.
        </p>
      )}
      {state === 'done' && run?.doneAt && (
        <p className="mt-2 text-muted">
          Done at {timeText(run.doneAt)}
          {run.by && ` by ${run.by}`}.
        </p>
      )}
      {state === 'skipped' && <p className="mt-2 text-muted">Excluded: {run?.skipped}</p>}
      {!locked && <Notes key={`notes ${step.key}`} {...{ standing, run, onRun }} />}
    </article>
  );
}

/** Who read a caution at this step, and when. */
function readWords(run: StepRun | null, caution: CautionId, timeText: (at: string) => string): string {
  const last = lastRead(run?.read ?? [], caution);
  if (!last) return 'Read today.';
  return `Read${last.by && ` by ${last.by}`} at ${timeText(last.at)}.`;
}

/** What can hurt someone: each is ticked once it is read, by each person each day. */
function Cautions({
  step,
  run,
  unread,
  locked,
  by,
  onRun,
}: Pick<Props, 'run' | 'by' | 'onRun'> & { step: Step; unread: readonly CautionId[]; locked: boolean }) {
  const { timeText } = useTimes();
  if (step.cautions.length === 0) return null;
  return (
    <ul className="mt-3" aria-label="Cautions">
      {step.cautions.map((c) => (
        <li
          key={c}
          className="flex items-start gap-2 border-l-[3px] border-ochre bg-ochre-wash px-2.5 py-1.5 text-ochre-text"
        >
          <label className="flex items-start gap-2">
            <input
              type="checkbox"
              className="mt-0.5 h-4 w-4 shrink-0 accent-(--color-action) pointer-coarse:h-6 pointer-coarse:w-6"
              checked={!unread.includes(c)}
              disabled={locked || !unread.includes(c)}
              onChange={() => onRun(readCaution(step, run, iso(), c, by), `Caution read: ${step.title}`)}
            />
            <span>
              <b>{unread.includes(c) ? 'Read this first.' : readWords(run, c, timeText)}</b> {cautions[c]}
            </span>
          </label>
        </li>
      ))}
      <li className="px-2.5 text-[12px] text-muted">{localCodes}</li>
    </ul>
  );
}

/** What must be seen before it goes on. */
function HoldPointBox({ holdPoint, seen }: { holdPoint: HoldPoint; seen: string | undefined }) {
  return (
    <div className="mt-4 border-2 border-ink bg-panel p-3">
      <p className="text-muted">Continue only if yes</p>
      <p className="text-[19px] leading-tight font-bold">{holdPoint.question}</p>
      {holdPoint.light && (
        <p className="mt-1 text-muted">
          Light: {holdPoint.light.colour} means “{holdPoint.light.means}”.
        </p>
      )}
      {seen && (
        <p className="mt-1 font-semibold" data-testid="seen">
          Now: {seen} <span className="font-normal text-muted">(simulated)</span>
        </p>
      )}
    </div>
  );
}

/** What may be done to a step as it stands. */
function Actions({
  standing: { step, state },
  run,
  by,
  onRun,
  onStuck,
  mayBegin,
}: Pick<Props, 'standing' | 'run' | 'by' | 'onRun' | 'onStuck'> & { mayBegin: boolean }) {
  const open = state === 'hands' || state === 'waiting';
  return (
    <div className="mt-3 flex flex-wrap gap-2">
      {(state === 'ready' || state === 'blocked' || state === 'held') && (
        <Button
          look="action"
          className={`${big} min-w-[180px] flex-1`}
          disabled={state !== 'ready' || !mayBegin}
          onClick={() => onRun(beginStep(step, run, iso(), by), `Begin: ${step.title}`)}
        >
          Begin
        </Button>
      )}
      {state === 'hands' && step.wait && (
        <Button
          look="action"
          className={`${big} min-w-[180px] flex-1`}
          onClick={() => onRun(freeHands(step, run, iso()), `Start wait: ${step.title}`)}
        >
          Start wait ({Math.round(step.wait.min)} min)
        </Button>
      )}
      {open && (
        <Button
          look={state === 'waiting' || !step.wait ? 'action' : 'plain'}
          className={`${big} min-w-[140px] flex-1`}
          onClick={() => onRun(endStep(step, run, iso(), by), `Done: ${step.title}`)}
        >
          {step.holdPoint ? 'Yes, continue' : 'Done'}
        </Button>
      )}
      {open && step.windowS !== null && (
        <Button
          className={big}
          onClick={() => onRun(pressAgain(step, run, iso()), `Pressed again: ${step.title}`)}
        >
          Pressed again
        </Button>
      )}
      {open && (
        <Button className={big} onClick={onStuck}>
          Stuck?
        </Button>
      )}
      {(state === 'done' || state === 'skipped') && (
        <Button
          className={big}
          onClick={() => onRun(reopenStep(step, run, iso()), `Undo done: ${step.title}`)}
        >
          Undo done
        </Button>
      )}
    </div>
  );
}

/** The pairing window running out, or how long the wait has lasted, from what was noted. */
function Clock({ step, run, now }: { step: StepStanding['step']; run: StepRun | null; now: number }) {
  const since = (iso: string | null | undefined) => (iso ? Math.max(0, (now - Date.parse(iso)) / 1000) : 0);
  const window = step.windowS !== null && run?.windowAt ? step.windowS - since(run.windowAt) : null;
  const waiting = run?.handsFreeAt && step.wait ? step.wait.min * 60 - since(run.handsFreeAt) : null;
  const shown = window ?? waiting;
  const whole = window !== null ? (step.windowS ?? 1) : (step.wait?.min ?? 1) * 60;
  if (shown === null)
    return (
      <p className="mt-3 text-muted" role="timer">
        Running {timerText(since(run?.startedAt))}
      </p>
    );
  const share = Math.min(1, Math.max(0, 1 - shown / whole));
  const closed = window !== null && shown <= 0;
  return (
    <div className="mt-3" role="timer" aria-label={window !== null ? 'Pairing window' : 'Wait'}>
      <p className="flex justify-between">
        <b>{window !== null ? 'Pairing window' : 'Wait'}</b>
        <span className="text-muted">
          {window !== null
            ? `left of ${timerText(whole)}`
            : shown >= 0
              ? `left of about ${timerText(whole)}`
              : 'longer than usual'}
        </span>
      </p>
      <p className={`text-[76px] leading-none font-bold ${closed ? 'text-rust-text' : ''}`}>
        {closed ? 'over' : timerText(shown)}
      </p>
      <div className="mt-2 h-[18px] border-[1.4px] border-ink bg-panel">
        <div className="h-full bg-action" style={{ width: `${share * 100}%` }} />
      </div>
      {closed && (
        <p className="mt-1 text-muted">Distance is not the cause. Press Pair again while the app searches.</p>
      )}
    </div>
  );
}

function Notes({ standing, run, onRun }: Pick<Props, 'standing' | 'run' | 'onRun'>) {
  const { step, state } = standing;
  const [note, setNote] = useState(run?.note ?? '');
  const [reason, setReason] = useState('');
  const over = state === 'done' || state === 'skipped';
  return (
    <details className="mt-4 border-t border-strong">
      <summary className="flex h-9 cursor-pointer items-center font-semibold text-action pointer-coarse:h-11">
        Note{run?.note ? ' (has one)' : ''}
        {!over && ', or exclude it'}
      </summary>
      <label className="block text-muted">
        Note
        <textarea
          className={`${inputClass} mt-0.5 block !h-16 w-full py-1`}
          maxLength={2000}
          value={note}
          onChange={(e) => setNote(e.target.value)}
          onBlur={() => {
            if (note !== (run?.note ?? '')) onRun(noteStep(step, run, iso(), note), `Note: ${step.title}`);
          }}
        />
      </label>
      {!over && (
        <form
          className="mt-2 flex items-end gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            if (reason.trim())
              onRun(skipStep(step, run, iso(), reason.trim().slice(0, 200)), `Excluded: ${step.title}`);
          }}
        >
          <label className="min-w-0 flex-1 text-muted">
            Reason to exclude it
            <input
              className={`${inputClass} mt-0.5 w-full`}
              value={reason}
              maxLength={200}
              onChange={(e) => setReason(e.target.value)}
            />
          </label>
          <Button type="submit" disabled={!reason.trim()}>
            Exclude
          </Button>
        </form>
      )}
    </details>
  );
}
