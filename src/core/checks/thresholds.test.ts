/** Rules with a figure in them, on both sides of it. */
import {
  A,
  B,
  cable,
  calm,
  check,
  fedPoint,
  house,
  outlets,
  product,
  put,
  servicePoint,
  unit,
} from '@/testing/testPlans';
import { get, type Job } from '../job/job';
import { linkTo } from '../network/linkTo';
import { placeInSpace } from '../propagation/scene';

const speaks = (job: Job, rule: string) => check(job, rule).length > 0;
const C = unit('C', 'node');

test.each([
  [100, false],
  [100.1, true],
])('%d m of copper is too long: %s', (lengthM, tooLong) =>
  expect(
    speaks(put(house, { ...cable, medium: 'ethernet', category: 'cat6', lengthM }), 'cableTooLong'),
  ).toBe(tooLong),
);

test('fibre may be longer', () =>
  expect(
    speaks(put(house, { ...cable, medium: 'fibre', category: null, lengthM: 300 }), 'cableTooLong'),
  ).toBe(false));

test.each([
  [9.99, false],
  [10.01, true],
])('a main unit %d m from the entry is far: %s', (metres, far) => {
  const entry = calm.services.find((s) => s.kind === 'entry');
  const main = get(calm, 'unit', 'unit-m');
  if (!entry) throw new Error('no entry');
  const at = { storeyId: entry.storeyId, xM: entry.xM - metres, yM: entry.yM, heightM: entry.heightM };
  const job = put(calm, { ...main, ...at });
  const [p, q] = [placeInSpace(job, entry), placeInSpace(job, get(job, 'unit', 'unit-m'))];
  expect(Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2])).toBeCloseTo(metres, 6);
  expect(speaks(job, 'mainFarFromEntry')).toBe(far);
});

test('two powerline adapters are a pair, four are many', () => {
  const [a, b, c] = [0, 1, 2].map((i) => servicePoint('socket', i));
  if (!a || !b || !c) throw new Error('no sockets');
  const D = unit('D', 'node', { xM: 9 });
  const one = put(house, C, outlets(C, 'powerline', a, b, 'mains-plain'));
  expect(speaks(one, 'mainsTooMany')).toBe(false);
  const two = put(one, D, outlets(D, 'powerline', a, c, 'mains-plain'));
  expect(check(two, 'mainsTooMany').map((s) => s.what)).toEqual(['4 powerline adapters share the mains']);
});

test('a family may have as many units as its maker advises, and not one more', () => {
  const most = (mostUnits: number) => {
    const family = { ...product('node'), family: 'Tern', mostUnits };
    const units = ['C', 'D', 'E'].map((letter, i) => unit(letter, 'node', { xM: 8 + i }));
    return speaks(put(calm, family, ...units), 'familyTooLarge');
  };
  expect([most(4), most(2)]).toEqual([false, true]);
});

test.each([
  [0, false],
  [1, true],
])('a port %d Mbps below the plan is slow: %s', (below, slow) => {
  const main = get(house, 'kit', A.kitId);
  const job = put(house, { ...main, portMbps: house.info.planDownMbps - below });
  expect(speaks(job, 'portSlow')).toBe(slow);
});

test('as many cables as ports are no snag, one more is', () => {
  const feeding = (ports: number) => {
    const switchUnit = unit('S', 'switch', { xM: 11, yM: 3 });
    const nodes = ['P', 'Q', 'R'].map((letter, i) => unit(letter, 'node', { xM: 7 + i }));
    const links = nodes.map((n) =>
      linkTo(house, n, switchUnit, { medium: 'ethernet', category: 'cat6', lengthM: 8 }),
    );
    const up = linkTo(house, switchUnit, A, { medium: 'ethernet', category: 'cat6', lengthM: 3 });
    const box = house.kits.find((k) => k.kind === 'switch');
    if (!box) throw new Error('no switch');
    const job = put(house, { ...box, ports }, { ...switchUnit, kitId: box.id }, up, ...nodes, ...links);
    return check(job, 'portsFull').some((s) => s.recordId === switchUnit.id);
  };
  // the way up takes one of them
  expect([feeding(4), feeding(3)]).toEqual([false, true]);
});

test.each([
  [1, false],
  [2, true],
])('a plug that takes %d of two places covers the plate: %s', (socketsTaken, covers) => {
  const socket = servicePoint('socket');
  const plugged = unit('C', 'node', {
    storeyId: socket.storeyId,
    xM: socket.xM,
    yM: socket.yM,
    heightM: 0.3,
  });
  const job = put(house, { ...socket, outlets: 2 }, { ...product('node'), socketsTaken }, plugged);
  expect(check(job, 'plugCoversPlate').some((s) => s.recordId === plugged.id)).toBe(covers);
});

test('watts over a cable: what fits its class passes, what does not fails', () => {
  const fails = (poeIn: 'af' | 'at', powerW: number) =>
    speaks(put(house, ...fedPoint(poeIn, powerW)), 'poeFails');
  expect([fails('af', 12), fails('af', 13.5), fails('at', 13.5), fails('at', 26)]).toEqual([
    false,
    true,
    false,
    true,
  ]);
});

test('copper to another building speaks, fibre there and copper within do not', () => {
  const to = (medium: 'ethernet' | 'fibre', over: object = {}) =>
    put(house, { ...cable, medium, category: medium === 'fibre' ? null : 'cat6', lengthM: 20, ...over });
  expect(speaks(to('ethernet'), 'copperBetweenBuildings')).toBe(true);
  expect(speaks(to('fibre'), 'copperBetweenBuildings')).toBe(false);
  const within = put(to('ethernet'), { ...B, storeyId: 'ground', xM: 8, yM: 6 });
  expect(speaks(within, 'copperBetweenBuildings')).toBe(false);
  expect(speaks(within, 'outdoorCable')).toBe(false);
});

test('a cable between buildings is called buried only where a duct joins just these two', () => {
  const words = (job: Job) => check(job, 'outdoorCable').map((s) => s.what);
  const ducts = house.routes.filter((r) => r.kind === 'duct');
  expect(ducts.length).toBeGreaterThan(0);
  expect(words(house)).toEqual(['The cable to B goes through a duct between buildings']);
  const bare = ducts.reduce((job, duct) => put(job, { ...duct, kind: 'surface', boreMm: null }), house);
  expect(words(bare)).toEqual(['The cable to B goes outdoors']);
});
