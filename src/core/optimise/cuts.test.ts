/* What a choice that does not carry everything teaches, by loads made up for it. */
import { quayHouse } from '@/../demo/make/quayHouse';
import { randomInstance } from '@/testing/randomInstance';
import { jobFromRecords } from '../job/job';
import { networkOf } from '../network/backhaul';
import type { Load, SharedTime } from '../network/load';
import { linkTo } from '../network/linkTo';
import type { Prediction } from '../network/predict';
import { buildScene } from '../propagation/scene';
import { cutsOf, type loadOfChoice } from './atOnce';
import type { CandidateOption, PlanningInstance } from './planningInstance';

const house = jobFromRecords(quayHouse());
const scene = buildScene(house);
const any = randomInstance(1, house, scene, networkOf(house, scene, 'planned'));
const [root] = any.kept;
const [sample] = any.options;
if (!root || !sample) throw new Error('no option');
const get = (down: number, dbm = -60) => ({ certainty: 0.95, headroomDb: 5, downMbps: down, dbm });

/** An option at a place of its own, on the shared radio of the main unit, by the rate that it gives each spot. */
const option = (
  id: string,
  rates: Record<string, number>,
  over: Partial<CandidateOption> = {},
): CandidateOption => {
  const all = new Map(Object.entries(rates).map(([spot, down]) => [spot, get(down)]));
  return {
    ...sample,
    id,
    candidate: { ...sample.candidate, id: `place-${id}` },
    link: linkTo(any.base, { id: `u-${id}` }, root, { medium: 'wireless', radio: 'shared', band: '5' }),
    parent: null,
    serves: all,
    draws: all,
    ...over,
  };
};
const instance = (options: CandidateOption[], served: string[] = []): PlanningInstance => ({
  ...any,
  options,
  served: new Map(served.map((s) => [s, get(50)])),
});
const full = (spotIds: string[], unitIds: string[], over: Partial<SharedTime> = {}): SharedTime => ({
  spotIds,
  unitIds,
  words: '5 GHz',
  band: '5',
  own: false,
  airtime: 1.2,
  busyShare: 0,
  fits: false,
  ...over,
});
/** What was tried: the load, who serves each spot at which rate, and which option each new unit is. */
const tried = (
  channels: SharedTime[],
  now: Record<string, [unitId: string, downMbps: number]>,
  units: Record<string, string> = {},
  over: Partial<Load> = {},
): ReturnType<typeof loadOfChoice> => ({
  load: { channels, links: [], plan: { downMbps: 0, upMbps: 0, fits: true }, fits: false, ...over },
  predictions: new Map(
    Object.entries(now).map(([spotId, [unitId, downMbps]]) => [
      spotId,
      { spotId, unitId, downMbps, rssiDbm: -60 } as Prediction,
    ]),
  ),
  columnOf: new Map(Object.entries(units)),
  linkTo: new Map([['link-a', 'unit-a']]),
});
const told = (cuts: ReturnType<typeof cutsOf>) =>
  cuts?.map(({ some, not }) => ({ some: [...some].sort(), not: not.map((g) => [...g].sort()) }));

test('a line from the street that is too slow: no choice of units helps', () => {
  const load = tried([full(['s1'], [root.id])], {}, {}, { plan: { downMbps: 900, upMbps: 9, fits: false } });
  expect(cutsOf(instance([option('a', { s1: 10 })]), load)).toBeNull();
});

test('the main unit’s channel is full: an option that a spot on it would choose before', () => {
  const options = [
    option('faster', { s1: 60 }),
    option('slower', { s1: 40 }),
    option('elsewhere', { s9: 90 }),
  ];
  const cuts = cutsOf(instance(options), tried([full(['s1'], [root.id])], { s1: [root.id, 50] }));
  expect(told(cuts)).toEqual([{ some: ['faster'], not: [] }]);
});

test('of one rate the stronger is chosen before', () => {
  const stronger = option('stronger', {}, { draws: new Map([['s1', get(50, -59)]]), serves: new Map() });
  const weaker = option('weaker', {}, { draws: new Map([['s1', get(50, -61)]]), serves: new Map() });
  const cuts = cutsOf(instance([stronger, weaker]), tried([full(['s1'], [root.id])], { s1: [root.id, 50] }));
  expect(told(cuts)).toEqual([{ some: ['stronger'], not: [] }]);
});

test('nothing is learnt where all fits', () => {
  const channels = [full(['s1'], [root.id], { fits: true })];
  expect(cutsOf(instance([option('a', { s1: 60 })]), tried(channels, { s1: [root.id, 50] }))).toEqual([]);
});

describe('a new unit’s channel is full', () => {
  const a = option('a', { s1: 50, s2: 50 });
  const now = { s1: ['unit-a', 50], s2: ['unit-a', 50] } as Record<string, [string, number]>;
  const load = tried([full(['s1', 's2'], ['unit-a'])], now, { 'unit-a': 'a' });

  test('what serves one of its spots relieves it, even when slower; the unit itself does not', () => {
    const cuts = cutsOf(instance([a, option('b', { s2: 20 }), option('c', { s3: 90 })]), load);
    expect(told(cuts)).toEqual([{ some: ['b'], not: [] }]);
  });

  test('where what is kept serves a spot, leaving the unit out helps too', () => {
    expect(told(cutsOf(instance([a, option('b', { s2: 20 })], ['s1']), load))).toEqual([
      { some: ['b'], not: [['a']] },
    ]);
  });

  test('a product in its place that is fed alike and faster for no spot is no help; a faster one is', () => {
    const same = option('same', { s1: 50, s2: 10 }, { candidate: a.candidate });
    const faster = option('faster', { s1: 51, s2: 10 }, { candidate: a.candidate });
    const byWire = option(
      'wire',
      { s1: 50 },
      {
        candidate: a.candidate,
        link: linkTo(any.base, { id: 'w' }, root, { medium: 'ethernet', category: 'cat6', lengthM: 9 }),
      },
    );
    expect(told(cutsOf(instance([a, same, faster, byWire], ['s1']), load))).toEqual([
      { some: ['faster', 'wire'], not: [['a', 'same']] },
    ]);
  });

  test('what hangs on it over a shared radio is on the channel too; with a radio of its own behind a wired one it is not', () => {
    const behind = (radio: 'shared' | 'dedicated') =>
      option(
        'far',
        { s1: 60 },
        {
          parent: 'a',
          link: linkTo(any.base, { id: 'f' }, { id: 'u-a' }, { medium: 'wireless', radio, band: '5' }),
        },
      );
    const wired = {
      ...a,
      link: linkTo(any.base, { id: 'u-a' }, root, { medium: 'ethernet', category: 'cat6', lengthM: 9 }),
    };
    expect(told(cutsOf(instance([wired, behind('shared')]), load))).toEqual([{ some: [], not: [] }]);
    expect(told(cutsOf(instance([wired, behind('dedicated')]), load))).toEqual([{ some: ['far'], not: [] }]);
    // behind one that is on the shared channel itself it is on it as well
    expect(told(cutsOf(instance([a, behind('dedicated')]), load))).toEqual([{ some: [], not: [] }]);
  });
});

test('a link that is full: whatever hangs on its unit uses it', () => {
  const a = option(
    'a',
    { s1: 50 },
    {
      link: linkTo(any.base, { id: 'u-a' }, root, { medium: 'ethernet', category: 'cat6', lengthM: 9 }),
    },
  );
  const far = option(
    'far',
    { s1: 60 },
    {
      parent: 'a',
      link: linkTo(
        any.base,
        { id: 'f' },
        { id: 'u-a' },
        { medium: 'wireless', radio: 'dedicated', band: '5' },
      ),
    },
  );
  const links = [
    { linkId: 'link-a', spotIds: ['s1'], downMbps: 900, upMbps: 9, allowsMbps: 100, fits: false },
  ];
  const load = tried([], { s1: ['unit-a', 50] }, { 'unit-a': 'a' }, { links });
  expect(told(cutsOf(instance([a, far, option('b', { s1: 10 })]), load))).toEqual([{ some: ['b'], not: [] }]);
});
