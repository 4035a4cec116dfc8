/** Rounded to parts of a unit. */
const rounded = (value: number, perUnit: number): number => Math.round(value * perUnit) / perUnit;

/** To one decimal. Example: 2.35 → 2.4. */
export const toTenth = (value: number): number => rounded(value, 10);
/** A length in m to the centimetre. Example: 1.2345 → 1.23. */
export const toCentimetre = (m: number): number => rounded(m, 100);
/** A length in m to the millimetre. Example: 1.23456 → 1.235. */
export const toMillimetre = (m: number): number => rounded(m, 1000);
