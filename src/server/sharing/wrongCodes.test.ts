import { makeWrongCodes } from './wrongCodes';

test('twenty wrong codes in a minute, then an address has to wait; after it, it may try again', () => {
  let at = 0;
  const codes = makeWrongCodes(() => at);
  for (let i = 0; i < 19; i++) codes.add('a');
  expect(codes.tooMany('a')).toBe(false);
  codes.add('a');
  expect(codes.tooMany('a')).toBe(true);
  expect(codes.tooMany('b')).toBe(false);
  at = 59_999;
  expect(codes.tooMany('a')).toBe(true);
  at = 60_000;
  expect(codes.tooMany('a')).toBe(false);
});

test('a guesser with many addresses stops all but those that were right once', () => {
  const codes = makeWrongCodes(() => 0);
  codes.wasRight('phone');
  for (let i = 0; i < 59; i++) codes.add(`address ${i}`);
  expect(codes.tooMany('new')).toBe(false);
  codes.add('one more');
  expect(codes.tooMany('new')).toBe(true);
  expect(codes.tooMany('phone')).toBe(false);
});
