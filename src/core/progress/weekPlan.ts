/** A week of visits over all jobs: day by day, in the order of the clock, with hours of work and of travel. */
import type { JobRow } from './jobSummary';
import type { JobWork } from './jobWork';

export interface PlannedVisit {
  jobId: string;
  job: string;
  visit: JobWork['visits'][number];
  address: string;
}

export interface PlannedDay {
  /** «2026-11-05». */
  day: string;
  visits: PlannedVisit[];
  workMin: number;
  travelMin: number;
  /** More than a person works in a day. */
  isLong: boolean;
}

/** A working day, minutes (planning). */
export const workingDayMin = 8 * 60;
const dayMs = 86_400_000;
const dayText = (ms: number) => new Date(ms).toISOString().slice(0, 10);

/** The Monday of the week of a day. */
export function mondayOf(day: string): string {
  const at = Date.parse(day);
  return dayText(at - ((new Date(at).getUTCDay() + 6) % 7) * dayMs);
}
export const daysLater = (day: string, days: number): string => dayText(Date.parse(day) + days * dayMs);

/** All visits of jobs that are not in the bin. Of jobs that can't be read there are none. */
export const visitsOf = (rows: readonly JobRow[]): PlannedVisit[] =>
  rows.flatMap(({ id, job, deletedAt }) =>
    'broken' in job || deletedAt !== null
      ? []
      : job.work.visits.map((visit) => ({ jobId: id, job: job.name, visit, address: job.work.address })),
  );

/** Seven days from a Monday. */
export function weekPlan(rows: readonly JobRow[], monday: string): PlannedDay[] {
  const all = visitsOf(rows);
  return Array.from({ length: 7 }, (_, i): PlannedDay => {
    const day = daysLater(monday, i);
    const visits = all
      .filter((v) => v.visit.day === day)
      .sort(
        (a, b) =>
          (a.visit.startsAt ?? '99').localeCompare(b.visit.startsAt ?? '99') || a.job.localeCompare(b.job),
      );
    const sum = (of: (v: PlannedVisit['visit']) => number) => visits.reduce((s, v) => s + of(v.visit), 0);
    const [workMin, travelMin] = [sum((v) => v.handsMin), sum((v) => v.travelMin)];
    return { day, visits, workMin, travelMin, isLong: workMin + travelMin > workingDayMin };
  });
}

/** Visits that no day is agreed for. */
export const withoutDay = (rows: readonly JobRow[]): PlannedVisit[] =>
  visitsOf(rows).filter((v) => v.visit.day === null);
