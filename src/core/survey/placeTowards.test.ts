import { arrowWays, placeTowards } from './placeTowards';
import { parseRoomLine } from './roomLine';

const corners = [
  [0, 0],
  [8, 0],
  [0, 6],
  [8, 6],
] as const;

test.each([
  [0, 'ArrowRight', 1],
  [0, 'ArrowDown', 2],
  [0, 'ArrowLeft', null],
  [3, 'ArrowUp', 1],
  [3, 'ArrowLeft', 2],
  [9, 'ArrowLeft', null],
] as const)('from place %i, %s leads to %p', (from, key, to) => {
  expect(placeTowards(corners, from, arrowWays[key])).toBe(to);
});

test('the nearest of those ahead, and none that lies more across than ahead', () => {
  const row = [
    [0, 0],
    [9, 0],
    [4, 1],
    [1, 5],
  ] as const;
  expect(placeTowards(row, 0, arrowWays.ArrowRight)).toBe(2);
  expect(placeTowards(row, 0, arrowWays.ArrowDown)).toBe(3);
});

test.each([
  ['back left', 'northwest'],
  ['Front right', 'southeast'],
  ['back-right', 'northeast'],
  ['front left in Shell', 'southwest'],
])('«%s» is the corner %s, seen from the front', (words, corner) => {
  const state = parseRoomLine(`Kitchen 4.2 3.6 ${words}`, ['Shell'], 'm', 'Shell');
  expect(state).toMatchObject({ ok: true, line: { where: { kind: 'in', corner, room: 'Shell' } } });
});
