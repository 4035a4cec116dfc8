import { makeCrossings } from './crossings';
import { powerAt1m } from './freeSpace';
import {
  addPath,
  beginList,
  copyOf,
  crossedIn,
  isWorth,
  leastBar,
  listLeg,
  makeReceived,
  maxPaths,
  note,
  strongest,
} from './received';
import { ownVariance, shadowingDb } from './spread';

/** A path of so much power in every band that crosses some losses. */
function add(
  out: ReturnType<typeof makeReceived>,
  power: number,
  lossIds: number[],
  { facets = [-1, -1], edge = -1 }: { facets?: [number, number] | number[]; edge?: number } = {},
): boolean {
  const hits = makeCrossings();
  lossIds.forEach((id, i) => (hits.lossId[i] = id));
  hits.count = lossIds.length;
  beginList(out);
  listLeg(out, hits);
  out.left.fill(power);
  if (!note(out, facets[0] ?? -1, -1, facets[1] ?? -1, -1, edge)) return false;
  addPath(out, 0.03, 1e-15);
  return true;
}

test('powers add up, and a further path must bring its share of the sum in some band', () => {
  const out = makeReceived();
  add(out, 1e-6, []);
  expect([...out.sum]).toEqual([1e-6, 1e-6, 1e-6]);
  expect(out.bar[1]).toBeCloseTo(3e-8, 15);
  out.left.set([0, 2.9e-8, 0]);
  expect(isWorth(out, 1)).toBe(false);
  out.left.set([0, 0, 3.1e-8]);
  expect(isWorth(out, 1)).toBe(true);
  expect(isWorth(out, 0.5)).toBe(false);
  expect(leastBar(out)).toBeCloseTo(3e-8 / Math.max(...powerAt1m), 9);
});

test('under every noise floor the bar does not fall further', () => {
  const out = makeReceived();
  add(out, 1e-20, []);
  expect(out.bar[0]).toBe(1e-15);
});

test('a loss counts by the share of the power that crosses it, each time it is crossed', () => {
  const out = makeReceived();
  add(out, 3e-6, [4, 4, 1]);
  add(out, 1e-6, [4, 70]);
  const { count, lossId, times } = copyOf(crossedIn(out, 1));
  const by = new Map(Array.from({ length: count }, (_, i) => [lossId[i], times[i]]));
  expect(by.get(4)).toBeCloseTo(0.75 * 2 + 0.25, 12);
  expect(by.get(1)).toBeCloseTo(0.75, 12);
  expect(by.get(70)).toBeCloseTo(0.25, 12);
  expect(by.size).toBe(3);
  // asked again it starts from nothing
  expect(copyOf(crossedIn(out, 2)).times).toEqual(times);
});

test('the strongest path is told by band', () => {
  const out = makeReceived();
  add(out, 1e-6, []);
  add(out, 4e-6, []);
  add(out, 2e-6, []);
  expect(strongest(out, 0)).toBe(1);
  out.power[3 * 2 + 1] = 9e-6;
  expect(strongest(out, 1)).toBe(2);
});

test('there is room for so many paths; more are refused, and nothing is overwritten', () => {
  const out = makeReceived();
  for (let i = 0; i < maxPaths; i++) expect(add(out, 1e-6, [1])).toBe(true);
  expect(add(out, 1e-6, [1])).toBe(false);
  expect(out.count).toBe(maxPaths);
});

test('a signal alone is the surer the less of it came by reflections and turns, and the less is lost', () => {
  // six walls, a floor, and a slope of 45°
  const planes = [
    ...Array.from({ length: 6 }, () => [1, 0, 0, 0]),
    [0, 0, 1, 0],
    [0, 0.707, 0.707, 0],
  ].flat();
  const of = (paths: { power: number; facets?: number[]; edge?: number }[], excessDb = 0) => {
    const out = makeReceived();
    for (const p of paths) add(out, p.power, [], p);
    return ownVariance(out, 1, excessDb, planes);
  };
  const straight = of([{ power: 1 }]);
  expect(straight).toBeCloseTo(shadowingDb ** 2, 12);
  const once = of([{ power: 1 }, { power: 1, facets: [3, -1] }]);
  const twice = of([{ power: 1 }, { power: 1, facets: [3, 5] }]);
  const turned = of([{ power: 1 }, { power: 1, edge: 2 }]);
  expect(twice - straight).toBeCloseTo(2 * (once - straight), 9);
  expect(turned).toBeGreaterThan(twice);
  expect(of([{ power: 1 }, { power: 1, facets: [6, -1] }])).toBeCloseTo(once, 12);
  const leaning = of([{ power: 1 }, { power: 1, facets: [7, -1] }]);
  expect(leaning).toBeGreaterThan(turned);
  expect(of([{ power: 1 }, { power: 1, facets: [3, 7] }]) - twice).toBeCloseTo(leaning - once, 9);
  expect(of([{ power: 1 }], 20)).toBeCloseTo(straight, 12);
  expect(of([{ power: 1 }], 40) - straight).toBeCloseTo(4 * (of([{ power: 1 }], 30) - straight), 9);
});
