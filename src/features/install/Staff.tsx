'use client';

import { useTimes } from '@/ui/useTimes';
import type { RunbookView } from './useRunbook';
import { StatusMark, type Mark } from '@/ui/marks';
import type { StepState } from '@/core/install/live';

const shapes: Record<StepState, Mark> = {
  done: 'cured',
  skipped: 'equal',
  hands: 'begun',
  waiting: 'begun',
  ready: 'empty',
  blocked: 'empty',
  held: 'empty',
};
const words: Record<StepState, string> = {
  done: 'done',
  skipped: 'excluded',
  hands: 'next',
  waiting: 'waiting',
  ready: 'ready',
  blocked: 'later',
  held: 'on hold',
};
/** Height of a block: so many px a minute, within bounds, for half-minute steps have to be read too. */
const blockPx = (min: number) => Math.round(Math.min(96, Math.max(30, min * 8)));

/** Hands and waiting side by side in the order of the day; the line is now. */
export function Staff({
  view,
  people,
  selected,
  onSelect,
}: {
  view: RunbookView;
  people: number;
  selected: string | null;
  onSelect: (key: string) => void;
}) {
  const { timeText } = useTimes();
  const { live } = view;
  const times = new Map(live?.steps.map((s) => [s.step.key, s]));
  const rows = [...view.steps].sort(
    (a, b) => (times.get(a.step.key)?.startMin ?? 0) - (times.get(b.step.key)?.startMin ?? 0),
  );
  const firstLater = rows.findIndex((r) => r.state !== 'done' && r.state !== 'skipped');
  return (
    <div className="min-h-0 overflow-y-auto px-3 pb-4" data-testid="staff">
      <div className="sticky top-0 z-10 grid grid-cols-[52px_minmax(0,1fr)_128px] gap-x-2 border-b-[1.5px] border-ink bg-panel pt-2 pb-1 text-[13.5px] font-bold">
        <span />
        <span>
          Hands-on{' '}
          <span className="font-normal text-muted">
            <span className="border-l-[6px] border-action pl-1">sets the finish time</span>
          </span>
        </span>
        <span>Waiting</span>
      </div>
      <ol>
        {rows.map(({ step, state, run }, i) => {
          const at = times.get(step.key);
          const chosen = selected === step.key;
          const late = state === 'hands' || state === 'waiting';
          return (
            <li key={step.key} className={i === firstLater ? 'border-t-2 border-action' : ''}>
              <div className="grid grid-cols-[52px_minmax(0,1fr)_128px] items-stretch gap-x-2 py-[2px]">
                <span
                  className={`border-r-[6px] pt-1.5 ${at?.critical && state !== 'done' ? 'border-action' : 'border-strong'} pr-1 text-right text-[12px] text-muted`}
                >
                  {live && at ? timeText(live.originMs + at.startMin * 60_000) : ''}
                </span>
                <button
                  type="button"
                  aria-pressed={chosen}
                  data-step={step.key}
                  style={{ minHeight: blockPx(step.hands.min) }}
                  onClick={() => onSelect(step.key)}
                  className={`flex min-w-0 items-start gap-2 rounded-(--radius) border px-2 py-1 text-left pointer-coarse:min-h-11 ${
                    chosen
                      ? 'border-action bg-action text-panel'
                      : state === 'done' || state === 'skipped'
                        ? 'border-strong bg-chosen text-muted'
                        : late
                          ? 'border-action bg-chosen'
                          : 'border-ink bg-panel'
                  } ${state === 'blocked' ? 'border-dashed' : ''}`}
                >
                  <span className="min-w-0 flex-1">
                    <b className="block leading-tight">{step.title}</b>
                    <span className={`text-[12px] ${chosen ? '' : 'text-muted'}`}>
                      {words[state]}
                      {at?.critical && state !== 'done' && (
                        <span className="sr-only">, sets the finish time</span>
                      )}
                      {people === 2 && state !== 'done' && at ? `, hands-on ${at.person + 1}` : ''}
                      {run?.note ? ', noted' : ''}
                      {step.edited && ', changed'}
                    </span>
                  </span>
                  <span className={`rounded-[2px] ${chosen ? 'bg-panel' : ''}`}>
                    <StatusMark mark={shapes[state]} />
                  </span>
                </button>
                {step.wait ? (
                  <span
                    className={`relative flex items-start rounded-(--radius) border px-2 py-1 text-[12px] before:absolute before:top-3 before:-left-2 before:w-2 before:border-t before:border-dotted before:border-ink ${
                      state === 'waiting'
                        ? 'border-action bg-head-1 font-semibold'
                        : 'border-strong bg-chosen text-muted'
                    }`}
                  >
                    {step.kind === 'update'
                      ? 'Firmware'
                      : step.kind === 'pair'
                        ? 'Pairing'
                        : step.kind === 'carry'
                          ? 'Settle'
                          : 'Start'}
                    , {step.wait.min} min
                  </span>
                ) : (
                  <span />
                )}
              </div>
            </li>
          );
        })}
      </ol>
    </div>
  );
}
