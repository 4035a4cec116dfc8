/** Times and durations in words, one way each. */
import { intervalToDuration, isSameDay } from 'date-fns';
import type { CountryGroup } from '@/core/job/records';

const two = (n: number) => String(n).padStart(2, '0');

/** English as it is written where the job is. */
const locales: Record<CountryGroup, string> = {
  europe: 'en-IE',
  britain: 'en-GB',
  'north-america': 'en-US',
};

/** Time of day: «14:02», in North America «2:02 PM». */
export const timeText = (at: number | string, region: CountryGroup = 'europe'): string =>
  new Intl.DateTimeFormat(locales[region], { timeStyle: 'short' })
    .format(new Date(at))
    // the narrow space before PM has no glyph in every typeface
    .replace(/\u202f/g, ' ');

/** A day: «5 November 2026», in North America «November 5, 2026». */
export const dateText = (at: number | string, region: CountryGroup = 'europe'): string =>
  new Intl.DateTimeFormat(locales[region], { dateStyle: 'long' }).format(new Date(at));

/** A day as records keep it: «2026-11-05», by the clock of this machine. */
export const dayText = (at: Date): string =>
  [at.getFullYear(), two(at.getMonth() + 1), two(at.getDate())].join('-');

/** A day of a record in few words: «5 Nov», with its year where that is another than now. */
export function dateShort(day: string, region: CountryGroup = 'europe', now = new Date()): string {
  const at = new Date(`${day}T12:00:00`);
  const year = at.getFullYear() === now.getFullYear() ? {} : ({ year: 'numeric' } as const);
  return new Intl.DateTimeFormat(locales[region], { day: 'numeric', month: 'short', ...year }).format(at);
}

/** A day of a week: «Thu 5 Nov». */
export const weekdayShort = (day: string, region: CountryGroup = 'europe'): string =>
  new Intl.DateTimeFormat(locales[region], { weekday: 'short', day: 'numeric', month: 'short' }).format(
    new Date(`${day}T12:00:00`),
  );

/** «14:02» today, else «5 Nov». */
export const whenText = (iso: string, region: CountryGroup = 'europe', now = new Date()): string =>
  isSameDay(new Date(iso), now)
    ? timeText(iso, region)
    : new Intl.DateTimeFormat(locales[region], { day: 'numeric', month: 'short' }).format(new Date(iso));

/** Hours whole, with those of days in them. */
function partsOf(seconds: number) {
  const {
    days = 0,
    hours = 0,
    minutes = 0,
    seconds: s = 0,
  } = intervalToDuration({ start: 0, end: seconds * 1000 });
  return { hours: days * 24 + hours, minutes, seconds: s };
}

/** Time of work: «45 min», «3 h 05». */
export function minutesText(minutes: number): string {
  const parts = partsOf(Math.round(minutes) * 60);
  return parts.hours ? `${parts.hours} h ${two(parts.minutes)}` : `${parts.minutes} min`;
}

/** What is left on a timer: «1:32», «0:05», «1:02:10»; over time with a plus: «+0:40». */
export function timerText(left: number): string {
  const { hours, minutes, seconds } = partsOf(Math.abs(Math.round(left)));
  return `${left < 0 ? '+' : ''}${hours ? `${hours}:${two(minutes)}` : minutes}:${two(seconds)}`;
}
