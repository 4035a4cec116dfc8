/** Lengths and areas in words, metres or feet and inches. */
export type Lengths = 'm' | 'ft';

const footM = 0.3048;

/** Example: 4.2 → «4.20 m», or «13′ 9″». */
export function lengthText(metres: number, lengths: Lengths, digits = 2): string {
  if (lengths === 'm') return `${metres.toFixed(digits)} m`;
  const inches = Math.round((Math.abs(metres) / footM) * 12);
  const sign = metres < 0 && inches > 0 ? '−' : '';
  const [feet, rest] = [Math.floor(inches / 12), inches % 12];
  return `${sign}${feet}′ ${rest}″`;
}

/** Example: 20 → «20 m²» or «215 ft²». */
export const areaText = (squareM: number, lengths: Lengths): string =>
  lengths === 'm' ? `${squareM.toFixed(1)} m²` : `${Math.round(squareM / footM ** 2)} ft²`;
