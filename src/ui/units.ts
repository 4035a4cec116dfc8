/** Lengths in words, metres or feet and inches; and back. */
import type { Lengths } from '@/core/geometry/lengthWords';
import { rateText } from '@/core/network/rateText';

export { areaText, type Lengths, lengthText } from '@/core/geometry/lengthWords';

const footM = 0.3048;

/**
 * Reads a typed length: in metres «4.2», «4,2», «420 cm»; in feet «13 9», «13' 9"», «13.75».
 * @returns metres, or null when it is no length.
 */
export function parseLength(text: string, lengths: Lengths): number | null {
  const t = text.trim().replace(',', '.').replace('−', '-').toLowerCase();
  const metric = /^(-?\d+(?:\.\d+)?)\s*(mm|cm|m)?$/.exec(t);
  if (metric && (lengths === 'm' || metric[2])) {
    const value = Number(metric[1]);
    return metric[2] === 'mm' ? value / 1000 : metric[2] === 'cm' ? value / 100 : value;
  }
  const feet = /^(-?)(\d+(?:\.\d+)?)\s*(?:ft|['′])?(?:\s*(\d+(?:\.\d+)?)\s*(?:in|["″])?)?$/.exec(t);
  if (!feet || lengths === 'm') return null;
  const total = (Number(feet[2]) + Number(feet[3] ?? 0) / 12) * footM;
  return feet[1] ? -total : total;
}

/** «25 / 5» with thin spaces. */
export const needText = (downMbps: number, upMbps: number): string =>
  `${rateText(downMbps)}\u2009/\u2009${rateText(upMbps)}`;

/** Certainty in words that never claim 0 or 100: «97 % sure», «> 99 % sure». */
export function sureText(certainty: number): string {
  if (certainty > 0.99) return '> 99 %';
  if (certainty < 0.01) return '< 1 %';
  return `${Math.round(certainty * 100)} %`;
}

/** An amount in the job's currency, in whole units, «€62»; below ten with its cents, «€0.90». */
export function moneyText(amount: number, currency: string): string {
  const digits = Math.abs(amount) < 10 && !Number.isInteger(amount) ? 2 : 0;
  return new Intl.NumberFormat('en-GB', {
    style: 'currency',
    currency,
    currencyDisplay: 'narrowSymbol',
    minimumFractionDigits: digits,
    maximumFractionDigits: digits,
  }).format(amount);
}
