import { random, seedOf } from '@/core/statistics/random';
import { around, type Box, type Label, overlap, placeLabels } from './placeLabels';

const box = (x: number, y: number, w = 20, h = 10): Box => ({ x, y, w, h });
const label = (id: string, places: Label['places'], over: Partial<Label> = {}): Label => ({
  ...{ id, rank: 1, places, optional: false },
  ...over,
});

/** Written apart from the code: do two boxes, each by its edges, share any area? */
const meets = (a: Box, b: Box) =>
  a.x - a.w / 2 < b.x + b.w / 2 &&
  b.x - b.w / 2 < a.x + a.w / 2 &&
  a.y - a.h / 2 < b.y + b.h / 2 &&
  b.y - b.h / 2 < a.y + a.h / 2;

describe('labels', () => {
  test('each stands at its first free place; signs are never covered', () => {
    const placed = placeLabels(
      [label('a', [box(0, 0), box(40, 0)]), label('b', [box(80, 0), box(0, 40)])],
      [box(5, 5, 4, 4)],
    );
    expect(placed.get('a')).toMatchObject({ x: 40, y: 0, index: 1 });
    expect(placed.get('b')).toMatchObject({ x: 80, y: 0, index: 0 });
  });

  test('the weightier chooses first, whatever the order; of equals the one whose id comes first', () => {
    const two = [label('b', [box(0, 0), box(40, 0)]), label('a', [box(0, 0), box(0, 40)])];
    expect(placeLabels(two, []).get('a')?.index).toBe(0);
    expect(placeLabels([...two].reverse(), [])).toEqual(placeLabels(two, []));
    const heavy = two.map((l) => (l.id === 'b' ? { ...l, rank: 2 } : l));
    expect(placeLabels(heavy, []).get('b')?.index).toBe(0);
    expect(placeLabels(heavy, []).get('a')?.index).toBe(1);
  });

  test('furniture is kept free where it can be, and covered where it can not', () => {
    const two = label('a', [box(0, 0), box(40, 0)]);
    expect(placeLabels([two], [], [box(0, 0)]).get('a')?.index).toBe(1);
    expect(placeLabels([two], [box(40, 0)], [box(0, 0)]).get('a')?.index).toBe(0);
  });

  test('what must be clear goes rather than stand on furniture; a place far off is worse than furniture', () => {
    const sofa = [box(0, 0), box(40, 0)];
    const one = label('a', [box(0, 0), box(40, 0)], { clear: true, optional: true });
    expect(placeLabels([one], [], sofa).size).toBe(0);
    expect(placeLabels([one], [], [box(0, 0)]).get('a')?.index).toBe(1);
    const far = label('b', [box(0, 0), { ...box(90, 0), from: [0, 0] }]);
    expect(placeLabels([far], [], sofa).get('b')?.index).toBe(0);
    expect(placeLabels([far], [box(0, 0)], sofa).get('b')?.index).toBe(1);
  });

  test('with no place free what is optional goes, and what is not stands where it covers least', () => {
    const places = [box(0, 0), box(15, 0)];
    expect(placeLabels([label('a', places, { optional: true })], [box(0, 0, 60, 60)]).size).toBe(0);
    const least = placeLabels([label('a', places)], [box(0, 0, 20, 60)]);
    expect(least.get('a')?.index).toBe(1);
    expect(placeLabels([label('a', [])], []).size).toBe(0);
  });

  test('one stays where it stood although a better place is free, until that is taken; a short text grows again', () => {
    const one = label('a', [box(0, 0), box(40, 0), { ...box(80, 0), text: 1 }]);
    const before = placeLabels([one], [box(0, 0)]);
    expect(placeLabels([one], [], [], before).get('a')?.index).toBe(1);
    expect(placeLabels([one], [box(40, 0)], [], before).get('a')?.index).toBe(0);
    const short = placeLabels([one], [box(20, 0, 60, 10)]);
    expect(short.get('a')?.text).toBe(1);
    expect(placeLabels([one], [], [], short).get('a')?.index).toBe(0);
  });

  test('of 150 scattered ones none covers another, and moving all of them moves none against the rest', () => {
    const r = random(seedOf('labels', 1));
    const points = Array.from({ length: 150 }, (): [number, number] => [
      r.uniform() * 1100,
      r.uniform() * 620,
    ]);
    const made = (dx: number) =>
      points.map(([x, y], i) => label(`l${i}`, around([x + dx, y], 26, 14, 5, { rings: 5 })));
    const signs = points.map(([x, y]) => box(x, y, 6, 6));
    const placed = placeLabels(made(0), signs);
    const list = [...placed.values()];
    expect(list).toHaveLength(150);
    let covered = 0;
    list.forEach((a, i) => {
      covered +=
        list.slice(i + 1).filter((b) => meets(a, b)).length + signs.filter((s) => meets(a, s)).length;
    });
    expect(covered).toBe(0);
    const shift = 0.25;
    const moved = placeLabels(
      made(shift),
      signs.map((s) => ({ ...s, x: s.x + shift })),
      [],
      placed,
    );
    expect([...moved.values()].map((p) => p.index)).toEqual(list.map((p) => p.index));
  });
});

describe('places around a point', () => {
  test('eight beside it, none over it; then farther ones with a line', () => {
    const places = around([100, 50], 30, 12, 6, { rings: 2 });
    expect(places).toHaveLength(16);
    for (const p of places) expect(meets(p, box(100, 50, 8, 8))).toBe(false);
    expect(places.slice(0, 8).every((p) => p.from === undefined)).toBe(true);
    expect(places.slice(8).every((p) => p.from?.[0] === 100 && p.from[1] === 50)).toBe(true);
    expect(places[0]).toMatchObject({ x: 121, y: 38 });
  });
});

test('the shared area of two boxes counts a pixel between them as well', () => {
  expect(overlap(box(0, 0), box(20, 0))).toBeCloseTo(1 * 11, 9);
  expect(overlap(box(0, 0), box(21, 0))).toBe(0);
  expect(overlap(box(0, 0), box(0, 0))).toBe(21 * 11);
});
