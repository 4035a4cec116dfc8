import { quayHouse } from '@/../demo/make/quayHouse';
import { tanneryLofts } from '@/../demo/make/tanneryLofts';
import { applyEdit, putOne } from '../job/edits';
import { get, type Job, jobFromRecords } from '../job/job';
import { placeUnit } from '../design/placeUnit';
import { setChannels } from '../design/setChannels';
import { buildScene } from '../propagation/scene';
import { random } from '../statistics/random';
import { planChannels } from './channelPlan';
import { networkOf } from './backhaul';
import { loadOf } from './load';
import { predictJob } from './predict';

const house = jobFromRecords(quayHouse());
const flat = jobFromRecords(tanneryLofts());
const planOf = (job: Job) => {
  const scene = buildScene(job);
  const network = networkOf(job, scene, 'planned');
  return planChannels(job, scene, network, loadOf(job, network, predictJob(job, scene, network)));
};
/** More nodes on wires, so that each has a channel of its own. */
function wired(job: Job, storeyId: string, places: [number, number][], kitId = 'kit-small'): Job {
  return places.reduce((now, [xM, yM]) => {
    const placed = placeUnit(now, get(now, 'kit', kitId), { storeyId, xM, yM });
    const next = applyEdit(now, placed.edit).job;
    const link = next.links.find((l) => l.unitId === placed.unit.id);
    if (!link) throw new Error('no link');
    const cable = {
      ...link,
      fromUnitId: 'unit-a',
      medium: 'ethernet' as const,
      radio: null,
      band: null,
      category: 'cat6' as const,
      lengthM: 12,
    };
    return applyEdit(next, putOne('x', cable)).job;
  }, job);
}

test('three units in one flat take three channels that keep clear, away from loud neighbours', () => {
  const job = wired(flat, 'flat-floor', [
    [9, 4],
    [19, 3],
  ]);
  const plan = planOf(job);
  const at24 = plan.choices.filter((c) => c.band === '2.4').map((c) => c.channel);
  expect([...at24].sort((a, b) => a - b)).toEqual([1, 6, 11]);
  expect(plan.exact).toBe(true);
  expect(plan.conflict).toBeLessThanOrEqual(plan.conflictNow + 1e-12);
});

test('units joined by a shared radio stay on one channel', () => {
  const placed = placeUnit(flat, get(flat, 'kit', 'kit-small'), { storeyId: 'flat-floor', xM: 12, yM: 4.4 });
  const job = applyEdit(flat, placed.edit).job;
  const link = job.links.find((l) => l.unitId === placed.unit.id);
  const channels = planOf(job)
    .choices.filter((c) => c.band === link?.band)
    .map((c) => c.channel);
  expect(channels).toHaveLength(2);
  expect(new Set(channels).size).toBe(1);
});

test('no choice is better: every other is tried', () => {
  const job = wired(house, 'ground', [
    [2, 6],
    [10, 6],
  ]);
  const scene = buildScene(job);
  const network = networkOf(job, scene, 'planned');
  const load = loadOf(job, network, predictJob(job, scene, network));
  const plan = planChannels(job, scene, network, load);
  const r = random(5);
  for (let i = 0; i < 30; i++) {
    const other = plan.choices.map((c) =>
      c.band === '2.4' ? { ...c, channel: [1, 6, 11][Math.floor(r.uniform() * 3)] ?? 1 } : c,
    );
    const units = job.units.map((u) => {
      const channels = { ...u.channels };
      const widths = { ...u.widths };
      for (const c of other)
        if (c.unitId === u.id) {
          channels[c.band] = c.channel;
          widths[c.band] = c.widthMHz;
        }
      return { ...u, channels, widths };
    });
    const set = applyEdit(job, putOne('x', ...units)).job;
    const again = networkOf(set, scene, 'planned');
    const cost = planChannels(set, scene, again, load).conflictNow;
    expect(cost).toBeGreaterThanOrEqual(plan.conflict - 1e-9);
  }
});

test('set in one edit, a found unit keeps its channels as found; set again changes nothing', () => {
  const plan = planOf(house);
  const set = applyEdit(house, setChannels(house, plan)).job;
  expect(get(set, 'unit', 'unit-a').channels).toEqual({ '2.4': null, '5': null, '6': null });
  const a = set.units.find((u) => u.planned && u.letter === 'A');
  expect(a?.channels['5']).toBe(plan.choices.find((c) => c.unitId === 'unit-a' && c.band === '5')?.channel);
  const again = planOf(set);
  expect(again.conflict).toBeCloseTo(plan.conflict, 9);
  expect(again.conflictNow).toBeCloseTo(plan.conflict, 9);
});

test('links with radios of their own get a channel apart from the access radios around them', () => {
  const main = { ...get(house, 'unit', 'unit-a'), kitId: 'kit-main', mount: 'shelf' as const, found: false };
  const job = applyEdit(house, putOne('x', main)).job;
  const placed = placeUnit(job, get(job, 'kit', 'kit-node'), { storeyId: 'first', xM: 7, yM: 4 });
  const two = applyEdit(job, placed.edit).job;
  const link = two.links.find((l) => l.unitId === placed.unit.id);
  expect(link).toMatchObject({ medium: 'wireless', radio: 'dedicated' });
  const plan = planOf(two);
  expect(plan.links.map((l) => l.linkId)).toEqual([link?.id]);
  const set = applyEdit(two, setChannels(two, plan)).job;
  expect(get(set, 'link', link?.id ?? '').channel).toBe(plan.links[0]?.channel);
  expect(planOf(set).conflictNow).toBeCloseTo(plan.conflict, 9);
});

test('a channel is narrower only where that keeps clear of others and all at once still fit', () => {
  const busy = applyEdit(
    flat,
    putOne(
      'x',
      ...flat.neighbours.map((n) => ({
        ...n,
        band: '5' as const,
        channel: 36,
        widthMHz: 20 as const,
        busyShare: 0.3,
      })),
    ),
  ).job;
  const plan = planOf(busy);
  const scene = buildScene(busy);
  const set = applyEdit(busy, setChannels(busy, plan)).job;
  const network = networkOf(set, scene, 'planned');
  const load = loadOf(set, network, predictJob(set, scene, network));
  for (const c of plan.choices.filter((x) => x.widthMHz !== null)) {
    const group = load.channels.find((x) => x.band === c.band && x.unitIds.includes(c.unitId));
    expect((group?.airtime ?? 0) + (group?.busyShare ?? 0)).toBeLessThanOrEqual(0.9);
  }
  expect(plan.conflict).toBeLessThanOrEqual(plan.conflictNow + 1e-9);
});

describe('6 GHz', () => {
  const sixGHz = (job: Job) => ({
    ...get(job, 'kit', 'kit-node'),
    id: 'kit-six',
    radios: get(job, 'kit', 'kit-node').radios.map((r) =>
      r.band === '5' && r.use === 'access' ? { ...r, band: '6' as const } : r,
    ),
  });
  const withNodes = (storeyId: string, places: [number, number][]) => {
    const kit = sixGHz(house);
    const stocked = applyEdit(house, putOne('x', kit)).job;
    return wired(stocked, storeyId, places, kit.id);
  };

  test('indoors each takes a block of its own, and each block lies within the band', () => {
    const plan = planOf(
      withNodes('ground', [
        [3, 6],
        [10, 6],
      ]),
    );
    const six = plan.choices.filter((c) => c.band === '6');
    expect(six).toHaveLength(2);
    expect(new Set(six.map((c) => c.channel)).size).toBe(2);
    for (const { channel } of six) {
      expect((channel - 1) % 4).toBe(0);
      expect(channel).toBeLessThanOrEqual(93);
    }
  });

  test('a unit outdoors gets no 6 GHz channel, and of 5 GHz none that is for indoors', () => {
    const yard = house.storeys.find((s) => get(house, 'building', s.buildingId).kind === 'outdoors');
    if (!yard) throw new Error('no yard');
    const plan = planOf(withNodes(yard.id, [[3, 3]]));
    expect(plan.choices.some((c) => c.band === '2.4' && c.unitId !== 'unit-a')).toBe(true);
    expect(plan.choices.filter((c) => c.band === '6')).toEqual([]);
    // a unit that is fed there: moved out of the coach house
    const out = applyEdit(
      house,
      putOne('x', { ...get(house, 'unit', 'unit-b'), storeyId: yard.id, xM: 3, yM: 3 }),
    ).job;
    const channelOf = (of: typeof plan) =>
      of.choices.find((c) => c.band === '5' && c.unitId === 'unit-b')?.channel;
    expect(channelOf(planOf(house))).toBeLessThan(100);
    expect(channelOf(planOf(out))).toBeGreaterThanOrEqual(100);
  });
});

test.each([
  [0.02, false],
  [0.03, true],
])(
  'with %f of the time in use a radar channel (5 %%) costs less than the busy one: %s',
  (airtime, isRadar) => {
    // the one 80 MHz block without radar is taken for 95 % of the time: 0.03 + airtime of waiting × 0.95
    const [n] = flat.neighbours;
    if (!n) throw new Error('no neighbour');
    const loud = { ...n, band: '5' as const, channel: 36, widthMHz: 80 as const, busyShare: 0.95 };
    const job = applyEdit(flat, putOne('x', loud)).job;
    const scene = buildScene(job);
    const calm = networkOf(flat, scene, 'planned');
    const load = loadOf(flat, calm, predictJob(flat, scene, calm));
    const channels = load.channels.map((c) => ({ ...c, airtime }));
    const plan = planChannels(job, scene, networkOf(job, scene, 'planned'), { ...load, channels });
    expect(plan.choices.filter((c) => c.band === '5').map((c) => c.channel >= 52)).toEqual([isRadar]);
  },
);
