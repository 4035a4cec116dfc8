import { A, activity, air, B, C, cable, M, scene, withLinks } from '@/testing/fourUnits';
import { applyEdit, putOne } from '../job/edits';
import type { Job } from '../job/job';
import { makeRecord } from '../job/make';
import type { AnyRecord, Unit } from '../job/records';
import { productLibrary } from '../templates/products';
import { type BackhaulOption, adaptersFor, backhaulOptions } from './backhaulOptions';

const library = (id: string): AnyRecord => {
  const found = productLibrary.find((p) => p.id === id);
  if (!found) throw new Error(`no ${id}`);
  return found;
};
const options = (job: Job, unit: Unit) => backhaulOptions(job, scene, unit);
const of = (list: readonly BackhaulOption[], medium: string, from: Unit = M) =>
  list.filter((o) => o.link.medium === medium && o.link.fromUnitId === from.id);
const one = (list: readonly BackhaulOption[], medium: string, from: Unit = M): BackhaulOption => {
  const [first] = of(list, medium, from);
  if (!first) throw new Error(`no ${medium}`);
  return first;
};
const socket = (id: string, xM: number): AnyRecord =>
  makeRecord({
    type: 'service',
    id,
    kind: 'socket',
    name: id,
    storeyId: 's',
    xM,
    yM: 0.5,
    heightM: 0.3,
    circuit: 'G1',
    note: '',
  });

const fed = withLinks(air(A, M, 'dedicated'), cable(C, M));
const list = options(fed, A);

describe('a cable', () => {
  // M and A stand 8 m apart, both 1 m above the floor
  test('its length along the axes with both drops, what it costs with a tenth more and a metre at each end', () => {
    const row = one(list, 'ethernet');
    expect(row.link).toMatchObject({ lengthM: 10, category: 'cat6', holes: 0, adapterKitId: null });
    expect(row.costEur).toBeCloseTo(6 + 0.9 * (10 * 1.1 + 2), 9);
    expect(row.minutes).toBeCloseTo(20 + 1.5 * 10, 9);
    expect(row.label).toBe('Ethernet, cat 6');
    const glass = one(list, 'fibre');
    expect(glass.link).toMatchObject({ lengthM: 10, category: null });
    expect(glass.costEur).toBeCloseTo(88 + 1.1 * 13, 9);
    expect(glass.minutes).toBeCloseTo(30 + 1.5 * 10, 9);
  });

  test('a unit that takes its power from the cable gets an injector where none is given', () => {
    const point = { ...A, kitId: 'kit-access-point' };
    const job = applyEdit(fed, putOne('x', library('kit-access-point'), point, cable(A, M))).job;
    const row = one(options(job, point), 'ethernet');
    const [injector] = row.also;
    expect(injector).toMatchObject({ type: 'kit', kind: 'injector' });
    expect(row.label).toBe('Ethernet, cat 6, with an injector');
    const { priceEur, fitMinutes } = injector as { priceEur: number; fitMinutes: number };
    expect(row.costEur).toBeCloseTo(6 + 0.9 * 13 + priceEur, 9);
    expect(row.minutes).toBeCloseTo(35 + fitMinutes, 9);
    // fibre gives no power, and none is reckoned
    expect(one(options(job, point), 'fibre').also).toEqual([]);
    const own = applyEdit(job, putOne('x', injector as AnyRecord)).job;
    expect(one(options(own, point), 'ethernet').also).toEqual([]);
    const giving = { ...library('kit-main'), poePorts: 1 } as AnyRecord;
    expect(
      one(options(applyEdit(job, putOne('x', giving)).job, point), 'ethernet').link.adapterKitId,
    ).toBeNull();
  });

  test('a way that was drawn is kept, for that unit before it alone', () => {
    const points = [{ storeyId: 's', xM: -8, yM: 3, heightM: 1 }];
    const drawn = applyEdit(fed, putOne('x', { ...cable(A, M), points })).job;
    expect(one(options(drawn, A), 'ethernet').link.points).toEqual(points);
    expect(one(options(drawn, A), 'ethernet', C).link.points).toEqual([]);
  });
});

describe('over the mains', () => {
  const [a, b] = [socket('by-m', -12), socket('by-a', -4)];
  const job = applyEdit(fed, putOne('x', a, b)).job;

  test('between the sockets beside both, a pair of adapters, and what their plug may block', () => {
    const rows = of(options(job, A), 'powerline').filter((o) => o.whyNot === null);
    expect(rows.length).toBeGreaterThan(1);
    for (const row of rows) {
      const product = row.also[0] as {
        priceEur: number;
        fitMinutes: number;
        mains: { passThrough: boolean };
      };
      expect(row.link).toMatchObject({ fromServiceId: 'by-m', toServiceId: 'by-a' });
      expect(row.costEur).toBe(2 * product.priceEur);
      expect(row.minutes).toBe(2 * product.fitMinutes);
      expect(row.cautions.includes('its plug may cover the next socket')).toBe(!product.mains.passThrough);
      expect(row.downMbps).toBeGreaterThan(0);
    }
  });

  test('an adapter that is the unit itself needs one more', () => {
    const mains = { ...library('kit-node'), mains: { topMHz: 86, mimo: true, passThrough: true } } as never;
    expect([
      adaptersFor(mains, 'powerline'),
      adaptersFor(mains, 'coax'),
      adaptersFor(mains, 'ethernet'),
    ]).toEqual([1, 2, 1]);
    expect([adaptersFor(undefined, 'powerline'), adaptersFor(undefined, 'ethernet')]).toEqual([2, 1]);
  });

  test('no socket near, or one for both: said, and last in the table', () => {
    const why = (...records: AnyRecord[]) =>
      one(options(applyEdit(fed, putOne('x', ...records)).job, A), 'powerline').whyNot;
    expect(why()).toBe('no socket near M');
    // one room, one socket: whatever the way to it, both would want it
    expect(why(a)).toBe('both would use one socket');
    const rows = options(applyEdit(fed, putOne('x', a)).job, A);
    const refused = rows.findIndex((o) => o.whyNot !== null);
    expect(rows.slice(refused).every((o) => o.whyNot !== null)).toBe(true);
  });

  test('without coax outlets coax is not spoken of', () => expect(of(list, 'coax')).toEqual([]));
});

describe('over the air', () => {
  test('each band and radio that both have; a shared one with what it takes', () => {
    const rows = of(list, 'wireless');
    expect(rows.map((o) => o.label).sort()).toEqual([
      'Wireless, 2.4 GHz, shared',
      'Wireless, 5 GHz, dedicated backhaul radio',
      'Wireless, 5 GHz, shared',
    ]);
    const shared = rows.find((o) => o.label === 'Wireless, 5 GHz, shared');
    const own = rows.find((o) => o.label === 'Wireless, 5 GHz, dedicated backhaul radio');
    expect(shared?.cautions).toEqual(['shares airtime with the devices']);
    expect(own?.cautions).toEqual([]);
    expect([shared?.costEur, shared?.minutes, shared?.holes]).toEqual([0, 0, 0]);
    expect(rows.filter((o) => o.taken)).toEqual([own]);
  });
});

test('who may feed it: fed units that do not hang on it, nor itself', () => {
  const from = new Set(list.map((o) => o.fromLetter));
  expect([...from].sort()).toEqual(['B', 'C', 'M']);
  // B is not fed itself
  expect(of(list, 'ethernet', B)[0]?.whyNot).toBe('its uplink unit has no uplink itself');
  const chain = withLinks(cable(A, M), cable(B, A));
  expect(new Set(options(chain, A).map((o) => o.fromLetter))).toEqual(new Set(['M', 'C']));
});

test('best first: what comes to the unit, then what costs less', () => {
  const can = list.filter((o) => o.whyNot === null);
  can.slice(1).forEach((o, i) => {
    const before = can[i] as BackhaulOption;
    expect(before.downMbps).toBeGreaterThanOrEqual(o.downMbps);
    if (before.downMbps === o.downMbps) expect(before.costEur).toBeLessThanOrEqual(o.costEur);
  });
  expect(
    can.filter((o) => o.link.medium === 'ethernet').every((o) => o.downMbps === 300 && o.upMbps === 50),
  ).toBe(true);
});

test('its worst spot is the least sure of those that hear it best', () => {
  const row = one(list, 'ethernet');
  expect(row.worst).toMatchObject({ spotId: 'spot-a', downMbps: 300 });
  const thirsty = applyEdit(fed, putOne('x', { ...activity, id: 'much', downMbps: 290 })).job;
  const [spot] = thirsty.spots.filter((s) => s.id === 'spot-b');
  const asked = applyEdit(thirsty, {
    label: 'x',
    put: [{ ...spot, activityIds: ['much'] } as AnyRecord],
    remove: ['unit-b', 'unit-c', 'link-unit-c'],
  }).job;
  // with B and C gone their spots hear A best; the plan is too slow for what one of them asks
  const slow = applyEdit(asked, putOne('x', { ...asked.info, planDownMbps: 100 })).job;
  expect(one(options(slow, A), 'ethernet').worst).toMatchObject({ spotId: 'spot-b', certainty: 0 });
});
