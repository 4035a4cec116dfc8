/** What records accept, on both sides of each limit, and what is said of what they refuse. */
import { demos } from '@/testing/demoJobs';
import type { AnyRecord, RecordType } from './records';
import { recordSchema } from './records';

const job = demos[0]?.job;
if (!job) throw new Error('no demo job');
const one = <T extends RecordType>(type: T, id?: string) => {
  const record = [...job.byId.values()].find((r) => r.type === type && (id === undefined || r.id === id));
  if (!record) throw new Error(`no ${type}`);
  return record as Extract<AnyRecord, { type: T }>;
};
/** Paths and messages of what is wrong; empty when it is accepted. */
const wrong = (record: object): string[] =>
  recordSchema.safeParse(record).error?.issues.map((i) => `${i.path.join('.')}: ${i.message}`) ?? [];
const paths = (record: object): string[] => [...new Set(wrong(record).map((w) => w.split(':')[0] ?? ''))];

test('every record of the demo job is accepted as it is', () => {
  for (const record of job.byId.values()) expect(wrong(record)).toEqual([]);
});

test.each([
  ['a', true],
  ['Z9_-x', true],
  ['a'.repeat(64), true],
  ['a'.repeat(65), false],
  ['', false],
  ['-a', false],
  ['a b', false],
  ['ä', false],
])('the id «%s» is accepted: %s', (id, accepted) =>
  expect(paths({ ...one('spot'), id })).toEqual(accepted ? [] : ['id']),
);

test.each([
  [0.0499, false],
  [0.05, true],
  [500, true],
  [500.1, false],
])('a wall of %d m is accepted: %s', (length, accepted) => {
  const said = wrong({ ...one('wall'), ax: 0, ay: 0, bx: length, by: 0 });
  expect(said).toEqual(accepted ? [] : [expect.stringMatching(/^bx: a wall (must be at least|is at most)/)]);
});

test.each([
  ['opening', { sillM: 1, headM: 1 }, ['headM']],
  ['opening', { sillM: 1, headM: 1.001 }, []],
  ['opening', { headM: 0.04, sillM: 0 }, ['headM']],
  ['obstacle', { bottomM: 1, topM: 1 }, ['topM']],
  ['obstacle', { bottomM: 1, topM: 1.001 }, []],
  ['cableRun', { fromId: 'a', toId: 'a' }, ['toId']],
] as const)('%s with %j: wrong at %j', (type, over, at) =>
  expect(paths({ ...one(type), ...over })).toEqual(at),
);

test('a tape goes from one wall to another', () => {
  const tape = { type: 'tape', id: 't', storeyId: 'ground', wallAId: 'a', lengthM: 3 };
  expect(paths({ ...tape, wallBId: 'b' })).toEqual([]);
  expect(paths({ ...tape, wallBId: 'a' })).toEqual(['wallBId']);
});

test.each<[string, [number, number][], boolean]>([
  [
    'two corners',
    [
      [0, 0],
      [1, 0],
    ],
    false,
  ],
  [
    'no area',
    [
      [0, 0],
      [1, 0],
      [2, 0],
    ],
    false,
  ],
  [
    'less than a hundredth of a square metre',
    [
      [0, 0],
      [0.09, 0],
      [0.09, 0.11],
      [0, 0.11],
    ],
    false,
  ],
  [
    'a little more',
    [
      [0, 0],
      [0.11, 0],
      [0.11, 0.1],
      [0, 0.1],
    ],
    true,
  ],
])('an outline with %s is accepted: %s', (_words, outline, accepted) =>
  expect(paths({ ...one('room'), outline })).toEqual(accepted ? [] : ['outline']),
);

describe('links', () => {
  const base = {
    ...one('link'),
    medium: 'ethernet',
    radio: null,
    band: null,
    lengthM: 10,
    category: 'cat6',
    points: [],
    channel: null,
    fromServiceId: null,
    toServiceId: null,
    adapterKitId: null,
  };
  const outlets = { fromServiceId: 'a', toServiceId: 'b', adapterKitId: 'k' };
  const corner = { storeyId: 'ground', xM: 1, yM: 1, heightM: 0.1 };

  test.each([
    ['a cable', {}, []],
    ['a cable without a category', { category: null }, ['category']],
    ['a cable without a length', { lengthM: null }, ['category']],
    ['a cable with its injector', { adapterKitId: 'k' }, []],
    ['a cable with a way that is drawn', { points: [corner] }, []],
    ['fibre', { medium: 'fibre', category: null }, []],
    ['fibre with an injector', { medium: 'fibre', category: null, adapterKitId: 'k' }, ['fromServiceId']],
    ['the air', { medium: 'wireless', category: null, lengthM: null, radio: 'shared', band: '5' }, []],
    ['the air without a band', { medium: 'wireless', radio: 'shared' }, ['radio']],
    ['a cable with a radio', { radio: 'shared', band: '5' }, ['radio']],
    [
      'the air with a way that is drawn',
      { medium: 'wireless', radio: 'shared', band: '5', points: [corner] },
      ['points'],
    ],
    ['coax', { medium: 'coax', category: null, ...outlets }, []],
    ['coax without outlets', { medium: 'coax', category: null }, ['fromServiceId']],
    [
      'coax without adapters',
      { medium: 'coax', category: null, ...outlets, adapterKitId: null },
      ['fromServiceId'],
    ],
    [
      'coax from an outlet to itself',
      { medium: 'coax', category: null, ...outlets, toServiceId: 'a' },
      ['toServiceId'],
    ],
    ['powerline', { medium: 'powerline', category: null, ...outlets }, []],
    [
      'a channel of a radio of its own',
      { medium: 'wireless', radio: 'dedicated', band: '5', channel: 36 },
      [],
    ],
    [
      'a channel of a shared radio',
      { medium: 'wireless', radio: 'shared', band: '5', channel: 36 },
      ['channel'],
    ],
    ['a unit that feeds itself', { fromUnitId: base.unitId }, ['fromUnitId']],
  ])('%s: wrong at %j', (_words, over, at) => expect(paths({ ...base, ...over })).toEqual(at));
});

describe('readings', () => {
  const run = one('reading');

  test.each([
    [{ connected: true, downMbps: null }, ['downMbps']],
    [{ connected: true, downMbps: 0 }, []],
    [{ connected: false, downMbps: null }, []],
    [{ lossPct: 100 }, []],
    [{ lossPct: 100.1 }, ['lossPct']],
    [{ takenAt: '2026-11-05' }, ['takenAt']],
    [{ run: 0 }, ['run']],
  ])('%j: wrong at %j', (over, at) => expect(paths({ ...run, ...over })).toEqual(at));
});

test('half of a pair of UTF-16 units becomes a sign that every file can hold', () => {
  const parsed = recordSchema.parse({ ...one('spot'), name: 'Desk \uD83D' });
  expect(parsed).toMatchObject({ name: 'Desk \uFFFD' });
});

test('what a field leaves out is what it has as a rule', () => {
  const { holes: _h, points: _p, channel: _c, ...link } = one('link');
  expect(recordSchema.parse(link)).toMatchObject({ holes: null, points: [], channel: null });
  const { mostUnits: _m, ports: _q, lights: _l, ...product } = one('kit');
  expect(recordSchema.parse(product)).toMatchObject({ mostUnits: null, ports: 1, lights: [] });
  const { mount: _n, channels: _o, widths: _w, ...unit } = one('unit');
  const none = { '2.4': null, '5': null, '6': null };
  expect(recordSchema.parse(unit)).toMatchObject({ mount: 'shelf', channels: none, widths: none });
});

test('a field that no schema knows is refused, not dropped', () =>
  expect(wrong({ ...one('spot'), colour: 'red' })).toHaveLength(1));
