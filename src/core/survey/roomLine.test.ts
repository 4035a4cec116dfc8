import { parseRoomLine } from './roomLine';

const rooms = ['Hall', 'Parlour', 'Back hall'];
const read = (text: string, lengths: 'm' | 'ft' = 'm', names: readonly string[] = rooms) => {
  const state = parseRoomLine(text, names, lengths);
  if (!state.ok) throw new Error(state.why);
  return state.line;
};
const why = (text: string, lengths: 'm' | 'ft' = 'm', names: readonly string[] = rooms) => {
  const state = parseRoomLine(text, names, lengths);
  return state.ok ? 'a room' : state.why;
};
const goOn = (text: string, names: readonly string[] = rooms) => parseRoomLine(text, names, 'm').complete;

test('a name, a width and a depth make the first room', () => {
  expect(read('Kitchen 4.20 3.60', 'm', [])).toEqual({
    name: 'Kitchen',
    widthM: 4.2,
    depthM: 3.6,
    where: null,
  });
  expect(read('  Back kitchen 4 x 3', 'm', [])).toMatchObject({ name: 'Back kitchen', widthM: 4, depthM: 3 });
  expect(read('Kitchen 4,20×3,60', 'm', [])).toMatchObject({ widthM: 4.2, depthM: 3.6 });
});

test.each<[string, 'm' | 'ft', number, number]>([
  ['A 4 3', 'm', 4, 3],
  ['A 4 3', 'ft', 4 * 0.3048, 3 * 0.3048],
  ['A 420cm 3600mm', 'm', 4.2, 3.6],
  ['A 420cm 3600mm', 'ft', 4.2, 3.6],
  ['A 4m 3m', 'ft', 4, 3],
  [`A 13'9" 11'10"`, 'm', 13.75 * 0.3048, (11 + 10 / 12) * 0.3048],
  ['A 13-9 11', 'ft', 13.75 * 0.3048, 11 * 0.3048],
  ['A 13ft 6in 11ft', 'ft', 13.5 * 0.3048, 11 * 0.3048],
])('«%s» in %s', (text, lengths, widthM, depthM) => {
  const line = read(text, lengths, []);
  expect(line.widthM).toBeCloseTo(widthM, 9);
  expect(line.depthM).toBeCloseTo(depthM, 9);
});

test.each([
  ['', /^Type the name/],
  ['Kitchen', /^Then its width/],
  ['Kitchen 4.2', /^Then its depth/],
  ['Kitchen 4.2 wide', /^Then its depth/],
  ['Kitchen 4q 3', /width is not a length/],
  ['Kitchen 0.29 3', /at least 30 cm/],
  ['Kitchen 3 0.29', /at least 30 cm/],
  ['Kitchen 200.1 3', /at most 200 m/],
  ['Kitchen 3 200.1', /at most 200 m/],
  [`${'K'.repeat(121)} 3 3`, /at most 120 letters/],
  ['Kitchen 4 3 beside Hall', /«beside» is not a side/],
  ['Kitchen 4 3 east', /^Then «of»/],
  ['Kitchen 4 3 east in Hall', /^Then «of»/],
  ['Kitchen 4 3 se of Hall', /^Then «in»/],
  ['Kitchen 4 3 east of', /^Then a room/],
  ['Kitchen 4 3 east of Attic', /no room «Attic»/],
  ['Kitchen 4 3 east of Hall by far', /After «by» comes a length/],
])('«%s» is no room yet: %s', (text, words) => expect(why(text)).toMatch(words));

test.each(['A 0.30 3', 'A 200 3', `${'K'.repeat(120)} 3 3`])('%s is just within what is taken', (text) =>
  expect(read(text).where).toBeNull(),
);

test('a corner alone is one of the shell, where there is one', () => {
  const where = { kind: 'in', corner: 'southeast', room: 'Shell' };
  for (const word of ['southeast', 'south-east', 'se'])
    expect(parseRoomLine(`Study 4 3 ${word}`, ['Hall', 'Shell'], 'm', 'Shell')).toMatchObject({
      ok: true,
      line: { where },
    });
  expect(parseRoomLine('Study 4 3 se', ['Hall'], 'm')).toMatchObject({
    ok: false,
    why: 'Then «in» and a room.',
  });
  expect(parseRoomLine('Study 4 3 east', ['Shell'], 'm', 'Shell')).toMatchObject({ ok: false });
});

test('without a place it is a room already, and the list says how to say where', () => {
  const state = parseRoomLine('Study 4 3', ['Hall'], 'm');
  expect(state).toMatchObject({ ok: true, line: { name: 'Study', widthM: 4, depthM: 3, where: null } });
  expect(state.complete).toEqual(['north', 'east', 'south', 'west'].map((s) => `Study 4 3 ${s} of `));
});

test('a side, long or short, of a room, in any case; moved on by a length', () => {
  const beside = { kind: 'beside', side: 'east', room: 'Hall', byM: null };
  expect(read('Kitchen 4 3 east of Hall').where).toEqual(beside);
  expect(read('Kitchen 4 3 E of hall').where).toEqual(beside);
  expect(read('Kitchen 4 3 east of Hall by 1.20').where).toEqual({ ...beside, byM: 1.2 });
  expect(read('Kitchen 4 3 w of Back hall').where).toEqual({ ...beside, side: 'west', room: 'Back hall' });
});

test('a corner in a room', () => {
  for (const word of ['southeast', 'south-east', 'se', 'SE'])
    expect(read(`Larder 1.5 2 ${word} in Parlour`).where).toEqual({
      kind: 'in',
      corner: 'southeast',
      room: 'Parlour',
    });
});

test('ways to go on are whole lines that lead on', () => {
  expect(goOn('Kitchen 4 3')).toEqual(['north', 'east', 'south', 'west'].map((s) => `Kitchen 4 3 ${s} of `));
  expect(goOn('Kitchen 4 3 so')).toEqual([
    'Kitchen 4 3 south of ',
    'Kitchen 4 3 southwest in ',
    'Kitchen 4 3 southeast in ',
  ]);
  expect(goOn('Kitchen 4 3 east')).toEqual(rooms.map((r) => `Kitchen 4 3 east of ${r}`));
  expect(goOn('Kitchen 4 3 east of pa')).toEqual(['Kitchen 4 3 east of Parlour']);
  expect(goOn('Kitchen 4 3 nw in ba')).toEqual(['Kitchen 4 3 northwest in Back hall']);
  expect(goOn('Kitchen 4 3 east of Hall')).toEqual([]);
});
