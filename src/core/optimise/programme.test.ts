import { quayHouse } from '@/../demo/make/quayHouse';
import { jobFromRecords } from '../job/job';
import type { Product } from '../job/records';
import { networkOf } from '../network/backhaul';
import { linkTo } from '../network/linkTo';
import { buildScene } from '../propagation/scene';
import { randomInstance } from '@/testing/randomInstance';
import type { CandidateOption, PlanningInstance } from './planningInstance';
import { openSpots, programmeOf, withoutDominated } from './programme';

const house = jobFromRecords(quayHouse());
const scene = buildScene(house);
const any = randomInstance(1, house, scene, networkOf(house, scene, 'planned'));
const [root] = any.kept;
const [sample] = any.options;
if (!root || !sample) throw new Error('no option');
const product = (over: Partial<Product>): Product => ({
  ...sample.product,
  family: '',
  mostUnits: null,
  poeIn: null,
  ...over,
});

/** An option by what counts: what it costs, whom it serves with how many dB, where it stands. */
const option = (
  id: string,
  costEur: number,
  serves: Record<string, number>,
  over: Partial<CandidateOption> = {},
): CandidateOption => ({
  ...sample,
  id,
  unit: { ...sample.unit, id: `u-${id}` },
  candidate: { ...sample.candidate, id: `place-${id}` },
  product: product({}),
  link: linkTo(any.base, { id: `u-${id}` }, root, { medium: 'wireless', radio: 'shared', band: '5' }),
  parent: null,
  costEur,
  partsEur: costEur - 5,
  holes: 0,
  downMbps: 100,
  upMbps: 20,
  serves: new Map(
    Object.entries(serves).map(([spot, headroomDb]) => [
      spot,
      { certainty: 0.95, headroomDb, downMbps: 50, dbm: -60 },
    ]),
  ),
  draws: new Map(),
  ...over,
});
const spots = ['s1', 's2'].map(
  (id, i) => ({ ...any.spots[0], id, number: i + 1 }) as (typeof any.spots)[number],
);
const instance = (options: CandidateOption[], over: Partial<PlanningInstance> = {}): PlanningInstance => ({
  ...any,
  spots,
  options,
  served: new Map(),
  ...over,
});
const constraints = { budgetEur: null, leastHeadroomDb: -1e9 };
const rows = (
  options: CandidateOption[],
  over: Parameters<typeof programmeOf>[2] = constraints,
  part = {},
) => {
  const programme = programmeOf(instance(options, part), options, over);
  if (!programme) return null;
  const text = programme.lp.replaceAll('\n ', ' ');
  return {
    rows: [...text.matchAll(/^r\d+: (.*)$/gm)].map((m) => m[1]),
    objective: /^obj: (.*)$/m.exec(text)?.[1],
    binary: /Binary\n(.*)\nEnd/.exec(text)?.[1],
  };
};
const a = option('a', 40, { s1: 10, s2: 3 });
const b = option('b', 70, { s2: 30 });
const onWire = {
  link: linkTo(any.base, { id: 'w' }, root, { medium: 'ethernet', category: 'cat6', lengthM: 9 }),
};

describe('the programme', () => {
  test('the cost is what is made least; every spot wants one that serves it; all are yes or no', () => {
    expect(rows([a, b])).toEqual({
      objective: '+ 40 x0 + 70 x1',
      rows: ['+ 1 x0 >= 1', '+ 1 x0 + 1 x1 >= 1'],
      binary: 'x0 x1',
    });
  });

  test('with a least headroom only those count that give it; more than 25 dB is not asked of any', () => {
    expect(rows([a, b], { ...constraints, leastHeadroomDb: 10 })?.rows).toEqual([
      '+ 1 x0 >= 1',
      '+ 1 x1 >= 1',
    ]);
    expect(rows([a, b], { ...constraints, leastHeadroomDb: 10.1 })).toBeNull();
    const both = [option('a', 1, { s1: 30 }), option('b', 1, { s2: 25 })];
    expect(rows(both, { ...constraints, leastHeadroomDb: 25 })?.rows).toHaveLength(2);
  });

  test('where spots may be left open, each can be at a price, also one that nothing serves', () => {
    const one = option('a', 40, { s1: 10 });
    expect(rows([one], constraints)).toBeNull();
    expect(rows([one], { ...constraints, leaveOpenEur: 400 })).toEqual({
      objective: '+ 40 x0 + 400 u0 + 400 u1',
      rows: ['+ 1 x0 + 1 u0 >= 1', '+ 1 u1 >= 1'],
      binary: 'x0 u0 u1',
    });
  });

  test('spots that are served already want nothing, as long as they have the headroom', () => {
    const served = new Map([['s1', { certainty: 1, headroomDb: 8, downMbps: 9, dbm: -50 }]]);
    expect(openSpots(instance([a], { served }), 8)).toEqual(['s2']);
    expect(openSpots(instance([a], { served }), 8.1)).toEqual(['s1', 's2']);
    expect(rows([a, b], constraints, { served })?.rows).toEqual(['+ 1 x0 + 1 x1 >= 1']);
  });

  test('over the air only behind the parent; a parent that is not among them asks nothing', () => {
    const child = option('c', 20, { s2: 5 }, { parent: 'a' });
    expect(rows([a, child])?.rows).toContain('+ 1 x1 - 1 x0 <= 0');
    expect(rows([option('z', 9, { s1: 1 }), child])?.rows).toHaveLength(2);
  });

  test('one a place where asked for, and where there are two', () => {
    const twin = option('t', 44, { s1: 1 }, { candidate: a.candidate });
    const asked = { ...constraints, onePerPlace: true };
    expect(rows([a, b, twin], asked)?.rows).toContain('+ 1 x0 + 1 x2 <= 1');
    expect(rows([a, b, twin], asked)?.rows.filter((r) => r?.endsWith('<= 1'))).toHaveLength(1);
    expect(rows([a, b, twin])?.rows.some((r) => r?.endsWith('<= 1'))).toBe(false);
  });

  test('a place that is a must, units at most, a budget of parts', () => {
    const all = { ...constraints, forced: new Set(['place-b']), mostUnits: 1, budgetEur: 90 };
    expect(rows([a, b], all)?.rows.slice(2)).toEqual([
      '+ 1 x1 >= 1',
      '+ 1 x0 + 1 x1 <= 1',
      '+ 35 x0 + 65 x1 <= 90',
    ]);
    expect(rows([a, b], { ...constraints, forced: new Set(['place-none']) })).toBeNull();
  });

  test('wires from a kept unit: no more than its free ports', () => {
    const kit = { ...any.base.kits.find((k) => k.id === root.kitId), ports: 3 } as Product;
    const taken = any.base.links.filter((l) => l.fromUnitId === root.id && l.medium !== 'wireless').length;
    const base = jobFromRecords([...any.base.byId.values()].map((r) => (r.id === kit.id ? kit : r)));
    const wires = ['a', 'b', 'c'].map((id) => option(id, 40, { s1: 1, s2: 1 }, onWire));
    expect(rows([...wires, option('z', 9, { s2: 1 })], constraints, { base })?.rows.at(-1)).toBe(
      `+ 1 x0 + 1 x1 + 1 x2 <= ${3 - taken}`,
    );
    // as many as there are can't be too many
    expect(rows(wires.slice(0, 3 - taken), constraints, { base })?.rows).toHaveLength(2);
    const none = jobFromRecords(
      [...any.base.byId.values()].map((r) => (r.id === kit.id ? { ...kit, ports: 0 } : r)),
    );
    expect(rows(wires, constraints, { base: none })?.rows.at(-1)).toBe('+ 1 x0 + 1 x1 + 1 x2 <= 0');
    expect(rows([a, b], constraints, { base })?.rows).toHaveLength(2);
  });

  test('cables from a new unit: its ports, those with power, and what they give, as long as it is there', () => {
    const link = (id: string, more = {}) =>
      linkTo(any.base, { id }, { id: 'u-m' }, { medium: 'ethernet', category: 'cat6', lengthM: 5, ...more });
    const middle = option(
      'm',
      28,
      {},
      {
        ...onWire,
        product: product({
          ports: 3,
          poePorts: 1,
          poeBudgetW: 20,
          setup: { ...sample.product.setup, ports: [] },
        }),
      },
    );
    const fed = (id: string, over: Partial<Product>, more = {}) =>
      option(id, 40, { s1: 1, s2: 1 }, { parent: 'm', product: product(over), link: link(id, more) });
    const powered = { poeIn: 'at', powerW: 15 } as const;
    const all = rows([middle, fed('a', powered), fed('b', powered), fed('c', {})])?.rows ?? [];
    expect(all.slice(-3)).toEqual([
      '+ 1 x1 + 1 x2 + 1 x3 - 2 x0 <= 0',
      '+ 1 x1 + 1 x2 - 1 x0 <= 0',
      '+ 15 x1 + 15 x2 - 20 x0 <= 0',
    ]);
    // an injector gives what the port does not
    const injected = rows([middle, fed('a', powered, { adapterKitId: 'i' }), fed('b', powered)])?.rows ?? [];
    expect(injected.filter((r) => r?.endsWith('x0 <= 0'))).toEqual([
      '+ 1 x1 - 1 x0 <= 0',
      '+ 1 x2 - 1 x0 <= 0',
    ]);
  });

  test('a family: as many as its maker advises, less those that are kept', () => {
    const mesh = (most: number | null) => product({ family: 'f', mostUnits: most });
    const members = [
      option('a', 40, { s1: 1, s2: 1 }, { product: mesh(4) }),
      option('b', 40, { s1: 1, s2: 1 }, { product: mesh(2) }),
    ];
    const outsider = {
      base: jobFromRecords(
        [...any.base.byId.values()].map((r) => (r.id === root.kitId ? { ...r, family: '' } : r) as typeof r),
      ),
    };
    const member = {
      base: jobFromRecords(
        [...any.base.byId.values()].map((r) => (r.id === root.kitId ? { ...r, family: 'f' } : r) as typeof r),
      ),
    };
    expect(rows(members, constraints, outsider)?.rows.at(-1)).toBe('+ 1 x0 + 1 x1 <= 2');
    expect(rows(members, constraints, member)?.rows.at(-1)).toBe('+ 1 x0 + 1 x1 <= 1');
    const open = [option('a', 40, { s1: 1, s2: 1 }, { product: mesh(null) })];
    expect(rows(open, constraints, member)?.rows).toHaveLength(2);
  });

  test('what was learnt: one of some, or all of a group left out', () => {
    const cut = { some: new Set(['b']), not: [new Set(['a'])] };
    expect(rows([a, b], { ...constraints, cuts: [cut] })?.rows.at(-1)).toBe('+ 1 x1 - 1 x0 >= 0');
    expect(rows([a, b], { ...constraints, cuts: [{ some: new Set(['b']), not: [] }] })?.rows.at(-1)).toBe(
      '+ 1 x1 >= 1',
    );
    expect(rows([a, b], { ...constraints, cuts: [{ some: new Set(['none']), not: [] }] })).toBeNull();
  });

  test('long rows are broken before 560 characters', () => {
    const many = Array.from({ length: 200 }, (_, i) => option(`o${i}`, 10 + i, { s1: 1, s2: 1 }));
    const { lp } = programmeOf(instance(many), many, constraints) ?? { lp: '' };
    expect(Math.max(...lp.split('\n').map((l) => l.length))).toBeLessThan(560);
    expect(lp.match(/x199/g)).toHaveLength(4);
  });
});

describe('options that can be left out', () => {
  const left = (...options: CandidateOption[]) =>
    withoutDominated(instance(options))
      .map((o) => o.id)
      .sort();

  test('of the ways to feed one unit, one that costs more and carries no more; of equals the later', () => {
    const way = (id: string, costEur: number, down: number, serves = 10) =>
      option(id, costEur, { s1: serves }, { unit: a.unit, downMbps: down });
    expect(left(way('a', 40, 100), way('b', 50, 100))).toEqual(['a']);
    expect(left(way('a', 40, 100), way('b', 50, 200, 11))).toEqual(['a', 'b']);
    expect(left(way('a', 40, 100), way('b', 40, 100))).toEqual(['a']);
  });

  test('of two places, one that costs more and serves nothing better', () => {
    expect(left(option('a', 40, { s1: 10 }), option('b', 50, { s1: 9 }))).toEqual(['a']);
    expect(left(option('a', 40, { s1: 10 }), option('b', 50, { s1: 11 }))).toEqual(['a', 'b']);
    expect(left(option('a', 40, { s1: 10 }), option('b', 50, { s1: 9, s2: 1 }))).toEqual(['a', 'b']);
    // beyond 25 dB more is nothing
    expect(left(option('a', 40, { s1: 25 }), option('b', 50, { s1: 40 }))).toEqual(['a']);
  });

  test('not where it takes what may be short: a port, or a place in a family', () => {
    expect(left(option('a', 40, { s1: 10 }, onWire), option('b', 50, { s1: 9 }))).toEqual(['a', 'b']);
    expect(left(option('a', 40, { s1: 10 }), option('b', 50, { s1: 9 }, onWire))).toEqual(['a']);
    const mesh = { product: product({ family: 'f' }) };
    expect(left(option('a', 40, { s1: 10 }, mesh), option('b', 50, { s1: 9 }))).toEqual(['a', 'b']);
    expect(left(option('a', 40, { s1: 10 }, mesh), option('b', 50, { s1: 9 }, mesh))).toEqual(['a']);
  });

  test('one that feeds another stays; of those behind it the worse goes', () => {
    const behind = (id: string, costEur: number, db: number) =>
      option(id, costEur, { s2: db }, { parent: 'p' });
    const parent = option('p', 90, { s1: 1 });
    const better = option('a', 40, { s1: 10 });
    expect(left(parent, better, behind('c', 20, 5), behind('d', 21, 5))).toEqual(['a', 'c', 'p']);
    expect(left(parent, better, behind('c', 20, 5), behind('d', 21, 6))).toEqual(['a', 'c', 'd', 'p']);
    // without its parent it can't be
    expect(left(better, behind('c', 20, 5))).toEqual(['a']);
  });
});
