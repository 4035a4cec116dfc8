import { quayHouse } from '@/../demo/make/quayHouse';
import { tanneryLofts } from '@/../demo/make/tanneryLofts';
import { applyEdit, putOne } from '../job/edits';
import { get, type Job, jobFromRecords } from '../job/job';
import type { Neighbour } from '../job/records';
import { placeUnit } from '../design/placeUnit';
import { backhaulOptions } from './backhaulOptions';
import { buildScene } from '../propagation/scene';
import { disturbersOf, noiseAt, noNoise } from './disturbance';
import { networkOf } from './backhaul';
import { predictFixed } from './fixedDevices';
import { predictJob } from './predict';

const house = jobFromRecords(quayHouse());
const flat = jobFromRecords(tanneryLofts());
const run = (job: Job) => {
  const scene = buildScene(job);
  const network = networkOf(job, scene, 'planned');
  return { scene, network, spots: predictJob(job, scene, network) };
};

describe('neighbours', () => {
  test('what they take of a channel comes off every rate on it', () => {
    const set = applyEdit(
      flat,
      putOne('x', { ...get(flat, 'unit', 'unit-a'), channels: { '2.4': 1, '5': 36, '6': null } }),
    ).job;
    const busy: Neighbour = {
      type: 'neighbour',
      id: 'n',
      name: 'N',
      band: '5',
      channel: 40,
      widthMHz: 20,
      busyShare: 0.5,
      note: '',
    };
    const none = jobFromRecords([...set.byId.values()].filter((r) => r.type !== 'neighbour'));
    const before = run(none).spots;
    const after = run(applyEdit(none, putOne('x', busy)).job).spots;
    const [p, q] = [before[0], after[0]];
    expect(p?.band).toBe('5');
    const air = (x: typeof p) => x?.chain.find((s) => s.kind === 'air' || s.kind === 'device')?.mbps ?? NaN;
    expect(air(q) / air(p)).toBeCloseTo(0.5, 6);
    expect(q?.air?.busyShare).toBe(0.5);
    after.forEach((x, i) => expect(x.downMbps).toBeLessThanOrEqual((before[i]?.downMbps ?? 0) + 1e-9));
  });

  test('a unit left to itself takes the quietest channel, and says so', () => {
    const { network } = run(flat);
    const air = network.backhauls[0]?.air;
    // a neighbour on 6 that is 40 MHz wide lies over 11 as well
    expect(air?.['2.4']).toMatchObject({ channel: 1, chosen: true, busyShare: 0.35 });
    expect(air?.['5'].busyShare).toBe(0.3);
  });
});

describe('what disturbs 2.4 GHz', () => {
  const scene = buildScene(house);
  const disturbers = disturbersOf(house);
  test('a microwave: 54 dB at 3 m in the open, less behind walls, none without one', () => {
    const oven = disturbers[0];
    if (!oven) throw new Error('the demo has no microwave');
    const open = buildScene(
      jobFromRecords(
        quayHouse().filter(
          (r) =>
            r.type !== 'wall' && r.type !== 'opening' && (r.type !== 'obstacle' || r.disturbs !== 'none'),
        ),
      ),
    );
    const [x, y, z] = oven.at;
    expect(noiseAt(open, [oven], x, y - 3, z).riseDb).toBeCloseTo(54, -0.5);
    const near = noiseAt(scene, disturbers, x + 1, y - 1, z);
    const far = noiseAt(scene, disturbers, 3, 2, 1);
    expect(near.riseDb).toBeGreaterThan(far.riseDb);
    expect(near).toMatchObject({ duty: 0.5, from: oven });
    expect(noiseAt(scene, [], x, y, z)).toEqual(noNoise);
  });

  test('it costs the spots that use 2.4 GHz, and none more than half of their rate', () => {
    const quiet = jobFromRecords(
      quayHouse().map((r) => (r.type === 'obstacle' ? { ...r, disturbs: 'none' as const } : r)),
    );
    const [before, after] = [run(quiet).spots, run(house).spots];
    let lost = 0;
    before.forEach((p, i) => {
      const q = after[i];
      if (p.band !== '2.4' || q?.band !== '2.4') return;
      expect(q.downMbps).toBeLessThanOrEqual(p.downMbps + 1e-9);
      expect(q.downMbps).toBeGreaterThanOrEqual(p.downMbps / 2 - 1e-9);
      if (q.downMbps < p.downMbps) lost++;
    });
    expect(lost).toBeGreaterThan(0);
  });
});

test('devices that know only 2.4 GHz are judged on it, each with its own need', () => {
  const { scene, network } = run(house);
  const fixed = predictFixed(house, scene, network).filter((p) => get(house, 'fixedDevice', p.spotId).only24);
  expect(fixed.map((p) => get(house, 'fixedDevice', p.spotId).name).sort()).toEqual([
    'Boiler switch',
    'Tide camera',
  ]);
  for (const p of fixed) expect(p.heard?.band).toBe('2.4');
});

test('the terms of a radio hop add up to what arrives, aerials and cupboards at both ends included', () => {
  const product = get(house, 'kit', 'kit-node');
  const placed = placeUnit(house, product, { storeyId: 'first', xM: 4, yM: 5 });
  const job = applyEdit(house, placed.edit).job;
  const best = backhaulOptions(job, buildScene(job), placed.unit).find((o) => o.link.medium === 'wireless');
  if (!best) throw new Error('no way wirelessly');
  const fed = applyEdit(
    applyEdit(job, putOne('x', best.link)).job,
    putOne('y', { ...placed.unit, mount: 'cupboard', tiltDeg: 60 }),
  ).job;
  const hop = run(fed)
    .network.backhauls.find((f) => f.unit.id === placed.unit.id)
    ?.hops.at(-1);
  const terms = hop?.wireless?.terms ?? [];
  expect(terms.filter((t) => t.kind === 'mount').length).toBeGreaterThan(0);
  expect(terms.reduce((sum, t) => sum + t.db, 0)).toBeCloseTo(hop?.wireless?.downDbm ?? NaN, 6);
});

test('a unit upside down or in a cupboard is seen in what it gives', () => {
  const product = get(house, 'kit', 'kit-small');
  const placed = placeUnit(house, product, { storeyId: 'ground', xM: 3, yM: 3 });
  const at = (over: object) => {
    const job = applyEdit(applyEdit(house, placed.edit).job, putOne('x', { ...placed.unit, ...over })).job;
    return run(job).spots.find((p) => p.spotId === 'spot-6')?.rssiDbm ?? NaN;
  };
  expect(at({}) - at({ mount: 'cupboard' })).toBeGreaterThan(2.5);
  expect(Math.abs(at({}) - at({ tiltDeg: 90, facingDeg: 0 }))).toBeGreaterThan(1);
});
