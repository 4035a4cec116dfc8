import { minutesText, timerText, timeText, whenText } from './time';

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
  expect(whenText(new Date(2026, 10, 5, 0, 0).toISOString(), now)).toBe('00:00');
  expect(whenText(new Date(2026, 10, 4, 23, 59).toISOString(), now)).toBe('4 Nov');
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
