'use client';

import { ChevronLeft, ChevronRight, Download } from 'lucide-react';
import Link from 'next/link';
import { useState } from 'react';
import type { JobRow } from '@/core/progress/jobSummary';
import { daysLater, mondayOf, type PlannedDay, weekPlan, withoutDay } from '@/core/progress/weekPlan';
import { Button, IconButton } from '@/ui/primitives';
import { dayText, minutesText } from '@/ui/time';
import { useTimes } from '@/ui/useTimes';

export const visitWords = { survey: 'Survey', install: 'Installation', return: 'Return visit' } as const;

/** The visits of a week, day by day, with hours of work and travel; and those that have no day yet. */
export function Week({ jobs }: { jobs: readonly JobRow[] }) {
  const today = dayText(new Date());
  const [monday, setMonday] = useState(() => mondayOf(today));
  const { dateShort } = useTimes();
  const days = weekPlan(jobs, monday);
  const open = withoutDay(jobs);
  return (
    <div data-testid="week" className="p-3">
      <header className="flex flex-wrap items-center gap-2 pb-2">
        <IconButton label="Week before" onClick={() => setMonday(daysLater(monday, -7))}>
          <ChevronLeft size={16} />
        </IconButton>
        <h2 className="text-[15px] font-bold" suppressHydrationWarning>
          {dateShort(monday)} to {dateShort(daysLater(monday, 6))}
        </h2>
        <IconButton label="Week after" onClick={() => setMonday(daysLater(monday, 7))}>
          <ChevronRight size={16} />
        </IconButton>
        <Button onClick={() => setMonday(mondayOf(today))}>This week</Button>
        <a
          className="ml-auto inline-flex h-9 items-center gap-2 rounded-(--radius) border border-strong px-3 font-semibold"
          href="/api/calendar"
          download
        >
          <Download size={15} aria-hidden="true" /> Calendar file
        </a>
      </header>
      <ol>
        {days.map((day) => (
          <DayRow key={day.day} day={day} isToday={day.day === today} />
        ))}
      </ol>
      {open.length > 0 && (
        <section aria-label="Without a day" className="mt-4">
          <h2 className="border-b-[1.5px] border-ink pb-1 font-bold">
            Without a day <span className="font-normal text-muted">{open.length}</span>
          </h2>
          <ul>
            {open.map(({ jobId, job, visit }) => (
              <li key={`${jobId} ${visit.id}`} className="flex gap-3 border-b border-rule py-1.5">
                <Link href={`/jobs/${jobId}/install`} className="font-semibold hover:underline">
                  {job}
                </Link>
                <span className="text-muted">
                  {visitWords[visit.kind]}
                  {visit.handsMin > 0 && `, ${minutesText(visit.handsMin)}`}
                  {visit.waitsFor && `, waits for ${visit.waitsFor}`}
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
      <p className="mt-3 text-[12px] text-muted">
        Days, times and travel are entered in Install, under Visits. Hours are the hands-on minutes of the
        runbook, for one person.
      </p>
    </div>
  );
}

function DayRow({ day, isToday }: { day: PlannedDay; isToday: boolean }) {
  const { weekdayShort } = useTimes();
  return (
    <li
      className={`grid grid-cols-[104px_minmax(0,1fr)_auto] items-start gap-3 border-b border-rule py-2 ${isToday ? 'bg-chosen' : ''}`}
      data-day={day.day}
    >
      <span className={isToday ? 'font-bold' : ''} suppressHydrationWarning>
        {weekdayShort(day.day)}
        {isToday && <span className="block text-[12px] font-normal text-muted">today</span>}
      </span>
      <ul>
        {day.visits.map(({ jobId, job, visit, address }) => (
          <li key={`${jobId} ${visit.id}`} className="flex flex-wrap items-baseline gap-x-2">
            <span className="w-12 text-muted">{visit.startsAt ?? ''}</span>
            <Link href={`/jobs/${jobId}/install`} className="font-semibold hover:underline">
              {job}
            </Link>
            <span className="text-muted">
              {visitWords[visit.kind]}
              {address && `, ${address}`}
              {visit.waitsFor && `, waits for ${visit.waitsFor}`}
            </span>
          </li>
        ))}
      </ul>
      <span className={`text-right text-[12.5px] ${day.isLong ? 'font-bold text-rust-text' : 'text-muted'}`}>
        {day.visits.length > 0 && minutesText(day.workMin)}
        {day.travelMin > 0 && ` + ${minutesText(day.travelMin)} travel`}
        {day.isLong && <span className="block">more than a working day</span>}
      </span>
    </li>
  );
}
