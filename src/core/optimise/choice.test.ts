import { quayHouse } from '@/../demo/make/quayHouse';
import { randomInstance } from '@/testing/randomInstance';
import { jobFromRecords } from '../job/job';
import { networkOf } from '../network/backhaul';
import { buildScene } from '../propagation/scene';
import type { CandidateOption, PlanningInstance } from './planningInstance';
import { anyDb, bestHeadroom, type Choice, cheapestOf, costOf, partsOf } from './choice';
import { type Solved, withoutDominated } from './programme';
import { reducedAt } from './reducedAt';

const house = jobFromRecords(quayHouse());
const scene = buildScene(house);
const network = networkOf(house, scene, 'planned');
/** What the first solution of an instance looks at, when any headroom will do. */
const looked = (g: PlanningInstance) => reducedAt(g, withoutDominated(g), anyDb);
const twoAtOnePlace = (list: readonly CandidateOption[]): CandidateOption[] => {
  const first = list.find((c) => list.some((o) => o !== c && o.candidate.id === c.candidate.id));
  return first ? list.filter((c) => c.candidate.id === first.candidate.id).slice(0, 2) : [];
};
/** The first instance made up in which every spot can be served, options hang on others, and two to look at share a place. */
const open = (() => {
  for (let seed = 1; ; seed++) {
    const made = { ...randomInstance(seed, house, scene, network), served: new Map() };
    const servable = made.spots.every((s) => made.options.some((c) => c.serves.has(s.id)));
    const hangs = made.options.some((c) => c.parent !== null && c.serves.size > 0);
    if (servable && hangs && twoAtOnePlace(looked(made)).length === 2) return made;
  }
})();
const all = open.options;
const few = looked(open);
/** A solver that says what it is told to, and keeps what it was asked. */
function saying(...answers: Partial<Solved>[]) {
  const asked: string[] = [];
  const solve = (lp: string): Promise<Solved> => {
    asked.push(lp);
    const answer = answers[asked.length - 1] ?? answers.at(-1) ?? {};
    return Promise.resolve({ status: 'optimal', values: new Map(), objective: 0, bound: 0, ...answer });
  };
  return { solve, asked };
}
const taking = (list: readonly CandidateOption[], ...of: CandidateOption[]) =>
  new Map(of.map((c) => [`x${list.indexOf(c)}`, 1]));
const ask = (given: PlanningInstance, solver: ReturnType<typeof saying>, over = {}) =>
  cheapestOf(given, solver.solve, { budgetEur: null, leastHeadroomDb: anyDb, ...over }, 1);
const apart = few.filter((c, i) => few.findIndex((o) => o.candidate.id === c.candidate.id) === i);
const [one, two] = apart as [CandidateOption, CandidateOption];

test('what a choice costs is the sum of its options', () => {
  const choice = { options: [one, two], proven: true, gapEur: null };
  expect(costOf(choice)).toBe(one.costEur + two.costEur);
  expect(partsOf(choice)).toBe(one.partsEur + two.partsEur);
  expect(costOf({ ...choice, options: [] })).toBe(0);
});

describe('the cheapest choice', () => {
  test('where every spot is served the solver is not asked, unless a place is a must', async () => {
    const done = { ...open, served: new Map(open.spots.map((s) => [s.id, service(30)])) };
    const solver = saying({ values: taking(all, one) });
    expect(await ask(done, solver)).toEqual({ options: [], proven: true, gapEur: null });
    expect(solver.asked).toHaveLength(0);
    await ask(done, solver, { forced: new Set([one.candidate.id]) });
    expect(solver.asked).toHaveLength(1);
  });

  test('values above one half are taken; proven just when the solver says so', async () => {
    const values = new Map([...taking(few, one), ...[...taking(few, two)].map(([n]) => [n, 0.4] as const)]);
    expect(await ask(open, saying({ values }))).toEqual({ options: [one], proven: true, gapEur: null });
    const cut = saying({ status: 'time', values, objective: 120, bound: 90 });
    expect(await ask(open, cut)).toEqual({ options: [one], proven: false, gapEur: 30 });
  });

  test('none, and too late, are told apart', async () => {
    expect(await ask(open, saying({ status: 'infeasible' }))).toBeNull();
    expect(await ask(open, saying({ status: 'late' }))).toBe('late');
  });

  test('two at one place: solved again, with one a place asked for', async () => {
    const solver = saying({ values: taking(few, ...twoAtOnePlace(few)) }, { values: taking(all, one) });
    expect(await ask(open, solver)).toMatchObject({ options: [one] });
    const rows = (lp: string) => lp.split('\n').filter((l) => l.endsWith('<= 1')).length;
    expect(rows(solver.asked[1] ?? '')).toBeGreaterThan(rows(solver.asked[0] ?? ''));
  });

  test('a spot that no option serves: nothing to be solved', async () => {
    const hopeless = { ...open, options: all.map((c) => ({ ...c, serves: new Map() })) };
    const solver = saying();
    expect(await ask(hopeless, solver)).toBeNull();
    expect(solver.asked).toHaveLength(0);
  });

  test('with few options and a place that is a must, all options there and what they hang on are looked at', async () => {
    const child = all.find((c) => c.parent !== null && c.serves.size > 0);
    if (!child) throw new Error('no option behind another');
    const spots = open.spots.filter((s) => child.serves.has(s.id));
    const solver = saying({ values: new Map() });
    const constraints = { budgetEur: null, leastHeadroomDb: anyDb, forced: new Set([child.candidate.id]) };
    const fewer = { ...open, spots };
    await cheapestOf(fewer, solver.solve, constraints, 1);
    const here = all.filter((c) => c.candidate.id === child.candidate.id);
    const parents = all.filter((c) => here.some((h) => h.parent === c.id) && !here.includes(c));
    expect(parents.length).toBeGreaterThan(0);
    const binaries = (solver.asked[0] ?? '').split('Binary')[1]?.match(/x\d+/g) ?? [];
    const asked = new Set([...withoutDominated(fewer), ...here, ...parents].map((c) => c.id));
    expect(binaries).toHaveLength(asked.size);
  });
});

const service = (headroomDb: number) => ({ certainty: 1, headroomDb, downMbps: 100, dbm: -50 });

describe('the most headroom within a limit', () => {
  const choice = (costEur: number, proven = true): Choice => ({
    options: [{ ...one, costEur }],
    proven,
    gapEur: null,
  });
  const from = choice(10);
  /** Choices cost 10 more for each dB asked, and there is none over so many. */
  const rising = (most: number) => {
    const asked: number[] = [];
    const at = (leastDb: number) => {
      asked.push(leastDb);
      return Promise.resolve(leastDb <= most ? choice(10 + 10 * leastDb) : null);
    };
    return { at, asked };
  };

  test.each([
    [6, 1000, 6],
    [24.9, 1000, 24.5],
    [25, 1000, 25],
    [20, 75, 6.5],
    [20, 74, 6],
  ])('there is one up to %d dB and %d may be spent: %d dB', async (most, limit, expected) => {
    const { at, asked } = rising(most);
    const { choice: best, leastDb } = await bestHeadroom(from, (c) => costOf(c) <= limit, at);
    expect(leastDb).toBe(expected);
    expect(costOf(best)).toBe(10 + 10 * expected);
    // by halving: 51 steps in six questions
    expect(asked.length).toBeLessThanOrEqual(6);
  });

  test('none at all: what there was stays, with any headroom', async () => {
    expect(await bestHeadroom(from, () => true, rising(-1).at)).toEqual({ choice: from, leastDb: anyDb });
  });

  test('an answer that came too late leaves nothing proven', async () => {
    const at = (db: number) => Promise.resolve(db > 5 ? ('late' as const) : choice(20));
    const { choice: best, leastDb } = await bestHeadroom(from, () => true, at);
    expect([leastDb, best.proven, costOf(best)]).toEqual([5, false, 20]);
    const unsure = await bestHeadroom(
      from,
      () => true,
      (db) => Promise.resolve(choice(20, db < 3)),
    );
    expect(unsure.choice.proven).toBe(false);
  });
});
