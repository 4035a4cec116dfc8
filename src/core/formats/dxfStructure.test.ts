import { siftDxf } from './dxfStructure';
import { DrawingError } from './planLines';

type Pair = readonly [code: number, value: string | number];
const text = (...pairs: Pair[]) =>
  pairs.flatMap(([code, value]) => [String(code), String(value)]).join('\n') + '\n';
const section = (name: string, ...inside: Pair[]): Pair[] => [
  [0, 'SECTION'],
  [2, name],
  ...inside,
  [0, 'ENDSEC'],
];
const end: Pair = [0, 'EOF'];
const line: Pair[] = [
  [0, 'LINE'],
  [8, 'walls'],
  [10, 0],
  [20, 0],
  [11, 5],
  [21, 0],
];
const drawing = (...entities: Pair[]) => text(...section('ENTITIES', ...entities), end);
const why = (dxf: string): string => {
  try {
    siftDxf(dxf);
  } catch (error) {
    if (!(error instanceof DrawingError)) throw error;
    return error.problems.map((p) => `${p.path}: ${p.message}`).join('; ');
  }
  return 'it is read';
};

test('entities that become walls go on, with the codes that are read and no others', () => {
  const { entities, aside } = siftDxf(drawing(...line, [62, 3], [100, 'AcDbLine']));
  expect(entities.split('\n')).toEqual([
    '0',
    'SECTION',
    '2',
    'ENTITIES',
    '0',
    'LINE',
    '8',
    'walls',
    '10',
    '0',
    '20',
    '0',
    '11',
    '5',
    '21',
    '0',
    '0',
    'ENDSEC',
    '0',
    'EOF',
    '',
  ]);
  expect(aside.size).toBe(0);
});

test('what is left aside is counted by its kind; attributes of an insertion are not', () => {
  const { entities, aside } = siftDxf(
    drawing(
      [0, 'TEXT'],
      [1, 'Hall'],
      [0, 'TEXT'],
      [0, 'INSERT'],
      [2, 'door'],
      [0, 'ATTRIB'],
      [0, 'SEQEND'],
      ...line,
    ),
  );
  expect([...aside]).toEqual([
    ['TEXT', 2],
    ['INSERT', 1],
  ]);
  expect(entities).not.toContain('Hall');
  expect(entities).toContain('LINE');
  expect(entities).not.toContain('SEQEND');
});

test('what stands in blocks and tables is not drawn', () => {
  const dxf = text(
    ...section('TABLES', [0, 'TABLE'], [2, 'LAYER'], [0, 'LAYER'], [2, 'walls'], [0, 'ENDTAB']),
    ...section('BLOCKS', [0, 'BLOCK'], [2, 'door'], ...line, [0, 'ENDBLK']),
    ...section('ENTITIES', ...line),
    end,
  );
  const { entities, aside } = siftDxf(dxf);
  expect(entities.match(/LINE/g)).toHaveLength(1);
  expect(aside.size).toBe(0);
});

test('the unit is that of the header, and of its own variable only', () => {
  const header = (...pairs: Pair[]) =>
    siftDxf(text(...section('HEADER', ...pairs), ...section('ENTITIES', ...line), end));
  expect(header([9, '$INSUNITS'], [70, 4]).insUnits).toBe(4);
  expect(header([9, '$MEASUREMENT'], [70, 1]).insUnits).toBeNull();
  expect(header([9, '$INSUNITS'], [40, 4]).insUnits).toBeNull();
  expect(siftDxf(drawing(...line, [9, '$INSUNITS'], [70, 4])).insUnits).toBeNull();
});

test('line ends of every system', () => {
  for (const ends of ['\r\n', '\r', '\n'])
    expect(why(drawing(...line).replaceAll('\n', ends))).toBe('it is read');
});

test.each<[string, Pair[], string]>([
  [
    'a polyline',
    [
      [0, 'POLYLINE'],
      [0, 'VERTEX'],
      [10, 1],
      [20, 1],
      [0, 'SEQEND'],
    ],
    'it is read',
  ],
  [
    'a polyline without its end',
    [
      [0, 'POLYLINE'],
      [0, 'VERTEX'],
      [10, 1],
      [20, 1],
    ],
    'line 6: this POLYLINE has no end (SEQEND) before the ENDSEC in line 14',
  ],
  [
    'a polyline cut by a line',
    [[0, 'POLYLINE'], ...line],
    'line 6: this POLYLINE has no end (SEQEND) before the LINE in line 8',
  ],
  [
    'a vertex of nothing',
    [
      [0, 'VERTEX'],
      [10, 1],
    ],
    'line 6: this VERTEX is of no POLYLINE',
  ],
  ['an end of nothing', [[0, 'ENDTAB']], 'line 6: ENDTAB ends nothing here'],
  [
    'a number that is none',
    [
      [0, 'LINE'],
      [10, 'left'],
    ],
    'line 8: a number is expected here, not “left”',
  ],
  [
    'an empty number',
    [
      [0, 'LINE'],
      [59, ''],
    ],
    'line 8: a number is expected here, not “”',
  ],
  [
    'vertices as claimed',
    [
      [0, 'LWPOLYLINE'],
      [90, 2],
      [10, 0],
      [20, 0],
      [10, 1],
      [20, 0],
    ],
    'it is read',
  ],
  [
    'one vertex less',
    [
      [0, 'LWPOLYLINE'],
      [90, 2],
      [10, 0],
      [20, 0],
    ],
    'line 6: this LWPOLYLINE claims 2 vertices and has 1',
  ],
  [
    'no claim',
    [
      [0, 'LWPOLYLINE'],
      [10, 0],
      [20, 0],
    ],
    'line 6: this LWPOLYLINE claims no vertices and has 1',
  ],
])('%s', (_name, entities, words) => expect(why(drawing(...entities))).toBe(words));

test.each<[number, boolean]>([
  [9, false],
  [10, true],
  [59, true],
  [60, false],
  [139, false],
  [140, true],
  [149, true],
  [150, false],
  [209, false],
  [210, true],
  [239, true],
  [240, false],
])('group code %d is a number: %s', (code, isNumber) =>
  expect(why(drawing([0, 'TEXT'], [code, 'words']))).toMatch(
    isNumber ? /a number is expected/ : /it is read/,
  ),
);

test('torn files say where', () => {
  const whole = drawing(...line);
  expect(why(whole.slice(0, whole.indexOf('ENDSEC') - 3))).toMatch(/^line 2: this SECTION has no end/);
  expect(why('0\nSECTION\n2\nENTITIES\n0\nENDSEC\n')).toMatch(/does not end with EOF$/);
  expect(why('0\nSECTION\n2')).toMatch(/^line 3: the file is cut short: a group code without its value/);
  expect(why('zero\nSECTION\n')).toBe('line 1: a group code is expected here, not “zero”');
  expect(why('1234567\nSECTION\n')).toMatch(/group code is expected/);
  expect(why(text([0, 'SECTION'], [2, 'TABLES'], [0, 'TABLE'], [0, 'ENDSEC'], end))).toBe(
    'line 6: this TABLE has no end (ENDTAB) before its section ends',
  );
  expect(why(text([0, 'SECTION'], [2, 'ENTITIES'], end))).toBe('line 2: this SECTION has no end (ENDSEC)');
});

test('how much was looked at is told from the start', () => {
  const told: number[] = [];
  const many = text(...line).repeat(20_000);
  siftDxf(drawing(...line).replace(text(...line), many), (share) => told.push(share));
  expect(told[0]).toBe(0);
  expect(told.length).toBeGreaterThan(2);
  expect(told).toEqual([...told].sort((a, b) => a - b));
  expect(told.at(-1)).toBeLessThan(1);
});
