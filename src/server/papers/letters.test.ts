import { inOurLetters } from './letters';

test.each([
  ['Müller, 5 € – “so”', 'Müller, 5 € – “so”', true],
  // a mark that stands apart, a thin space, a prime
  ['Mu\u0308ller', 'Müller', true],
  ['1\u2009000 m\u2032', "1 000 m'", true],
  // Latin letters without their marks
  ['Łódź', 'Lódz', false],
  ['Ħal', 'Hal', false],
  // letters of another script
  ['לוי', '\u2022\u2022\u2022', false],
])('%s is set as %s', (words, text, isWhole) => {
  expect(inOurLetters(words)).toEqual({ text, isWhole });
});
