import { quayHouse } from '@/../demo/make/quayHouse';
import { applyEdit, putOne } from '@/core/job/edits';
import { find, get, type Job, jobFromRecords } from '@/core/job/job';
import type { Link, Unit } from '@/core/job/records';
import { changeUnit, removeUnit } from '@/core/design/changeUnit';
import { placeUnit } from '@/core/design/placeUnit';
import { backhaulOptions } from './backhaulOptions';
import { buildScene } from '@/core/propagation/scene';
import { chanceMet, delivered } from './delivery';
import { type BackhaulCapacity, networkOf } from './backhaul';
import { loadOf } from './load';
import { predictJob } from './predict';
import { cableLength, wiredMbps } from '../media/wired';

const job = jobFromRecords(quayHouse());
const scene = buildScene(job);
const predict = (j: Job) => predictJob(j, scene, networkOf(j, scene, 'planned'));
const capacity = (part: Partial<BackhaulCapacity> = {}): BackhaulCapacity => ({
  downMbps: 500,
  upMbps: 100,
  sharedDown: { '2.4': 0, '5': 0, '6': 0 },
  sharedUp: { '2.4': 0, '5': 0, '6': 0 },
  ...part,
});

describe('what is delivered', () => {
  test('the least along wires; shared air halves two equal hops; another band does not share', () => {
    expect(delivered(capacity(), '5', 900, 'down')).toBe(500);
    const shared = capacity({ sharedDown: { '2.4': 0, '5': 1 / 200, '6': 0 } });
    expect(delivered(shared, '5', 200, 'down')).toBeCloseTo(100, 9);
    expect(delivered(shared, '2.4', 90, 'down')).toBe(90);
    expect(delivered(shared, '2.4', 900, 'down')).toBeCloseTo(200, 9);
    expect(delivered(capacity(), '5', 0, 'down')).toBe(0);
  });
  test('the chance is one half at the threshold, and averages over cases', () => {
    expect(chanceMet([-70], [1], -70, 5)).toBeCloseTo(0.5, 6);
    expect(chanceMet([-70, Infinity], [0.5, 0.5], -60, 0.001)).toBeCloseTo(0.5, 6);
  });
  test('cables', () => {
    const cable = (category: Link['category'], lengthM: number) =>
      wiredMbps({ medium: 'ethernet', category, lengthM });
    expect([
      cable('cat5e', 90),
      cable('cat6', 55),
      cable('cat6', 56),
      cable('cat6a', 100),
      cable('cat6a', 101),
    ]).toEqual([2500, 10000, 5000, 10000, 0]);
    expect(cableLength(20)).toBe(24);
  });
});

describe('predictions', () => {
  test('terms add up to the signal; the chain bounds what is delivered; exactly one limit', () => {
    for (const p of predict(job)) {
      if (p.unitId === null) continue;
      expect(p.terms.reduce((sum, t) => sum + t.db, 0)).toBeCloseTo(p.rssiDbm ?? NaN, 6);
      expect(p.downMbps).toBeLessThanOrEqual(Math.min(...p.chain.map((s) => s.mbps)) + 1e-9);
      expect(p.chain.filter((s) => s.isLimit)).toHaveLength(1);
      expect(p.certainty).toBeGreaterThanOrEqual(0);
      expect(p.certainty).toBeLessThanOrEqual(1);
    }
  });

  test('a faster plan lifts only what the plan limited', () => {
    const slow = applyEdit(job, putOne('x', { ...job.info, planDownMbps: 50 })).job;
    const [before, after] = [predict(slow), predict(job)];
    before.forEach((p, i) => expect(after[i]?.downMbps).toBeGreaterThanOrEqual(p.downMbps));
    expect(before.find((p) => p.spotId === 'spot-5')?.limitedBy).toBe('plan');
  });

  test('a unit with no link is said to be unfed and serves nothing', () => {
    const alone = applyEdit(job, { label: 'x', put: [], remove: ['link-unit-b'] }).job;
    const network = networkOf(alone, scene, 'planned');
    expect(network.withoutUplink.map((u) => u.why)).toEqual(['B has no uplink']);
    expect(predictJob(alone, scene, network).some((p) => p.unitId === 'unit-b')).toBe(false);
  });

  test('a unit on top of a spot and two units at one place give numbers', () => {
    const spot = get(job, 'spot', 'spot-3');
    const a = get(job, 'unit', 'unit-a');
    const on: Unit = {
      ...a,
      id: 'unit-z',
      letter: 'Z',
      storeyId: spot.storeyId,
      xM: spot.xM,
      yM: spot.yM,
      heightM: spot.heightM,
    };
    const two = applyEdit(job, {
      label: 'x',
      put: [on, { ...on, id: 'unit-y', letter: 'Y' }],
      remove: [],
    }).job;
    const p = predict(two).find((q) => q.spotId === 'spot-3');
    expect(Number.isFinite(p?.rssiDbm)).toBe(true);
    expect(p?.downMbps).toBe(500);
  });
});

describe('planning by hand', () => {
  const product = get(job, 'kit', 'kit-small');
  const placed = placeUnit(job, product, { storeyId: 'first', xM: 4.2, yM: 5.4 });
  const next = applyEdit(job, placed.edit).job;

  test('a placed unit takes the next letter and the best link over the air', () => {
    expect(placed.unit.letter).toBe('C');
    const best = backhaulOptions(next, scene, placed.unit).find(
      (o) => o.link.medium === 'wireless' && o.whyNot === null,
    );
    expect(next.links.find((l) => l.unitId === placed.unit.id)).toEqual(best?.link);
    expect(predict(next).find((p) => p.spotId === 'spot-3')?.met).toBe(true);
    const headroom = (j: Job) => predict(j).find((p) => p.spotId === 'spot-3')?.headroomDb ?? NaN;
    expect(headroom(next)).toBeGreaterThan(headroom(job) + 10);
  });

  test('what was found stays found when the plan moves it', () => {
    const a = get(job, 'unit', 'unit-a');
    const changed = changeUnit(job, { ...a, xM: 8 }, 'Move A', true);
    const moved = applyEdit(job, changed.edit).job;
    expect(find(moved, 'unit', 'unit-a')).toMatchObject({ xM: a.xM, found: true, planned: false });
    expect(find(moved, 'unit', changed.id)).toMatchObject({
      xM: 8,
      found: false,
      planned: true,
      letter: 'A',
    });
    expect(networkOf(moved, scene, 'planned').withoutUplink).toEqual([]);
    expect(predictJob(moved, scene, networkOf(moved, scene, 'found'))).toEqual(
      predictJob(job, scene, networkOf(job, scene, 'found')),
    );
  });

  test('a removed unit takes its links with it, a found one only leaves the plan', () => {
    const without = applyEdit(next, removeUnit(next, get(next, 'unit', placed.unit.id))).job;
    expect(without.units).toHaveLength(job.units.length);
    const found = applyEdit(job, removeUnit(job, get(job, 'unit', 'unit-a'))).job;
    expect(find(found, 'unit', 'unit-a')).toMatchObject({ found: true, planned: false });
    expect(networkOf(found, scene, 'planned').backhauls).toEqual([]);
  });

  test('everyone at once: wires add up, one channel where a hop shares the radio', () => {
    const network = networkOf(next, scene, 'planned');
    const predictions = predictJob(next, scene, network);
    const load = loadOf(next, network, predictions);
    const served = predictions.filter((p) => p.unitId !== null);
    expect(load.plan.downMbps).toBeCloseTo(
      served.reduce((sum, p) => sum + p.need.downMbps, 0),
      9,
    );
    const wire = load.links.find((w) => w.linkId === 'link-unit-b');
    expect(wire?.downMbps).toBeCloseTo(
      served.filter((p) => p.unitId === 'unit-b').reduce((sum, p) => sum + p.need.downMbps, 0),
      9,
    );
    const shared = load.channels.find(
      (c) => c.unitIds.includes('unit-a') && c.unitIds.includes(placed.unit.id),
    );
    expect(shared?.airtime).toBeGreaterThan(0);
  });
});
