import { quayHouse } from '@/../demo/make/quayHouse';
import { tanneryLofts } from '@/../demo/make/tanneryLofts';
import { applyEdit, putOne } from '../job/edits';
import { get, type Job, jobFromRecords } from '../job/job';
import type { AnyRecord, ServicePoint, Unit } from '../job/records';
import { placeUnit } from '../design/placeUnit';
import { coaxPath } from '../media/coax';
import { buildScene } from '../propagation/scene';
import { cableCautions, cableEstimate } from '../media/cableEstimate';
import { coaxRoute } from '../media/coaxRoute';
import { backhaulOptions } from './backhaulOptions';
import { networkOf } from './backhaul';
import { mainsPath } from '../media/mainsPath';
import { nearServicePoint } from '../media/nearServicePoint';
import { outerWallIds } from '../media/outerWalls';

const house = jobFromRecords(quayHouse());
const flat = jobFromRecords(tanneryLofts());
const put = (job: Job, ...records: AnyRecord[]) => applyEdit(job, putOne('x', ...records)).job;
const socket = (job: Job, circuit: string, nth = 0): ServicePoint => {
  const s = job.services.filter((x) => x.kind === 'socket' && x.circuit === circuit)[nth];
  if (!s) throw new Error(`no socket ${nth} on ${circuit}`);
  return s;
};
/** A mesh node at a place, with the records that placing it made. */
function placed(job: Job, storeyId: string, xM: number, yM: number): { job: Job; unit: Unit } {
  const made = placeUnit(job, get(job, 'kit', 'kit-node'), { storeyId, xM, yM });
  return { job: applyEdit(job, made.edit).job, unit: made.unit };
}

describe('over the mains', () => {
  const house = jobFromRecords(
    quayHouse().map((r) => (r.type === 'service' ? { ...r, breaker: 'plain' as const } : r)),
  );
  const [g1, g2] = [socket(house, 'G1'), socket(house, 'G2')];
  test('one circuit: no consumer unit, fewer dB than two circuits', () => {
    const same = mainsPath(house, g1.id, socket(house, 'G1', 2).id);
    const other = mainsPath(house, g1.id, g2.id);
    expect(same.extraDb).toBe(0);
    expect(other.extraDb).toBe(12);
    expect(other.lengthM).toBeGreaterThan(same.lengthM);
    expect(other.costs[0]?.words).toMatch(/through the consumer unit/);
  });
  test('strip, breaker, phase and sub-board add what physics says', () => {
    const worse = put(
      house,
      { ...g1, onStrip: true, phase: 'L1', breaker: 'arc-fault' },
      { ...g2, phase: 'L2' },
    );
    expect(mainsPath(worse, g1.id, g2.id).extraDb).toBe(12 + 15 + 6 + 22);
    const beyond = mainsPath(house, g1.id, socket(house, 'N1').id);
    expect(beyond.extraDb).toBe(12 + 10);
    expect(beyond.costs.map((c) => c.words).join()).toMatch(/sub-board/);
  });
});

describe('through the coax', () => {
  const outlets = house.services.filter((s) => s.kind === 'coax');
  const [pantry, parlour, room] = outlets;
  if (!pantry || !parlour || !room) throw new Error('three outlets are needed');
  test('between two outlets of the old splitter: cables, and 34 dB between its outputs', () => {
    const route = coaxRoute(house, parlour.id, room.id);
    if ('why' in route) throw new Error(route.why);
    expect(route.splitters).toEqual([{ ways: 4, rated: false, between: 'out-out' }]);
    expect(route.segments.map((s) => [s.cable, s.lengthM])).toEqual([
      ['rg59', 14],
      ['rg6', 18],
    ]);
    expect(coaxPath(route).lossDb).toBeCloseTo(34 + 4.517 + 4.654, 2);
    expect(route.cautions.join()).toMatch(/made for the band/);
  });
  test('joined to nothing, behind an amplifier, no cable: said', () => {
    const splitter = house.services.find((s) => s.kind === 'splitter');
    if (!splitter) throw new Error('no splitter');
    expect(coaxRoute(put(house, { ...parlour, joined: 'not-joined' }), parlour.id, room.id)).toEqual({
      ok: false,
      why: `${parlour.name} is not connected`,
    });
    expect(coaxRoute(put(house, { ...splitter, amplifier: true }), parlour.id, room.id)).toEqual({
      ok: false,
      why: `${splitter.name} has an amplifier that blocks the return signal`,
    });
    const cut = applyEdit(house, { label: 'x', put: [], remove: house.cableRuns.map((r) => r.id) }).job;
    expect(coaxRoute(cut, parlour.id, room.id)).toMatchObject({
      why: expect.stringMatching(/no coax is known/),
    });
  });
});

describe('a new cable', () => {
  const scene = buildScene(house);
  test('in one room no hole; through rooms some; to the Net loft by the duct, and none outside', () => {
    const a = get(house, 'unit', 'unit-a');
    const near = { ...a, id: 'x', xM: a.xM - 1 };
    expect(cableEstimate(house, scene, a, near)).toMatchObject({ holes: 0, outerHoles: 0 });
    const far = { ...a, id: 'x', xM: 2, yM: 2 };
    expect(cableEstimate(house, scene, a, far).holes).toBeGreaterThan(0);
    const loft = cableEstimate(house, scene, a, get(house, 'unit', 'unit-b'));
    expect(loft.route?.kind).toBe('duct');
    expect(loft.outerHoles).toBe(0);
    expect(cableCautions(loft, 'ethernet').join()).toMatch(/between buildings/);
    expect(cableCautions(loft, 'fibre').join()).not.toMatch(/between buildings/);
  });
  test('what may not be drilled is said', () => {
    const a = get(flat, 'unit', 'unit-a');
    const far = { ...a, id: 'x', xM: 19, yM: 2 };
    expect(cableEstimate(flat, buildScene(flat), a, far).whyNot).toMatch(/drilling is not allowed/);
  });
  test('outer walls are those along the outline', () => {
    const outer = outerWallIds(house);
    const stone = house.walls.filter((w) => w.assemblyId === 'asm-stone');
    expect(stone.every((w) => outer.has(w.id))).toBe(true);
    expect(outer.size).toBeLessThan(house.walls.length);
  });
});

describe('every way to feed a unit', () => {
  const { job, unit } = placed(house, 'ground', 1.6, 7);
  const options = backhaulOptions(job, buildScene(job), unit);
  test('all media side by side, best first, what is taken marked, what won’t do last with why', () => {
    const media = new Set(options.map((o) => o.link.medium));
    expect([...media].sort()).toEqual(['coax', 'ethernet', 'fibre', 'powerline', 'wireless']);
    const open = options.filter((o) => o.whyNot === null);
    expect(options.slice(0, open.length)).toEqual(open);
    open.slice(1).forEach((o, i) => expect(o.downMbps).toBeLessThanOrEqual(open[i]?.downMbps ?? NaN));
    expect(options.filter((o) => o.taken)).toHaveLength(1);
    for (const o of options) {
      expect(o.costEur).toBeGreaterThanOrEqual(0);
      if (o.whyNot === null) expect(o.downMbps).toBeGreaterThan(0);
    }
  });
  test('each one taken gives just what its row says', () => {
    for (const o of options.filter((x) => x.whyNot === null)) {
      const taken = put(job, ...o.also, o.link);
      const backhaul = networkOf(taken, buildScene(taken), 'planned').backhauls.find(
        (f) => f.unit.id === unit.id,
      );
      const shared = Object.values(backhaul?.mean.sharedDown ?? {}).map((s) => (s > 0 ? 1 / s : Infinity));
      expect(Math.min(backhaul?.mean.downMbps ?? NaN, ...shared)).toBeCloseTo(o.downMbps, 6);
    }
  });
  test('powerline is uncertain: its worst case is slower than its mean, and its best no slower', () => {
    const mains = options.find((o) => o.link.medium === 'powerline' && o.whyNot === null);
    if (!mains) throw new Error('no powerline');
    const taken = put(job, ...mains.also, mains.link);
    const backhaul = networkOf(taken, buildScene(taken), 'planned').backhauls.find(
      (f) => f.unit.id === unit.id,
    );
    expect(backhaul?.cases).toHaveLength(8);
    const downs = backhaul?.cases.map((c) => c.downMbps) ?? [];
    expect(Math.min(...downs)).toBeLessThan(backhaul?.mean.downMbps ?? NaN);
  });
  test('another hop never raises a rate', () => {
    const direct = options.find(
      (o) => o.link.medium === 'wireless' && o.fromLetter === 'A' && o.whyNot === null,
    );
    const further = placed(put(job, ...(direct ? [direct.link] : [])), 'first', 3, 6);
    const scene = buildScene(further.job);
    const first = networkOf(further.job, scene, 'planned').backhauls.find((f) => f.unit.id === unit.id);
    const throughOther = backhaulOptions(further.job, scene, further.unit).filter(
      (o) => o.link.fromUnitId === unit.id,
    );
    expect(throughOther.length).toBeGreaterThan(0);
    for (const o of throughOther)
      expect(o.downMbps).toBeLessThanOrEqual((first?.mean.downMbps ?? NaN) + 1e-6);
  });
  test('in the flat nothing is drilled: cables are shut, powerline and air are open', () => {
    const there = placed(flat, 'flat-floor', 19, 2.5);
    const rows = backhaulOptions(there.job, buildScene(there.job), there.unit);
    for (const o of rows.filter((x) => x.link.medium === 'ethernet')) expect(o.whyNot).toMatch(/drill/);
    expect(rows.some((o) => o.link.medium === 'coax')).toBe(false);
    expect(rows.some((o) => o.link.medium === 'powerline' && o.whyNot === null)).toBe(true);
    expect(nearServicePoint(there.job, there.unit, 'coax')).toBeNull();
  });
});

test('a coax or powerline link without its ends is refused by path', () => {
  const { job, unit } = placed(house, 'ground', 1.6, 7);
  const link = job.links.find((l) => l.unitId === unit.id);
  if (!link) throw new Error('no link');
  expect(() =>
    put(job, {
      ...link,
      medium: 'coax',
      radio: null,
      band: null,
      fromServiceId: 'nowhere',
      toServiceId: 'x',
      adapterKitId: 'kit-coax-adapter',
    }),
  ).toThrow(/no service with the id nowhere/);
});
