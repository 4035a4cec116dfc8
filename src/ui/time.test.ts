import { dateText, minutesText, timerText, timeText, whenText } from './time';

test('time of work in minutes, then in hours', () => {
  expect([0, 44.6, 59.6, 60, 185, 185.4].map(minutesText)).toEqual([
    '0 min',
    '45 min',
    '1 h 00',
    '1 h 00',
    '3 h 05',
    '3 h 05',
  ]);
});

test('time of day today, the day else', () => {
  const now = new Date(2026, 10, 5, 15, 0);
  expect(timeText(new Date(2026, 10, 5, 9, 7).getTime())).toBe('09:07');
  expect(whenText(new Date(2026, 10, 5, 0, 0).toISOString(), 'europe', now)).toBe('00:00');
  expect(whenText(new Date(2026, 10, 4, 23, 59).toISOString(), 'europe', now)).toBe('4 Nov');
});

test('times and days are written as where the job is', () => {
  const at = new Date(2026, 10, 5, 14, 2).toISOString();
  const regions = ['europe', 'britain', 'north-america'] as const;
  expect(regions.map((r) => timeText(at, r))).toEqual(['14:02', '14:02', '2:02 PM']);
  expect(regions.map((r) => dateText(at, r))).toEqual([
    '5 November 2026',
    '5 November 2026',
    'November 5, 2026',
  ]);
  expect(regions.map((r) => whenText(at, r, new Date(2026, 10, 6)))).toEqual(['5 Nov', '5 Nov', 'Nov 5']);
});

test('what is left on a timer, and what is over', () => {
  expect([92, 5, 59.6, 60, 3730, 90_000, -40, 0].map(timerText)).toEqual([
    '1:32',
    '0:05',
    '1:00',
    '1:00',
    '1:02:10',
    '25:00:00',
    '+0:40',
    '0:00',
  ]);
});
