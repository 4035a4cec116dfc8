import type { JobRow } from '@/core/progress/jobSummary';
import { summarise } from '@/core/progress/jobSummary';
import { makeRecord } from '@/core/job/make';
import type { Visit } from '@/core/job/records';
import { demos } from '@/testing/demoJobs';
import { withRecords } from '@/testing/withRecords';
import { calendarOf } from './calendar';

const [demo] = demos;
if (!demo) throw new Error('no demo');
const now = new Date('2026-11-29T10:00:00Z');
const rowOf = (...visits: Partial<Visit>[]): JobRow => ({
  ...{ id: 'quay-house', savedAt: now.toISOString(), deletedAt: null },
  job: summarise(
    withRecords(
      demo.job,
      makeRecord({ type: 'customer', id: 'customer', name: 'Ada', address: 'Slip 1; Harbour, 2nd door' }),
      ...visits.map((v, i) => makeRecord({ type: 'visit', id: `v${i}`, kind: 'install', note: '', ...v })),
    ),
  ),
});
/** Lines as RFC 5545 has them: folded lines put together. */
const linesOf = (text: string): string[] => text.replace(/\r\n[ \t]/g, '').split('\r\n');

test('each visit with a day is an event; with a time it has its hours by the clock of the house', () => {
  const lines = linesOf(
    calendarOf(
      [rowOf({ day: '2026-12-03', startsAt: '08:30', travelMin: 20 }, { day: '2026-12-04' }, {})],
      now,
    ),
  );
  expect(lines.filter((l) => l === 'BEGIN:VEVENT')).toHaveLength(2);
  expect(lines).toContain('DTSTART:20261203T083000');
  expect(lines).toContain('DTSTART;VALUE=DATE:20261204');
  expect(lines.some((l) => l.startsWith('SUMMARY:Installation: Quay House'))).toBe(true);
  expect(lines.some((l) => l.includes('Travel 20 minutes'))).toBe(true);
  expect(lines[0]).toBe('BEGIN:VCALENDAR');
});

test('signs that mean something in the format are written so that they don’t', () => {
  const lines = linesOf(calendarOf([rowOf({ day: '2026-12-03' })], now));
  expect(lines).toContain('LOCATION:Slip 1\\; Harbour\\, 2nd door');
});

test('a visit that is moved keeps its id; one that waits for parts is not certain', () => {
  const uid = (day: string) =>
    linesOf(calendarOf([rowOf({ day, waitsFor: 'the coax filter' })], now)).find((l) => l.startsWith('UID:'));
  expect(uid('2026-12-03')).toBe(uid('2026-12-10'));
  const text = calendarOf([rowOf({ day: '2026-12-03', waitsFor: 'the coax filter' })], now);
  expect(text).toContain('STATUS:TENTATIVE');
});

test('without visits it is still a calendar', () => {
  expect(calendarOf([], now)).toContain('END:VCALENDAR');
});
