import { clockText } from './runbookText';

test.each([
  [0, '0:00'],
  [59.4, '0:59'],
  [59.5, '1:00'],
  [59.7, '1:00'],
  [60, '1:00'],
  [119.6, '2:00'],
  [605, '10:05'],
])('%f minutes are %s', (min, text) => expect(clockText(min)).toBe(text));
