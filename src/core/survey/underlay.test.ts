import fc from 'fast-check';
import { shortestGap } from '../geometry/shortestGap';
import { makeRecord } from '../job/make';
import { radioRules } from '../wifi/radioRules';
import { scaledPicture, turnedPicture } from './underlay';

const picture = makeRecord({
  type: 'picture',
  id: 'p',
  storeyId: 's',
  fileId: 'a'.repeat(64),
  mime: 'image/png',
  name: 'Plan',
  widthPx: 1000,
  heightPx: 500,
  xM: 2,
  yM: 1,
  metresPerPx: 0.01,
  turnDeg: 0,
  opacity: 0.5,
});

test('two points of a picture come to lie as far apart as they are; the first stays', () => {
  const scaled = scaledPicture(picture, [4, 3], [4, 8], 14);
  expect(scaled.metresPerPx).toBeCloseTo(0.028, 9);
  // the picture's corner moves away from the first point by the same factor
  expect([scaled.xM, scaled.yM]).toEqual([4 - 2 * 2.8, 3 - 2 * 2.8]);
  expect(() => scaledPicture(picture, [4, 3], [4, 3], 14)).toThrow('fall together');
});

test('turning a picture there and back leaves it where it was', () => {
  const metre = fc.double({ min: -20, max: 20, noNaN: true });
  fc.assert(
    fc.property(metre, metre, fc.double({ min: -180, max: 180, noNaN: true }), (x, y, deg) => {
      const back = turnedPicture(turnedPicture(picture, [x, y], deg), [x, y], -deg);
      expect(back.xM).toBeCloseTo(2, 8);
      expect(back.yM).toBeCloseTo(1, 8);
      expect(back.turnDeg).toBeCloseTo(0, 8);
    }),
  );
});

test('the gap between two buildings is between their nearest points, either way round', () => {
  const house: [number, number][] = [
    [0, 0],
    [14, 0],
    [14, 9],
    [0, 9],
  ];
  const shed: [number, number][] = [
    [36, 1],
    [43, 1],
    [43, 5],
    [36, 5],
  ];
  expect(shortestGap(house, shed).metres).toBe(22);
  const [there, back] = [shortestGap(house, shed), shortestGap(shed, house)];
  expect(back.metres).toBe(there.metres);
  expect([there.from[0], there.to[0]]).toEqual([14, 36]);
});

test('radio rules: radar channels are channels, and 6 GHz is for indoors', () => {
  for (const { bands } of Object.values(radioRules))
    for (const [band, rule] of Object.entries(bands)) {
      expect(rule.radar.every((c) => rule.channels.includes(c))).toBe(true);
      expect(rule.indoorsOnly).toBe(band === '6');
      expect(new Set(rule.channels).size).toBe(rule.channels.length);
    }
});
