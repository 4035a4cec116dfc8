'use client';

import Link from 'next/link';
import { useState } from 'react';
import { type JobState, jobStates, nextWords, stateOn, stateWords } from '@/core/progress/jobState';
import { type JobRow, jobRowSchema } from '@/core/progress/jobSummary';
import { ask, messageOf } from '@/client/store/api';
import { StatusMark, type Mark } from '@/ui/marks';
import { inputClass, TextInput } from '@/ui/primitives';
import { sayError } from '@/ui/sayError';
import { dayText } from '@/ui/time';
import { useTimes } from '@/ui/useTimes';
import { amountText, type SoundRow, soundRows } from './rows';

const marks: Record<JobState, Mark> = {
  asked: 'empty',
  surveyed: 'begun',
  quoted: 'begun',
  accepted: 'begun',
  fitted: 'thin',
  proven: 'cured',
  'handed-over': 'cured',
  warranty: 'equal',
  closed: 'equal',
};
/** Where a job of a state is gone on with. */
const pages: Record<JobState, string> = {
  asked: 'survey',
  surveyed: 'plan',
  quoted: 'quote',
  accepted: 'install',
  fitted: 'prove',
  proven: 'report',
  'handed-over': 'quote',
  warranty: 'prove',
  closed: 'report',
};

/** All jobs by state, each with what comes next and when; what is late stands out. */
export function Board({ jobs, refresh }: { jobs: readonly JobRow[]; refresh: () => Promise<void> }) {
  const today = dayText(new Date());
  const rows = soundRows(jobs).map((row) => ({ row, state: stateOn(row.job.work, today) }));
  const groups = jobStates
    .map((state) => ({ state, own: rows.filter((r) => r.state === state) }))
    .filter((g) => g.own.length > 0);
  return (
    <div data-testid="board" className="p-3">
      {groups.length === 0 && <p className="p-3 text-muted">No job yet. Begin one at the right.</p>}
      {groups.map(({ state, own }) => (
        <section key={state} aria-label={stateWords[state]} className="mb-4">
          <h2 className="flex items-center gap-2 border-b-[1.5px] border-ink pb-1 text-[15px] font-bold">
            <StatusMark mark={marks[state]} /> {stateWords[state]}
            <span className="font-normal text-muted">{own.length}</span>
          </h2>
          <ul>
            {own.map(({ row }) => (
              <BoardRow key={row.id} row={row} state={state} today={today} refresh={refresh} />
            ))}
          </ul>
        </section>
      ))}
    </div>
  );
}

function BoardRow({
  row,
  state,
  today,
  refresh,
}: {
  row: SoundRow;
  state: JobState;
  today: string;
  refresh: () => Promise<void>;
}) {
  const { work, name } = row.job;
  const { dateShort } = useTimes();
  const [busy, setBusy] = useState(false);
  const visit = work.visits.find((v) => v.day !== null && v.day >= today);
  const isLate = work.nextOn !== null && work.nextOn < today;
  const save = async (next: { nextAction?: string; nextOn?: string | null }) => {
    setBusy(true);
    try {
      await ask(jobRowSchema, `/api/jobs/${row.id}/next`, { method: 'PUT', body: next });
      await refresh();
    } catch (error) {
      sayError(messageOf(error));
    } finally {
      setBusy(false);
    }
  };
  const { money } = work;
  const sum = money.acceptedEur || money.quotedEur;
  return (
    <li
      className="grid grid-cols-[minmax(0,1.2fr)_minmax(0,1.4fr)_minmax(0,0.8fr)] items-center gap-x-3 border-b border-rule py-2 max-[720px]:grid-cols-1 max-[720px]:gap-y-1"
      data-board={row.id}
      aria-busy={busy}
    >
      <div className="min-w-0">
        <Link href={`/jobs/${row.id}/${pages[state]}`} className="font-bold hover:underline">
          {name}
        </Link>
        <p className="truncate text-[12px] text-muted">{work.customer || row.job.buildingNames}</p>
      </div>
      <div className="flex min-w-0 items-center gap-2">
        <TextInput
          key={work.nextAction}
          label={`Next for ${name}`}
          className="min-w-0 flex-1"
          placeholder={nextWords[state]}
          value={work.nextAction}
          read={(text) => void save({ nextAction: text.trim().slice(0, 200) })}
        />
        <input
          type="date"
          aria-label={`Day of the next action for ${name}`}
          className={`${inputClass} w-[132px] ${isLate ? 'border-rust font-bold text-rust-text' : ''}`}
          value={work.nextOn ?? ''}
          onChange={(e) => void save({ nextOn: e.target.value || null })}
        />
      </div>
      <p className="text-right text-[12.5px] max-[720px]:text-left">
        {isLate && <span className="mr-2 font-bold text-rust-text">late</span>}
        {visit?.day && (
          <span className="mr-2" suppressHydrationWarning>
            visit {dateShort(visit.day)}
          </span>
        )}
        {sum > 0 && <span className="text-muted">{amountText(sum, money.currency)} net</span>}
      </p>
    </li>
  );
}
