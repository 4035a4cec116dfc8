/** What people type in forms, read: schemas from text to values. */
import { z } from 'zod';
import { type Lengths, parseLength } from './units';

/** A typed number: a decimal comma and a true minus count. @returns null when nothing is typed, NaN when it is none. */
export function numberOf(text: string): number | null {
  const plain = text.trim().replace(',', '.').replace('−', '-');
  return plain === '' ? null : Number(plain);
}

/** A number that may be left out; the message begins with `label`. */
export const typedNumber = (label: string, { min = -Infinity, max = Infinity } = {}) =>
  z.string().transform((text, context) => {
    const n = numberOf(text);
    if (n === null || (Number.isFinite(n) && n >= min && n <= max)) return n;
    context.addIssue({
      code: 'custom',
      message: min === 0 ? `${label}: a number of 0 or more is needed.` : `${label}: a number is needed.`,
    });
    return z.NEVER;
  });

/** A number that is needed. */
export const neededNumber = (label: string, range: { min?: number; max?: number } = {}) =>
  typedNumber(label, range).transform((n, context) => {
    if (n !== null) return n;
    context.addIssue({ code: 'custom', message: `${label}: a number is needed.` });
    return z.NEVER;
  });

/** A length of at least 10 cm, in the units of the job, m. */
export const typedLength = (lengths: Lengths) =>
  z.string().transform((text, context) => {
    const metres = parseLength(text, lengths);
    if (metres !== null && metres >= 0.1) return metres;
    context.addIssue({
      code: 'custom',
      message: `A length is needed, for example ${lengths === 'm' ? '14.00' : '45 11'}`,
    });
    return z.NEVER;
  });
