import { joinText, passwordHints } from './password';

test.each([
  ['short', ['Wi-Fi needs 8']],
  ['elevenchars', ['12 characters']],
  ['tidal harbour 7 bells', []],
  ['1234567890abcd', ['first that people try', '0 and O']],
  ['TidalHarbour77', ['capital letters']],
  ['tidal harbour 7 bells ', ['ends with a space']],
  ['x'.repeat(64), ['63 characters', 'first that people try']],
])('%s', (password, said) => {
  const hints = passwordHints(password);
  expect(hints).toHaveLength(said.length);
  said.forEach((words, i) => expect(hints[i]?.words).toContain(words));
});

test('what is about reading it out is told apart from how strong it is', () =>
  expect(passwordHints('Pass1234').map((h) => h.about)).toEqual([
    'strength',
    'strength',
    'reading',
    'reading',
  ]));

test('a join code escapes what has a meaning in it', () => {
  expect(joinText('Quay;House', 'a:b"c\\d')).toBe('WIFI:T:WPA;S:Quay\\;House;P:a\\:b\\"c\\\\d;;');
  expect(joinText('Open', '')).toBe('WIFI:T:nopass;S:Open;;');
});
