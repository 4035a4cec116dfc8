/** Times and durations in words, one way each. */
import { format, intervalToDuration, isSameDay } from 'date-fns';

/** Time of day, «14:02». */
export const timeText = (at: number | string): string => format(new Date(at), 'HH:mm');

/** «14:02» today, else «5 Nov». */
export const whenText = (iso: string, now = new Date()): string =>
  isSameDay(new Date(iso), now) ? timeText(iso) : format(new Date(iso), 'd MMM');

const two = (n: number) => String(n).padStart(2, '0');

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
