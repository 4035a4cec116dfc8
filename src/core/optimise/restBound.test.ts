import { random } from '../statistics/random';
import type { CandidateOption } from './planningInstance';
import { restBound, type Server } from './restBound';

const served = (...ids: string[]): CandidateOption['serves'][] => [
  new Map(ids.map((id) => [id, { certainty: 1, headroomDb: 10, downMbps: 1, dbm: -50 }])),
];

test('one unit for two spots and one for a third: what is served counts no more', () => {
  const { least: rest } = restBound(
    ['a', 'b', 'c'],
    [
      { costEur: 80, serves: ['a', 'b'] },
      { costEur: 95, serves: ['b', 'a'] },
      { costEur: 60, serves: ['c'] },
    ],
  );
  expect(rest([])).toBe(140);
  expect(rest(served('a'))).toBe(140);
  expect(rest(served('a', 'b'))).toBe(60);
  expect(rest([...served('a', 'b'), ...served('c')])).toBe(0);
});

test('a spot that nothing serves has no price, and none is asked for where there is none', () => {
  expect(restBound(['a', 'x'], [{ costEur: 50, serves: ['a'] }]).least([])).toBe(50);
  expect(restBound([], [{ costEur: 50, serves: ['a'] }]).least([])).toBe(0);
});

/** The least cost of serving the spots, by trying every set of units. */
function coverCost(spots: readonly string[], servers: readonly Server[]): number {
  let best = Infinity;
  for (let set = 0; set < 1 << servers.length; set++) {
    const chosen = servers.filter((_, i) => set & (1 << i));
    const cost = chosen.reduce((sum, s) => sum + s.costEur, 0);
    if (cost < best && spots.every((id) => chosen.some((s) => [...s.serves].includes(id)))) best = cost;
  }
  return best;
}

test('never more than trying every set of units gives, and mostly near it', () => {
  let [bound, least] = [0, 0];
  for (let seed = 1; seed <= 150; seed++) {
    const r = random(seed);
    const spots = ['a', 'b', 'c', 'd', 'e', 'f'];
    const servers = Array.from({ length: 9 }, () => ({
      costEur: 30 + Math.round(r.uniform() * 120),
      serves: spots.filter(() => r.uniform() < 0.35),
    }));
    const there = spots.filter((id) => servers.some((s) => s.serves.includes(id)));
    const { least: rest } = restBound(spots, servers);
    for (const had of [[], ['a'], ['b', 'e']]) {
      const left = there.filter((id) => !had.includes(id));
      const cost = coverCost(left, servers);
      expect(rest(served(...had))).toBeLessThanOrEqual(cost + 1e-9);
      bound += rest(served(...had));
      least += cost;
    }
  }
  expect(bound / least).toBeGreaterThan(0.8);
});
