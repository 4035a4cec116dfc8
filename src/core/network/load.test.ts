import { normalParts } from '../statistics/normal';
import {
  A,
  activity,
  air,
  B,
  bare,
  C,
  cable,
  M,
  products,
  scene,
  units,
  withLinks,
} from '@/testing/fourUnits';
import { applyEdit, putOne } from '../job/edits';
import { get, type Job } from '../job/job';
import type { Product, Unit } from '../job/records';
import { backhaulCapacity, backhaulOver, linkOf, networkOf } from './backhaul';
import { type Hop, tcpFraction } from './hops';
import { uplinksInCircle } from './linkTo';
import { loadOf, mostAirtime } from './load';
import { predictJob } from './predict';

const all = (job: Job) => {
  const network = networkOf(job, scene, 'planned');
  const predictions = predictJob(job, scene, network, { why: false });
  return { network, predictions, load: loadOf(job, network, predictions) };
};
const at = (
  list: readonly { unitIds: string[]; words: string; airtime: number }[],
  words: string,
  ...ids: string[]
) => list.find((c) => c.words === words && ids.every((id) => c.unitIds.includes(id)));

test('the scene is as meant: every spot is served by the unit beside it, at 5 GHz', () => {
  const { predictions } = all(withLinks(air(A, M, 'dedicated'), air(B, A, 'dedicated'), cable(C, M)));
  expect(predictions.map((p) => [p.spotId, p.unitId, p.band])).toEqual(
    ['m', 'a', 'b', 'c'].map((l) => [`spot-${l}`, `unit-${l}`, '5']),
  );
});

describe('everyone at once', () => {
  const { load, network } = all(withLinks(air(A, M, 'dedicated'), air(B, A, 'dedicated'), cable(C, M)));

  test('what flows from the street is the sum of all needs; over a link that of the spots behind it', () => {
    expect(load.plan).toEqual({ downMbps: 80, upMbps: 16, fits: true });
    const flow = (id: string) => load.links.find((l) => l.linkId === id);
    expect(flow('link-unit-a')).toMatchObject({
      spotIds: ['spot-a', 'spot-b'],
      downMbps: 40,
      upMbps: 8,
      fits: true,
    });
    expect(flow('link-unit-b')).toMatchObject({ spotIds: ['spot-b'], downMbps: 20, upMbps: 4 });
    expect(flow('link-unit-c')).toMatchObject({ spotIds: ['spot-c'], downMbps: 20 });
    expect(flow('link-unit-c')?.allowsMbps).toBeCloseTo(2500 * tcpFraction, 6);
  });

  test('radios of their own that meet at a unit share their channel: both hops for B, one for A', () => {
    const time = (id: string) => {
      const hop = network.backhauls.find((b) => b.unit.id === id)?.hops.at(-1) as Hop;
      return 20 / hop.downMbps + 4 / hop.upMbps;
    };
    const own = at(load.channels, '5 GHz, radios of their own', M.id, A.id, B.id);
    expect(own?.airtime).toBeCloseTo(2 * time(A.id) + time(B.id), 9);
    expect(own).toMatchObject({ own: true, band: '5', busyShare: 0, spotIds: ['spot-a', 'spot-b'] });
  });

  test('each access radio has its channel to itself', () => {
    for (const u of units) expect(at(load.channels, '5 GHz', u.id)?.unitIds).toEqual([u.id]);
    expect(load.channels).toHaveLength(5);
    expect(load.channels.every((c) => c.fits === c.airtime + c.busyShare <= mostAirtime)).toBe(true);
    expect(load.fits).toBe(true);
  });
});

test('a shared radio puts both units on one channel, which carries the need twice', () => {
  const { load, network } = all(withLinks(air(A, M, 'shared'), cable(B, M), cable(C, M)));
  const hop = network.backhauls.find((b) => b.unit.id === A.id)?.hops[0] as Hop;
  const shared = at(load.channels, '5 GHz', M.id, A.id);
  const alone = at(load.channels, '5 GHz', B.id)?.airtime ?? NaN;
  // the spot beside M, the spot beside A, and the hop between them; all spots are alike near
  expect(shared?.airtime).toBeCloseTo(2 * alone + 20 / hop.downMbps + 4 / hop.upMbps, 6);
  expect(shared).toMatchObject({ own: false, unitIds: expect.arrayContaining([M.id, A.id]) });
});

test('a plan that is too slow, either way, does not fit though the air does', () => {
  const job = withLinks(cable(A, M), cable(B, M), cable(C, M));
  const fits = (planDownMbps: number, planUpMbps: number) => {
    const { load } = all(applyEdit(job, putOne('x', { ...job.info, planDownMbps, planUpMbps })).job);
    return [load.plan.fits, load.fits];
  };
  expect(fits(80, 16)).toEqual([true, true]);
  expect(fits(79, 16)).toEqual([false, false]);
  expect(fits(80, 15)).toEqual([false, false]);
});

test('a need beyond a link is said at that link', () => {
  const thirsty = { ...activity, downMbps: 1000 };
  const slow: Product = { ...(products.find((p) => p.id === 'kit-node') as Product), portMbps: 500 };
  const { load } = all(
    applyEdit(withLinks(cable(A, M), cable(B, M), cable(C, M)), putOne('x', thirsty, slow)).job,
  );
  expect(load.links.map((l) => l.fits)).toEqual([false, false, false]);
  expect(load.links[0]?.allowsMbps).toBeCloseTo(500 * tcpFraction, 6);
});

describe('what a chain of hops allows', () => {
  const hops = (job: Job, u: Unit) => {
    const backhaul = networkOf(job, scene, 'planned').backhauls.find((b) => b.unit.id === u.id);
    if (!backhaul) throw new Error('no uplink');
    return backhaul;
  };
  const main = hops(bare, M);

  test('the plan and the main unit’s port bound it', () => {
    expect(main.mean).toMatchObject({ downMbps: 300, upMbps: 50 });
    const fast = { ...bare, info: { ...bare.info, planDownMbps: 9000, planUpMbps: 9000 } };
    const { downMbps, upMbps } = backhaulCapacity(fast, main, [], () => 0);
    expect([downMbps, upMbps]).toEqual([2500 * tcpFraction, 2500 * tcpFraction]);
  });

  test('two hops on radios of their own share their time; shared ones are counted against the access radio', () => {
    const own = hops(withLinks(air(A, M, 'dedicated'), air(B, A, 'dedicated')), B);
    const fast = { ...bare, info: { ...bare.info, planDownMbps: 9000, planUpMbps: 9000 } };
    const [first, second] = own.hops as [Hop, Hop];
    const both = backhaulCapacity(fast, main, own.hops, () => 0);
    expect(both.downMbps).toBeCloseTo(1 / (1 / first.downMbps + 1 / second.downMbps), 6);
    expect(both.sharedDown['5']).toBe(0);
    const shared = hops(withLinks(air(A, M, 'shared'), air(B, A, 'shared')), B);
    const counted = backhaulCapacity(fast, main, shared.hops, () => 0);
    expect(counted.downMbps).toBeCloseTo(2500 * tcpFraction, 6);
    expect(counted.sharedDown['5']).toBeCloseTo(
      shared.hops.reduce((sum, h) => sum + 1 / h.downMbps, 0),
      9,
    );
    expect(counted.sharedUp['5']).toBeCloseTo(
      shared.hops.reduce((sum, h) => sum + 1 / h.upMbps, 0),
      9,
    );
    expect([counted.sharedDown['2.4'], counted.sharedDown['6']]).toEqual([0, 0]);
  });

  test('alike cases are one: of each chance to carry so much it says what all 8 or 64 of them say', () => {
    // a fast plan and weak radios: what the hops carry is what counts
    const quick = (job: Job): Job => {
      const weak = job.kits.map((k) => ({
        ...k,
        radios: k.radios.map((r) => ({ ...r, eirpDbm: r.eirpDbm - 30 })),
      }));
      const info = { ...job.info, planDownMbps: 9000, planUpMbps: 9000 };
      return { ...applyEdit(job, putOne('x', ...weak)).job, info };
    };
    const chains = [
      withLinks(air(A, M, 'dedicated')),
      withLinks(air(A, M, 'dedicated'), air(B, A, 'dedicated')),
    ].map(quick);
    chains.forEach((job, i) => {
      const { cases, shares, hops: chain } = hops(job, i === 0 ? A : B);
      const all = normalParts.flatMap((a) =>
        (i === 0 ? [{ z: 0, share: 1 }] : normalParts).map((b) => ({
          share: a.share * b.share,
          capacity: backhaulCapacity(job, main, chain, (k) => (k % 2 ? b.z : a.z)),
        })),
      );
      expect(cases.length).toBeLessThan(all.length);
      expect(new Set(cases.map((c) => JSON.stringify(c))).size).toBeGreaterThan(1);
      for (const c of cases)
        for (const way of ['downMbps', 'upMbps'] as const) {
          const told = cases.reduce((sum, o, k) => sum + (o[way] >= c[way] ? (shares[k] ?? 0) : 0), 0);
          const whole = all.reduce((sum, o) => sum + (o.capacity[way] >= c[way] ? o.share : 0), 0);
          expect(told).toBeCloseTo(whole, 12);
        }
    });
  });

  test('a weaker signal allows less, hop by hop, and a third hop makes no more cases', () => {
    const one = hops(withLinks(air(A, M, 'dedicated')), A);
    expect(one.shares.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 12);
    const { hops: chain } = hops(
      withLinks(air(A, M, 'dedicated'), air(B, A, 'dedicated'), air(C, B, 'dedicated')),
      C,
    );
    const fast = { ...bare, info: { ...bare.info, planDownMbps: 9000, planUpMbps: 9000 } };
    const off = (...z: number[]) => backhaulCapacity(fast, main, chain, (i) => z[i] ?? 0).downMbps;
    const plain = off();
    expect(off(-12)).toBeLessThan(plain);
    expect(off(0, -12)).toBeLessThan(plain);
    expect(off(0, 0, -12)).toBeLessThan(plain);
    expect(off(0, 0, 0, -12)).toBe(plain);
    expect(
      hops(withLinks(air(A, M, 'dedicated'), air(B, A, 'dedicated'), air(C, B, 'dedicated')), C).cases.length,
    ).toBeLessThanOrEqual(64);
    // over a wire nothing is uncertain
    expect(hops(withLinks(cable(A, M)), A).cases).toHaveLength(1);
  });
});

describe('what is not fed', () => {
  test('in words, unit by unit', () => {
    const job = withLinks(air(B, A, 'dedicated'));
    const network = networkOf(job, scene, 'planned');
    expect(network.withoutUplink.map((w) => [w.unit.id, w.why])).toEqual(
      [
        [A.id, 'A has no uplink'],
        [B.id, 'A has no uplink'],
        [C.id, 'C has no uplink'],
      ].map(([id, why]) => [id, id === B.id ? expect.stringMatching(/no uplink/) : why]),
    );
    expect(networkOf(job, scene, 'found').backhauls).toEqual([]);
  });

  test('a radio that one end lacks is named with its unit', () => {
    const small = { ...B, kitId: 'kit-small' };
    const job = applyEdit(withLinks(air(A, M, 'dedicated')), putOne('x', small, air(B, A, 'dedicated'))).job;
    expect(networkOf(job, scene, 'planned').withoutUplink.find((w) => w.unit.id === B.id)?.why).toBe(
      'B has no separate 5 GHz radio for this link',
    );
    const six = { ...air(B, A, 'shared'), band: '6' as const };
    expect(networkOf(withLinks(air(A, M, 'shared'), six), scene, 'planned').withoutUplink.at(0)?.why).toBe(
      'A has no 6 GHz radio for this link',
    );
  });

  test('over a link that is not there: as it would be, or why not', () => {
    const job = withLinks(cable(A, M));
    const network = networkOf(job, scene, 'planned');
    const over = backhaulOver(job, scene, network, cable(B, A));
    expect(typeof over === 'string' ? over : over.hops.map((h) => h.link.unitId)).toEqual([A.id, B.id]);
    expect(backhaulOver(job, scene, network, cable(B, C))).toBe('its uplink unit has no uplink itself');
    expect(linkOf(job, A.id)?.fromUnitId).toBe(M.id);
    expect(linkOf(job, B.id)).toBeUndefined();
  });

  test('a unit that hangs on another, however far, can’t feed it', () => {
    const job = withLinks(cable(A, M), cable(B, A), cable(C, B));
    expect([uplinksInCircle(job, A.id, C.id), uplinksInCircle(job, A.id, A.id)]).toEqual([true, true]);
    expect([uplinksInCircle(job, C.id, A.id), uplinksInCircle(job, A.id, M.id)]).toEqual([false, false]);
    expect(get(job, 'unit', M.id).letter).toBe('M');
  });
});
