import { quayHouse } from '@/../demo/make/quayHouse';
import { applyEdit, putOne } from '../job/edits';
import { get, type Job, jobFromRecords } from '../job/job';
import type { AnyRecord, Kit, Link, Service, Unit } from '../job/records';
import { networkOf } from '../network/feeds';
import { linkTo } from '../plan/linkTo';
import { buildScene } from '../propagation/scene';
import { snagRules, snagsOf } from './snags';

const house = jobFromRecords(quayHouse());
const put = (job: Job, ...records: AnyRecord[]) => applyEdit(job, putOne('x', ...records)).job;
const check = (job: Job) => {
  const scene = buildScene(job);
  return snagsOf(job, scene, networkOf(job, scene, 'planned'));
};
const A = get(house, 'unit', 'unit-a');
const B = get(house, 'unit', 'unit-b');
const cable = get(house, 'link', 'link-unit-b');
const kit = (id: string): Kit => get(house, 'kit', `kit-${id}`);
const service = (kind: Service['kind'], nth = 0): Service => {
  const s = house.services.filter((x) => x.kind === kind)[nth];
  if (!s) throw new Error(`no ${kind}`);
  return s;
};
const unit = (letter: string, kitId: string, over: Partial<Unit> = {}): Unit => ({
  ...B,
  id: `unit-${letter.toLowerCase()}`,
  letter,
  name: letter,
  kitId: `kit-${kitId}`,
  storeyId: 'ground',
  xM: 10,
  yM: 6.2,
  heightM: 1.2,
  ...over,
});
const air = (u: Unit, from: Unit, radio: 'shared' | 'dedicated' = 'shared'): Link =>
  linkTo(house, u, from, { medium: 'wireless', radio, band: '2.4' });
const outlets = (u: Unit, medium: 'coax' | 'powerline', a: Service, b: Service, adapter: string): Link =>
  linkTo(house, u, A, {
    medium,
    fromServiceId: a.id,
    toServiceId: b.id,
    adapterKitId: `kit-${adapter}`,
  });
const C = unit('C', 'node');
const mains = (a: Partial<Service>, b: Partial<Service>, adapter = 'mains-plain') =>
  put(
    house,
    C,
    { ...service('socket'), ...a },
    { ...service('socket', 1), ...b },
    outlets(C, 'powerline', service('socket'), service('socket', 1), adapter),
  );
const coax = (parlour: Partial<Service>, ...more: AnyRecord[]) =>
  put(
    house,
    C,
    { ...service('coax', 1), ...parlour },
    ...more,
    outlets(C, 'coax', service('coax', 1), service('coax', 2), 'coax-adapter'),
  );
const sure = { ...A, mount: 'shelf' as const, xM: 9.5, yM: 3, heightM: 1.2 };

/** A ceiling access point on a cable, fed so and drawing so much. */
const fedPoint = (poeIn: 'af' | 'at', powerW: number): AnyRecord[] => {
  const point = unit('C', 'access-point', { mount: 'ceiling', heightM: 2.5 });
  const wire = linkTo(house, point, A, { medium: 'ethernet', category: 'cat6', lengthM: 30 });
  return [{ ...kit('access-point'), poeIn, powerW }, point, wire];
};

/** For each rule a plan in which it speaks. */
const speaks: Record<keyof typeof snagRules, () => Job> = {
  accessPointOnAir: () => {
    const point = unit('C', 'access-point');
    return put(house, point, air(point, A));
  },
  adapterPortSlow: () => coax({}, { ...kit('coax-adapter'), portMbps: 100 }),
  cableOld: () => put(house, { ...cable, category: 'cat5e' }),
  cableTooLong: () => put(house, { ...cable, lengthM: 140 }),
  categoryLow: () =>
    put(
      house,
      { ...house.info, planDownMbps: 9000 },
      { ...cable, category: 'cat5e' },
      { ...kit('router-old'), portMbps: 10_000 },
      { ...kit('node'), portMbps: 10_000 },
    ),
  channelNotAllowed: () => put(house, { ...A, channels: { '2.4': 14, '5': null, '6': null } }),
  coaxBlocked: () => coax({}, { ...service('splitter'), amplifier: true }),
  coaxFilter: () => coax({}),
  coaxNotJoined: () => coax({ joined: 'unknown' }),
  coaxSplitter: () => coax({}),
  copperBetweenBuildings: () => house,
  drillingForbidden: () => put(house, { ...house.info, noDrilling: true }),
  entryPort: () => put(calm, { ...service('entry'), box: 'none' }),
  extenderFeeds: () => {
    const [x, y] = [unit('C', 'extender'), unit('D', 'extender', { xM: 3 })];
    return put(house, x, y, air(x, A), air(y, x));
  },
  extenderOneName: () => put(house, unit('C', 'extender'), air(unit('C', 'extender'), A)),
  familyTooLarge: () => {
    const all = ['C', 'D', 'E', 'F', 'G', 'H'].map((l, i) => unit(l, 'small', { xM: 12 - i }));
    return put(house, ...all, ...all.map((u) => air(u, B)));
  },
  indoorUnitOutside: () => put(house, unit('C', 'node', { storeyId: 'open-air', xM: 8, yM: -4 })),
  mainFarFromEntry: () => put(house, { ...A, xM: 1.5, yM: 7 }),
  mainsBeyondSubBoard: () => {
    const loft = house.services.find((s) => s.kind === 'socket' && s.circuit === 'N1');
    if (!loft) throw new Error('no socket in the loft');
    return put(house, C, outlets(C, 'powerline', service('socket'), loft, 'mains-pair'));
  },
  mainsBlockedSocket: () => mains({ outlets: 1 }, {}),
  mainsOnStrip: () => mains({ onStrip: true }, {}),
  mainsOtherPhase: () => mains({ phase: 'L1' }, { phase: 'L2' }),
  mainsTooMany: () => {
    const D = unit('D', 'node', { xM: 3 });
    return put(
      mains({}, {}),
      D,
      outlets(D, 'powerline', service('socket', 2), service('socket', 3), 'mains-pair'),
    );
  },
  noMain: () => put(house, { ...A, planned: false }),
  noPowerCable: () => {
    const point = unit('C', 'outdoor', { storeyId: 'open-air', xM: 8, yM: -4 });
    return put(house, point, air(point, B));
  },
  noSocket: () => put(jobFromRecords(quayHouse().filter((r) => r.type !== 'service' || r.kind !== 'socket'))),
  only24NoName: () => put(house, { ...house.info, networkNames: 'five-only' }),
  only24Unserved: () =>
    put(house, ...house.kits.map((k) => ({ ...k, radios: k.radios.filter((r) => r.band !== '2.4') }))),
  outdoorCable: () => house,
  overloaded: () => put(house, { ...house.info, planDownMbps: 100 }),
  plugCoversPlate: () => {
    const plug = unit('C', 'plug-in');
    return put(house, plug, air(plug, A));
  },
  poeFails: () => put(house, ...fedPoint('af', 13.5)),
  poeNoSource: () => put(house, ...fedPoint('af', 11)),
  portsFull: () => {
    const hung = ['C', 'D', 'E', 'F'].map((l, i) => unit(l, 'node', { xM: 12 - i }));
    return put(
      house,
      ...hung,
      ...hung.map((u) => linkTo(house, u, A, { medium: 'ethernet', category: 'cat6', lengthM: 9 })),
    );
  },
  portSlow: () => put(house, { ...kit('router-old'), portMbps: 100 }),
  radarChannel: () => put(house, { ...A, channels: { '2.4': null, '5': 100, '6': null } }),
  reusedRouter: () => {
    const main = unit('M', 'main');
    return put(house, main, linkTo(house, A, main, { medium: 'ethernet', category: 'cat6', lengthM: 5 }));
  },
  sameChannel: () =>
    put(
      house,
      { ...A, channels: { '2.4': 6, '5': null, '6': null } },
      { ...B, channels: { '2.4': 6, '5': null, '6': null } },
    ),
  socketAsExtender: () => {
    const plug = unit('C', 'extender', { name: 'Smart plug by the lamp' });
    return put(house, plug, air(plug, A));
  },
  sixGHzOutside: () => {
    const six = kit('outdoor').radios[0];
    if (!six) throw new Error('no radio');
    return put(
      house,
      { ...kit('outdoor'), radios: [...kit('outdoor').radios, { ...six, band: '6' as const }] },
      unit('C', 'outdoor', { storeyId: 'open-air', xM: 8, yM: -4 }),
    );
  },
  spotWithoutNeed: () => put(house, { ...get(house, 'spot', 'spot-5'), activityIds: [] }),
  testDeviceSlow: () => put(house, { ...house.info, testDeviceId: 'dev-laptop' }),
  tooLoud: () =>
    put(house, {
      ...kit('router-old'),
      radios: kit('router-old').radios.map((r) => ({ ...r, eirpDbm: 33 })),
    }),
  tooManyHops: () => {
    const chain = ['C', 'D', 'E'].map((l, i) => unit(l, 'small', { xM: 12 - i }));
    return put(house, sure, ...chain, ...chain.map((u, i) => air(u, chain[i - 1] ?? A)));
  },
  tooManyUnits: () => {
    const all = ['C', 'D', 'E', 'F', 'G', 'H'].map((l, i) => unit(l, 'small', { xM: 12 - i }));
    return put(house, sure, ...all, ...all.map((u) => air(u, A)));
  },
  twoRouters: () => {
    const main = unit('M', 'main');
    return put(house, main, linkTo(house, main, A, { medium: 'ethernet', category: 'cat6', lengthM: 5 }));
  },
  unitByMetal: () => put(house, { ...sure, xM: 8.3, yM: 7.3 }),
  unitByMicrowave: () => put(house, { ...sure, xM: 9, yM: 7.2 }),
  unitInCupboard: () => house,
  unitInNoRoom: () => put(house, { ...sure, xM: 0.2, yM: 4 }),
  unitOnFloor: () => put(house, { ...sure, heightM: 0.05 }),
  unitTipped: () => {
    const small = unit('C', 'small', { tiltDeg: 90 });
    return put(house, small, air(small, A));
  },
  unitUnfed: () => put(house, C),
  unlikeFamilies: () => put(house, C, air(C, A)),
};

test('there are at least forty rules, each with a plan in which it speaks', () => {
  expect(Object.keys(snagRules).length).toBeGreaterThanOrEqual(40);
  expect(Object.keys(speaks).sort()).toEqual(Object.keys(snagRules).sort());
});

/** A plan with nothing to say about: one main unit in the open of the Kitchen, fed from the street. */
const calm = (() => {
  const main = unit('M', 'main', { storeyId: 'ground', xM: 10.6, yM: 4.4 });
  const records = [...house.byId.values()].filter(
    (r) =>
      r.type !== 'unit' &&
      r.type !== 'link' &&
      r.type !== 'spot' &&
      r.type !== 'reading' &&
      !(r.type === 'obstacle' && r.disturbs !== 'none'),
  );
  return put(jobFromRecords(records), main);
})();

test('a calm plan has no snag', () => {
  expect(check(calm).map((s) => s.what)).toEqual([]);
});

test.each(Object.entries(speaks))(
  '%s speaks where it should, names a record, and its repair mends it',
  (rule, make) => {
    const job = make();
    const mine = check(job).filter((s) => s.rule === rule);
    expect(mine.length).toBeGreaterThan(0);
    for (const s of mine) {
      expect(job.byId.has(s.recordId)).toBe(true);
      expect(s.what).not.toMatch(/undefined|NaN|\?\?/);
      expect(s.why).toMatch(/\.$/);
    }
    const [first] = mine;
    if (!first?.repair) return;
    const after = check(applyEdit(job, first.repair).job).filter((s) => s.rule === rule);
    expect(after.length).toBeLessThan(mine.length);
  },
);

test('the surest come first, and each has an id of its own', () => {
  const all = check(speaks.mainsTooMany?.() ?? house);
  const ranks = all.map((s) => ['certain', 'likely', 'possible'].indexOf(s.sure));
  expect(ranks).toEqual([...ranks].sort((a, b) => a - b));
  expect(new Set(all.map((s) => s.id)).size).toBe(all.length);
});
