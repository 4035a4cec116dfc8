import { smallHouse } from '@/testing/smallHouse';
import { applyEdit } from '../job/edits';
import type { Job } from '../job/job';
import { makeRecord, type RecordInput } from '../job/make';
import { coaxRoute } from './coaxRoute';

const house = smallHouse();
const storeyId = house.storeys[0]?.id ?? '';
const outlet = (id: string, over: object = {}): RecordInput => ({
  type: 'service',
  id,
  kind: 'coax',
  name: id,
  storeyId,
  xM: 1,
  yM: 1,
  heightM: 0.3,
  circuit: '',
  note: '',
  joined: 'joined',
  ...over,
});
const run = (id: string, fromId: string, toId: string, over: object = {}): RecordInput => ({
  type: 'cableRun',
  id,
  fromId,
  toId,
  cable: 'rg6',
  lengthM: 8,
  note: '',
  ...over,
});
const put = (...records: RecordInput[]): Job =>
  applyEdit(house, { label: 'x', put: records.map((r) => makeRecord(r)), remove: [] }).job;
const route = (job: Job, a = 'p', b = 'q') => {
  const found = coaxRoute(job, a, b);
  if (!found.ok) throw new Error(found.why);
  return found;
};
const why = (job: Job, a = 'p', b = 'q') => {
  const found = coaxRoute(job, a, b);
  return found.ok ? 'a route' : found.why;
};
/** p and q on the outputs of a splitter whose input comes from the entry. */
const split = (over: object = {}, pOver: object = {}) => [
  outlet('p', pOver),
  outlet('q'),
  outlet('s', { kind: 'splitter', ways: 4, rated: 'yes', ...over }),
  run('c-in', 'entry', 's'),
  run('c-p', 's', 'p'),
  run('c-q', 's', 'q', { lengthM: 5, cable: 'rg59' }),
];

test('two outlets on one cable', () => {
  const { segments, splitters, through, known, cautions } = route(
    put(outlet('p'), outlet('q'), run('c', 'p', 'q')),
  );
  expect(segments).toEqual([{ cable: 'rg6', lengthM: 8 }]);
  expect([splitters, known, cautions]).toEqual([[], [true], []]);
  expect(through).toEqual(['p', 'q']);
});

test('over a splitter: between two outputs, or from its input to one', () => {
  const job = put(...split());
  expect(route(job).splitters).toEqual([{ ways: 4, rated: true, between: 'out-out' }]);
  expect(route(job).segments.map((s) => s.lengthM)).toEqual([8, 5]);
  expect(route(job, 'entry', 'q').splitters).toEqual([{ ways: 4, rated: true, between: 'in-out' }]);
});

test.each([
  ['yes', []],
  ['no', ['s: not made for the band, up to 12 dB']],
  ['unknown', ['s: perhaps not made for the band, up to 12 dB']],
])('a splitter whose rating is %s: %j', (rated, cautions) =>
  expect(route(put(...split({ rated }))).cautions).toEqual(cautions),
);

test('a splitter where the way ends is not gone through', () =>
  expect(route(put(...split({ rated: 'no' })), 'p', 's')).toMatchObject({ splitters: [], cautions: [] }));

test('an amplifier lets nothing back', () => {
  expect(why(put(...split({ amplifier: true })))).toBe('s has an amplifier that blocks the return signal');
  expect(why(put(...split({ amplifier: true })), 'p', 's')).toBe('a route');
});

test('outlets that are joined to nothing, or that no cable reaches', () => {
  expect(why(put(...split({}, { joined: 'not-joined' })))).toBe('p is not connected');
  expect(why(put(outlet('p'), outlet('q')))).toBe('no coax is known between p and q');
  expect(why(put(outlet('p'), outlet('q'), run('c', 'p', 'q', { cable: 'cat6' })))).toMatch(
    /no coax is known/,
  );
});

test.each([
  [{ cable: 'unknown' }, { cable: 'rg59', lengthM: 8 }],
  [{ lengthM: null }, { cable: 'rg6', lengthM: 10 }],
])('a cable of which %j is known is taken as %j', (over, segment) => {
  const found = route(put(outlet('p'), outlet('q'), run('c', 'p', 'q', over)));
  expect(found.segments).toEqual([segment]);
  expect(found.known).toEqual([false]);
  expect(found.cautions).toEqual(['unknown cable in the wall: calculated as 10 m of RG-59']);
});

test('outlets that may not be joined are to be tried before buying', () =>
  expect(route(put(...split({}, { joined: 'unknown' }))).cautions).toEqual([
    'test the outlets before you buy',
  ]));

describe('which of its cables is the input of a splitter', () => {
  /** p and q on a splitter that nothing joins to the entry. */
  const lone = (...runs: RecordInput[]) =>
    put(outlet('p'), outlet('q'), outlet('s', { kind: 'splitter', ways: 2, rated: 'yes' }), ...runs);
  const between = (job: Job, a = 'p', b = 'q') => route(job, a, b).splitters[0]?.between;

  test('without a way to the entry the one that was drawn into it', () => {
    expect(between(lone(run('c-p', 'p', 's'), run('c-q', 's', 'q')))).toBe('in-out');
    expect(between(lone(run('c-p', 's', 'p'), run('c-q', 's', 'q')))).toBe('out-out');
  });

  test('with one it is the cable towards the entry, whichever way it was drawn', () => {
    const job = put(
      outlet('p'),
      outlet('q'),
      outlet('s', { kind: 'splitter', ways: 4, rated: 'yes' }),
      run('c-in', 's', 'entry'),
      run('c-p', 'p', 's'),
      run('c-q', 's', 'q'),
    );
    expect(between(job)).toBe('out-out');
    expect(between(job, 'entry', 'p')).toBe('in-out');
  });

  test('over two splitters each has its own', () => {
    const job = put(
      ...split(),
      outlet('t', { kind: 'splitter', ways: 2, rated: 'no' }),
      outlet('r'),
      run('c-t', 's', 't'),
      run('c-r', 't', 'r'),
    );
    expect(route(job, 'p', 'r').splitters.map((x) => [x.ways, x.rated, x.between])).toEqual([
      [4, true, 'out-out'],
      [2, false, 'in-out'],
    ]);
  });
});
