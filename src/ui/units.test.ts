import fc from 'fast-check';
import { rateText } from '@/core/network/rateText';
import { lengthText, moneyText, needText, parseLength, sureText } from './units';

test('lengths in words', () => {
  expect([lengthText(4.2, 'm'), lengthText(4.2, 'ft'), lengthText(-0.3, 'ft')]).toEqual([
    '4.20 m',
    '13′ 9″',
    '−1′ 0″',
  ]);
});

test.each([
  ['4.2', 'm', 4.2],
  ['4,2 m', 'm', 4.2],
  ['420 cm', 'm', 4.2],
  ['420cm', 'ft', 4.2],
  ['13 9', 'ft', 4.191],
  ['13′ 9″', 'ft', 4.191],
  ['13.75', 'ft', 4.191],
  ['', 'm', null],
  ['wide', 'm', null],
  ['1 2 3', 'ft', null],
] as const)('%j in %s', (text, lengths, metres) => {
  const read = parseLength(text, lengths);
  if (metres === null) expect(read).toBeNull();
  else expect(read).toBeCloseTo(metres, 6);
});

test('what is shown reads back, to the centimetre or the inch', () => {
  fc.assert(
    fc.property(fc.double({ min: 0.01, max: 300, noNaN: true }), (metres) => {
      expect(Math.abs((parseLength(lengthText(metres, 'm'), 'm') ?? NaN) - metres)).toBeLessThanOrEqual(
        0.0051,
      );
      expect(Math.abs((parseLength(lengthText(metres, 'ft'), 'ft') ?? NaN) - metres)).toBeLessThanOrEqual(
        0.0128,
      );
    }),
  );
});

test('rates have no more digits than they deserve; certainty never claims 0 or 100', () => {
  expect([0, 0.44, 3.14, 52.4, 490].map(rateText)).toEqual(['0', '0.4', '3.1', '52', '490']);
  expect(needText(25, 0.5)).toBe('25\u2009/\u20090.5');
  expect([0, 0.5, 1].map(sureText)).toEqual(['< 1 %', '50 %', '> 99 %']);
});

test('money in whole units of the job’s currency, cents only for small prices', () => {
  expect([
    moneyText(62.4, 'EUR'),
    moneyText(0.9, 'EUR'),
    moneyText(0, 'GBP'),
    moneyText(1250, 'USD'),
  ]).toEqual(['€62', '€0.90', '£0', '$1,250']);
});
