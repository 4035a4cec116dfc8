/** Visits as iCalendar (RFC 5545). */
import ical, { ICalEventStatus } from 'ical-generator';
import type { JobRow } from '@/core/progress/jobSummary';
import { type PlannedVisit, visitsOf } from '@/core/progress/weekPlan';

const kindWords: Record<PlannedVisit['visit']['kind'], string> = {
  survey: 'Survey',
  install: 'Installation',
  return: 'Return visit',
};
/** A visit whose hands are not planned, as a survey, is taken to last so long, minutes (planning). */
const plainMin = 90;

/**
 * Every visit that has a day: with a time as an event of its hours, without as one of the whole day. Times are those
 * of the house's clock. Ids stay the same, so that a calendar that reads the file again moves its events.
 */
export function calendarOf(rows: readonly JobRow[], now: Date): string {
  const calendar = ical({ name: 'Visits', prodId: { company: 'Nestle', product: 'visits', language: 'EN' } });
  for (const { jobId, job, visit, address } of visitsOf(rows)) {
    if (visit.day === null) continue;
    const start = new Date(`${visit.day}T${visit.startsAt ?? '00:00'}:00`);
    const isTimed = visit.startsAt !== null;
    const lasts = (visit.handsMin || plainMin) * 60_000;
    const notes = [
      visit.handsMin ? `Hands-on ${visit.handsMin} minutes as planned.` : '',
      visit.travelMin ? `Travel ${visit.travelMin} minutes.` : '',
      visit.waitsFor ? `Waits for: ${visit.waitsFor}.` : '',
    ];
    calendar.createEvent({
      id: `${jobId}-${visit.id}@nestle`,
      stamp: now,
      start,
      ...(isTimed ? { end: new Date(start.getTime() + lasts), floating: true } : { allDay: true }),
      summary: `${kindWords[visit.kind]}: ${job}`,
      ...(address && { location: address }),
      description: notes.filter(Boolean).join(' '),
      status: visit.waitsFor ? ICalEventStatus.TENTATIVE : ICalEventStatus.CONFIRMED,
    });
  }
  return calendar.toString();
}
