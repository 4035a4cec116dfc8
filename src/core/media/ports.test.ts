import fc from 'fast-check';
import { quayHouse } from '@/../demo/make/quayHouse';
import { applyEdit, EditError, putOne } from '../job/edits';
import { get, type Job, jobFromRecords } from '../job/job';
import type { AnyRecord, Product, Unit } from '../job/records';
import { billOf } from '../design/bill';
import { linkTo } from '../network/linkTo';
import { placeUnit } from '../design/placeUnit';
import { buildScene } from '../propagation/scene';
import { cableEstimate } from './cableEstimate';
import { backhaulOptions } from '../network/backhaulOptions';
import { networkOf } from '../network/backhaul';
import { loadOf, mostAirtime } from '../network/load';
import { portsLeft, portsOf } from './ports';
import { predictJob } from '../network/predict';

const house = jobFromRecords(quayHouse());
const scene = buildScene(house);
const put = (job: Job, ...records: AnyRecord[]) => applyEdit(job, putOne('x', ...records)).job;
const product = (id: string): Product => get(house, 'kit', `kit-${id}`);
const A = get(house, 'unit', 'unit-a');
const unit = (letter: string, kitId: string, over: Partial<Unit> = {}): Unit => ({
  ...A,
  id: `unit-${letter.toLowerCase()}`,
  letter,
  kitId: `kit-${kitId}`,
  found: false,
  planned: true,
  mount: 'shelf',
  ...over,
});
const wire = (u: Unit, from: Unit, lengthM = 20, adapterKitId: string | null = null) =>
  linkTo(house, u, from, { medium: 'ethernet', category: 'cat6', lengthM, adapterKitId });
const loadFor = (job: Job) => {
  const network = networkOf(job, scene, 'planned');
  return loadOf(job, network, predictJob(job, scene, network, { why: false }));
};

describe('ports and power', () => {
  const S = unit('S', 'switch-poe', { xM: 11 });
  const points = ['C', 'D'].map((l, i) => unit(l, 'access-point', { xM: 2 + 5 * i, heightM: 2.4 }));
  const job = put(house, S, wire(S, A, 5), ...points, ...points.map((p) => wire(p, S, 30)));

  test('a switch passes on what comes to it, and counts its ports and its watts', () => {
    const ports = portsOf(job, S.id);
    expect(ports).toMatchObject({ ports: 7, poePorts: 4, poeUsed: 2, budgetW: 60 });
    // 11 W at the end of 30 m of cat 6, fed with 44 V: 2.28 Ω
    const atPort = (44 * (44 - Math.sqrt(44 ** 2 - 4 * 2.28 * 11))) / (2 * 2.28);
    expect(ports?.givesW).toBeCloseTo(2 * atPort, 6);
    expect(ports?.used.every((u) => u.power?.ok && !u.unpowered)).toBe(true);
    const backhauls = networkOf(job, scene, 'planned').backhauls;
    expect(backhauls.find((f) => f.unit.id === 'unit-c')?.hops.map((h) => h.from.unit.letter)).toEqual([
      'A',
      'S',
    ]);
  });

  test('a port without power leaves its unit dark; an injector in the line feeds it and is on the bill once', () => {
    const bare = put(house, points[0] as Unit, wire(points[0] as Unit, A, 30));
    expect(portsOf(bare, A.id)?.used.at(-1)).toMatchObject({ unpowered: true, power: null });
    const way = backhaulOptions(bare, scene, points[0] as Unit).find((o) => o.link.medium === 'ethernet');
    expect(way).toMatchObject({ label: 'Ethernet, cat 6, with an injector', whyNot: null });
    const fed = put(bare, way?.link as AnyRecord);
    expect(portsOf(fed, A.id)?.used.at(-1)?.power).toMatchObject({ from: 'injector', ok: true });
    const injector = billOf(fed).lines.find((l) => l.item === product('injector').name);
    expect(injector).toMatchObject({ count: 1, sumEur: product('injector').priceEur });
  });

  test('an unknown unit has no ports, one over the air takes none', () => {
    expect(portsOf(house, 'nobody')).toBeNull();
    const small = unit('C', 'small');
    const onAir = put(
      house,
      small,
      linkTo(house, small, A, { medium: 'wireless', radio: 'shared', band: '5' }),
    );
    expect(portsOf(onAir, A.id)?.used.map((u) => u.to)).toEqual(['B']);
  });

  test('a switch is placed on a cable by itself', () => {
    const placed = placeUnit(house, product('switch-8'), { storeyId: 'ground', xM: 9, yM: 2 });
    expect(placed.edit.put.find((r) => r.type === 'link')).toMatchObject({
      medium: 'ethernet',
      fromUnitId: A.id,
    });
  });
});

describe('a cable whose way is drawn', () => {
  const to = unit('C', 'node', { xM: 2, yM: 6.5, heightM: 1.2 });
  const corner = (xM: number, yM: number, heightM = 0.1) => ({ storeyId: 'ground', xM, yM, heightM });

  test('its length is that of its legs, up and down apart', () => {
    const [a, b] = [corner(12, 2), corner(7, 2)];
    const { lengthM } = cableEstimate(house, scene, { ...A, xM: 12, yM: 2 }, { ...to, xM: 7, yM: 2 }, [a, b]);
    expect(lengthM).toBeCloseTo(A.heightM - 0.1 + 5 + 1.1, 6);
  });

  test('through a doorway nothing is drilled, through the wall beside it there is a hole', () => {
    // from the Kitchen into the Hall: the door is at its upper end
    const [kitchen, hall] = [unit('K', 'node', { xM: 8.3, yM: 4.6 }), unit('H', 'node', { xM: 6, yM: 4.6 })];
    const beside = cableEstimate(house, scene, kitchen, hall, [corner(8.3, 6.9), corner(6, 6.9)]);
    const openings = house.openings.filter((o) => o.kind !== 'window');
    expect(openings.length).toBeGreaterThan(0);
    expect(beside.holes).toBeGreaterThan(0);
    const straight = cableEstimate(house, scene, kitchen, { ...hall, xM: 8.2 }, [corner(8.25, 4.6)]);
    expect(straight.holes).toBe(0);
  });

  test('more corners never make it shorter than the straight way', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.double({ min: 0.5, max: 13, noNaN: true }),
            fc.double({ min: 0.5, max: 8, noNaN: true }),
          ),
          {
            minLength: 1,
            maxLength: 6,
          },
        ),
        (list) => {
          const drawn = cableEstimate(
            house,
            scene,
            A,
            to,
            list.map(([x, y]) => corner(x, y)),
          );
          expect(drawn.lengthM).toBeGreaterThanOrEqual(Math.hypot(A.xM - to.xM, A.yM - to.yM) - 1e-9);
          expect(drawn.holes).toBeGreaterThanOrEqual(0);
        },
      ),
      { numRuns: 40 },
    );
  });

  test('the table of ways keeps it, and only cables may have one', () => {
    const points = [corner(12, 4.4), corner(2, 4.4)];
    const job = put(house, to, { ...wire(to, A), points });
    const row = backhaulOptions(job, scene, to).find(
      (o) => o.link.medium === 'ethernet' && o.link.fromUnitId === A.id,
    );
    expect(row?.link.points).toEqual(points);
    expect(row?.taken).toBe(true);
    const lost = { ...wire(to, A), points: [{ ...corner(1, 1), storeyId: 'nowhere' }] };
    expect(() => put(house, to, lost)).toThrow(EditError);
  });
});

describe('everyone at once', () => {
  const outlets = house.services.filter((s) => s.kind === 'socket');
  const pair = (u: Unit, i: number) =>
    linkTo(house, u, A, {
      medium: 'powerline',
      fromServiceId: outlets[0]?.id ?? null,
      toServiceId: outlets[i]?.id ?? null,
      adapterKitId: 'kit-mains-pair',
    });
  // beside the spots of their rooms, so that they serve them
  const C = unit('C', 'node', { xM: 1.8, yM: 6.4, heightM: 0.8 });
  const D = unit('D', 'node', { storeyId: 'first', xM: 12.2, yM: 6.7, heightM: 0.8 });

  test('adapters on the mains share its time: what each takes adds up', () => {
    const one = loadFor(put(house, C, pair(C, 3))).channels.find((c) => c.words === 'the mains');
    const both = loadFor(put(house, C, D, pair(C, 3), pair(D, 5))).channels.find(
      (c) => c.words === 'the mains',
    );
    expect(one?.unitIds.sort()).toEqual([A.id, C.id].sort());
    expect(both?.unitIds).toHaveLength(3);
    expect(both?.airtime).toBeGreaterThan(one?.airtime ?? Infinity);
    expect(both?.fits).toBe((both?.airtime ?? 0) <= mostAirtime);
  });

  test('what flows over a chain of links flows over each of them', () => {
    const S = unit('S', 'switch-8', { xM: 11 });
    const load = loadFor(put(house, S, C, wire(S, A, 5), wire(C, S)));
    const flow = (id: string) => load.links.find((l) => l.linkId === `link-${id}`)?.downMbps ?? 0;
    expect(flow(C.id)).toBeGreaterThan(0);
    expect(flow(S.id)).toBeCloseTo(flow(C.id), 9);
  });

  test('links with radios of their own that meet at a unit share its channel', () => {
    const M = unit('M', 'main', { xM: 10.6, yM: 4.4 });
    const own = (u: Unit) => linkTo(house, u, M, { medium: 'wireless', radio: 'dedicated', band: '5' });
    const without = jobFromRecords(quayHouse().filter((r) => r.type !== 'unit' && r.type !== 'link'));
    const load = loadFor(put(without, M, C, D, own(C), own(D)));
    const groups = load.channels.filter((c) => c.own);
    expect(groups).toHaveLength(1);
    expect(groups[0]?.unitIds.sort()).toEqual([M.id, C.id, D.id].sort());
  });
});

describe('a narrower channel', () => {
  test('carries less, is never wider than the kit can, and leaves the kit as it is', () => {
    const rate = (width: 20 | 40 | 80 | 320 | null) => {
      const job = put(house, { ...A, widths: { '2.4': null, '5': width, '6': null } });
      const network = networkOf(job, scene, 'planned');
      // where the signal is strong, so that 5 GHz is joined at any width
      const spot = predictJob(job, scene, network, { why: false }).find((p) => p.spotId === 'spot-4');
      return spot?.unitId === A.id && spot.band === '5' ? spot.downMbps : NaN;
    };
    expect(rate(20)).toBeLessThan(rate(40));
    expect(rate(40)).toBeLessThanOrEqual(rate(80));
    expect(rate(320)).toBe(rate(null));
    expect(product('router-old').radios.find((r) => r.band === '5')?.widthMHz).toBe(80);
  });
});

describe('ports that are left for what hangs on a unit', () => {
  const setup = (...uses: ('line' | 'local' | 'any')[]) => ({
    ports: 2,
    setup: {
      ...product('node').setup,
      ports: uses.map((use, i) => ({ mark: String(i + 1), use })),
    },
  });
  test.each([
    ['two for anything, the line in one', setup('any', 'any'), 'line', 1],
    ['two for anything, a cable in one', setup('any', 'any'), 'port', 1],
    ['two for anything, wirelessly', setup('any', 'any'), 'air', 2],
    ['one for the line, one for the house', setup('line', 'local'), 'line', 1],
    ['the same wirelessly: that for the line serves nothing', setup('line', 'local'), 'air', 1],
    ['one, and the cable is in it', setup('any'), 'port', 0],
    ['not marked, the line has its own', setup(), 'line', 2],
    ['not marked, a cable in one', setup(), 'port', 1],
    ['not marked, wirelessly', setup(), 'air', 2],
  ] as const)('%s', (_, product, feed, expected) => {
    expect(portsLeft(product, feed)).toBe(expected);
  });
});
