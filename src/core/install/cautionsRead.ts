/** Who read which caution, and when: each person reads each caution once a day. */
import { type CautionId, cautions } from './cautions';

/** As it is kept with a step: «drilling 2026-11-28T09:30:00.000Z Anna». @param at ISO. */
export const readMark = (caution: CautionId, at: string, by: string): string =>
  `${caution} ${at} ${by}`.trim().slice(0, 160);

const isCaution = (text: string): text is CautionId => text in cautions;

/** The days of two moments are the same where the person is. */
const isSameDay = (a: Date, b: Date) =>
  a.getFullYear() === b.getFullYear() && a.getMonth() === b.getMonth() && a.getDate() === b.getDate();

/**
 * Cautions that a person has read on the day of a moment, at any step.
 * @param marks of all steps. @param nowMs since 1970. @param by the person; nobody's name is a person too.
 */
export function readToday(marks: readonly string[], nowMs: number, by: string): Set<CautionId> {
  const today = new Date(nowMs);
  const read = new Set<CautionId>();
  for (const mark of marks) {
    const [, caution = '', at = '', who = ''] = /^(\S+) (\S+)(?: (.*))?$/.exec(mark) ?? [];
    if (isCaution(caution) && who === by.trim() && isSameDay(new Date(at), today)) read.add(caution);
  }
  return read;
}

/** Who read a caution at a step, and when: the last. Null when nobody has. */
export function lastRead(marks: readonly string[], caution: CautionId): { at: string; by: string } | null {
  const mark = marks.findLast((m) => m.startsWith(`${caution} `));
  const [, at = '', by = ''] = /^\S+ (\S+)(?: (.*))?$/.exec(mark ?? '') ?? [];
  return mark ? { at, by } : null;
}
