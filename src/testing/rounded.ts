/** Figures as they are kept in snapshots: short enough to be read in a difference, and the same on any machine. */

/** Any value with its numbers to so many digits; lists of numbers, maps and sets as plain lists. */
export function rounded(value: unknown, digits = 5): unknown {
  if (typeof value === 'number')
    return Number.isFinite(value) ? Number(value.toPrecision(digits)) : `${value}`;
  if (ArrayBuffer.isView(value)) return row(value as Float64Array, digits);
  if (Array.isArray(value))
    return value.length > 2 && value.every((v) => typeof v === 'number')
      ? row(value, digits)
      : value.map((v) => rounded(v, digits));
  if (value instanceof Map) return [...value].map((pair) => rounded(pair, digits));
  if (value instanceof Set) return [...value].map((v) => rounded(v, digits));
  if (value instanceof Date || typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([key, v]) => [key, rounded(v, digits)]));
}

/** A list of numbers in one line. */
export const row = (values: ArrayLike<number>, digits = 5): string =>
  Array.from(values, (v) => `${Number.isFinite(v) ? Number(v.toPrecision(digits)) : v}`).join(' ');

/** Anything in one line, its numbers rounded. */
export const line = (value: unknown, digits = 5): string =>
  JSON.stringify(rounded(value, digits)).replaceAll('"', '');
