import { neededNumber, numberOf, typedLength, typedNumber } from './typed';

const said = (result: { success: boolean; error?: { issues: { message: string }[] } }) =>
  result.error?.issues.map((i) => i.message);

test('a comma is a point, a true minus is a minus, nothing is nothing', () => {
  expect([' 4,5 ', '−62', '-62', '', '  '].map(numberOf)).toEqual([4.5, -62, -62, null, null]);
  expect(numberOf('many')).toBeNaN();
});

test('a number may be left out, but not be another thing or out of range', () => {
  const delay = typedNumber('Latency, ms', { min: 0, max: 1000 });
  expect([delay.parse(''), delay.parse('0'), delay.parse('1000')]).toEqual([null, 0, 1000]);
  expect(said(delay.safeParse('-0.1'))).toEqual(['Latency, ms: a number of 0 or more is needed.']);
  expect(said(delay.safeParse('1000.1'))).toHaveLength(1);
  expect(said(typedNumber('Signal, dBm').safeParse('loud'))).toEqual(['Signal, dBm: a number is needed.']);
});

test('a number that is needed says one thing only', () => {
  const down = neededNumber('Down, Mbps', { min: 0 });
  expect(down.parse('12,5')).toBe(12.5);
  expect(said(down.safeParse(''))).toEqual(['Down, Mbps: a number is needed.']);
  expect(said(down.safeParse('x'))).toEqual(['Down, Mbps: a number of 0 or more is needed.']);
});

test('a length in the units of the job', () => {
  expect(typedLength('m').parse('14,00')).toBe(14);
  expect(typedLength('ft').parse(`45' 11"`)).toBeCloseTo(45 * 0.3048 + 11 * 0.0254, 9);
  expect(typedLength('m').parse('0.10')).toBe(0.1);
  expect(said(typedLength('m').safeParse('0.09'))).toEqual(['A length is needed, for example 14.00']);
  expect(said(typedLength('ft').safeParse(''))).toEqual(['A length is needed, for example 45 11']);
});
