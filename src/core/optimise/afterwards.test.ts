import { tanneryLofts } from '@/../demo/make/tanneryLofts';
import { quayHouse } from '@/../demo/make/quayHouse';
import { makeSolver } from '@/solver/highs';
import { applyEdit, putOne } from '../job/edits';
import { get, type Job, jobFromRecords } from '../job/job';
import { makeRecord } from '../job/make';
import { networkOf } from '../network/backhaul';
import { predictJob } from '../network/predict';
import { buildScene } from '../propagation/scene';
import { namedPlaces } from './candidates';
import { bruteForceCost } from '../../testing/bruteForce';
import { anyDb, costOf } from './choice';
import { planningInstance } from './candidateOptions';
import { editOf } from './editOf';
import { frontOf } from './front';
import { propose, type Proposals, whyNone, type PlanningRun } from './propose';
import { sureEnough } from '../network/sureEnough';
import { randomHouse } from '../../testing/randomHouse';
import { whyNotAir, whyNotFewer } from './questions';
import { whatIfs } from './whatIf';
import { robustnessOf } from './robust';

const flat = jobFromRecords(tanneryLofts());
const scene = buildScene(flat);
const solve = makeSolver();
let shop: PlanningRun;
let made: Proposals;
beforeAll(async () => {
  made = await propose(flat, scene, solve, {}, undefined, (w) => (shop = w));
});
const first = () => {
  const [p] = made.proposals;
  if (!p) throw new Error('no proposal');
  return p;
};
const rule = (placeId: string, what: 'forbid' | 'force') =>
  makeRecord({ type: 'placeRule', id: `rule-${what}-${placeId}`, placeId, rule: what, note: '' });

describe('places ruled by hand', () => {
  test('one where a unit must be is used, and costs no less; one left out is not', async () => {
    const used = new Set(first().options.map((c) => c.candidate.id));
    const other = shop.instance.options.find((c) => !used.has(c.candidate.id) && c.parent === null);
    const [usedOne] = used;
    if (!other || !usedOne) throw new Error('no two places');
    const forced = applyEdit(flat, putOne('x', rule(other.candidate.id, 'force'))).job;
    const [p] = (await propose(forced, scene, solve)).proposals;
    expect(p?.options.map((c) => c.candidate.id)).toContain(other.candidate.id);
    expect(p?.costEur).toBeGreaterThanOrEqual(first().costEur - 1e-6);
    const forbidden = applyEdit(flat, putOne('x', rule(usedOne, 'forbid'))).job;
    const [q] = (await propose(forbidden, scene, solve)).proposals;
    expect(q?.options.map((c) => c.candidate.id)).not.toContain(usedOne);
  });

  test('what contradicts itself is said before solving', () => {
    const [place] = namedPlaces(flat);
    if (!place) throw new Error('no place');
    const with2 = (...rules: ReturnType<typeof rule>[]): Job =>
      jobFromRecords([...flat.byId.values(), ...rules]);
    expect(whyNone(with2(rule(place.id, 'force')), { forbidden: [place.id] })).toBe(
      `${place.words}: a unit is both required and excluded here`,
    );
    expect(whyNone(with2(rule('shelf-gone', 'force')))).toMatch(/no longer has/);
    expect(whyNone(with2(rule(place.id, 'force')), { budgetEur: 5 })).toMatch(/and the budget is 5$/);
    expect(whyNone(with2(...namedPlaces(flat).map((c) => rule(c.id, 'forbid'))))).toMatch(/every place/);
    const bare = jobFromRecords(
      [...flat.byId.values()].map((r) => (r.type === 'kit' ? { ...r, priceEur: 0 } : r)),
    );
    expect(whyNone(bare)).toMatch(/catalogue has no unit/);
    // twice about one place is refused as a record
    expect(() => applyEdit(flat, putOne('x', rule(place.id, 'force'), rule(place.id, 'forbid')))).toThrow(
      /another rule speaks of this place already/,
    );
  });
});

describe('questions about a proposal', () => {
  test('fewer units: proven that they do not do, with the spots without which they would; or cheaper is told', async () => {
    const answer = await whyNotFewer(shop, first());
    expect(answer.words).toMatch(/^With the places tried, the existing units cannot meet all needs/);
    expect(await whyNotFewer(shop, { ...first(), units: [] })).toMatchObject({ instead: null });
  });
  test('over the air at the place of a wired unit: what it costs and gives, or why there is none', async () => {
    const wired = shop.instance.options.find((c) => c.link.medium !== 'wireless' && c.parent === null);
    if (!wired) throw new Error('nothing wired');
    const proposal = { ...first(), options: [wired] };
    const { words, instead } = await whyNotAir(shop, proposal, wired.candidate.id);
    expect(words).toMatch(
      /With a wireless uplink there, it costs|no plan meets all needs|signal .* too weak/,
    );
    if (instead)
      expect(instead.options.find((c) => c.candidate.id === wired.candidate.id)?.link.medium).toBe(
        'wireless',
      );
  });
});

test('the front rises: more headroom never costs less, the first point is the least cost', async () => {
  const house = randomHouse(11);
  const space = buildScene(house);
  const instance = planningInstance(house, space, { noDrilling: false, sure: sureEnough });
  const front = await frontOf({ ...shop, job: house, scene: space, instance });
  expect(front.length).toBeGreaterThan(1);
  expect(front[0]?.costEur).toBeCloseTo(bruteForceCost(instance, null, anyDb), 2);
  front.slice(1).forEach((p, i) => {
    expect(p.costEur).toBeGreaterThan(front[i]?.costEur ?? Infinity);
    expect(p.leastHeadroomDb).toBeGreaterThan(front[i]?.leastHeadroomDb ?? Infinity);
    expect(costOf(p.choice)).toBeCloseTo(p.costEur, 6);
    for (const spot of instance.spots)
      expect(
        Math.max(
          instance.served.get(spot.id)?.headroomDb ?? -99,
          ...p.choice.options.map((c) => c.serves.get(spot.id)?.headroomDb ?? -99),
        ),
      ).toBeGreaterThanOrEqual(p.leastHeadroomDb - 1e-9);
  });
});

describe('how often it holds', () => {
  const house = jobFromRecords(quayHouse());
  const big = buildScene(house);
  test('is the same for the same plan, and each spot as often as its certainty says, or more where two ways lead there', () => {
    const r = robustnessOf(house, big, 1500);
    expect(robustnessOf(house, big, 1500)).toEqual(r);
    const predictions = predictJob(house, big, networkOf(house, big, 'planned'), { why: false });
    for (const { spotId, share } of r.bySpot) {
      const { certainty } = predictions.find((p) => p.spotId === spotId) ?? { certainty: NaN };
      expect(share).toBeGreaterThan(certainty - 0.06);
    }
    expect(r.allMet).toBeLessThanOrEqual((r.bySpot[0]?.share ?? 0) + 1e-9);
    expect(r.meanMet).toBeCloseTo(
      r.bySpot.reduce((sum, s) => sum + s.share, 0),
      6,
    );
  });
  test('a proposal with every need met holds more often than the plan with needs unmet; what to measure is told with both cases', () => {
    const planned = applyEdit(flat, editOf(flat, first().options, 'x').edit).job;
    const with1 = robustnessOf(planned, scene, 600);
    const without = robustnessOf(flat, scene, 600);
    expect(with1.allMet).toBeGreaterThan(without.allMet);
    if (with1.best) {
      expect(with1.best.whenGood).toBeGreaterThan(with1.best.whenBad);
      expect(with1.best.words).not.toBe('');
    }
  });
  test('where nothing is uncertain nothing need be measured', () => {
    const easy = jobFromRecords(
      [...flat.byId.values()].filter((r) => r.type !== 'spot' && r.type !== 'reading'),
    );
    expect(robustnessOf(easy, scene, 60)).toMatchObject({ allMet: 1, meanMet: 0, best: null });
  });
});

describe('where not all can be met', () => {
  test('the least that would do is found: a faster plan, and nothing that does not help', async () => {
    const spot = get(flat, 'spot', flat.spots[0]?.id ?? '');
    const activity = flat.activities[0];
    if (!activity) throw new Error('no activity');
    const downMbps = flat.info.planDownMbps + 20;
    const greedy = applyEdit(
      flat,
      putOne(
        'x',
        { ...activity, id: 'greedy', name: 'More than predicted', downMbps, upMbps: 1, latencyMs: 500 },
        { ...spot, activityIds: ['greedy'] },
      ),
    ).job;
    const list = await whatIfs(greedy, scene, solve);
    expect(list[0]).toMatchObject({ kind: 'plan', stillImpossible: 0 });
    expect(list[0]?.words).toMatch(/^order a contract of \d+50 Mbps|^order a contract of \d+00 Mbps/);
    expect(list.some((r) => r.kind === 'budget')).toBe(false);
  });
  test('a budget that is too small is told with what is missing', async () => {
    const poor = applyEdit(flat, putOne('x', { ...flat.info, budget: 10 })).job;
    const list = await whatIfs(poor, scene, solve);
    const budget = list.find((r) => r.kind === 'budget');
    expect(budget?.partsEur).toBeGreaterThan(10);
    expect(budget?.words).toBe(`add ${Math.ceil((budget?.partsEur ?? 0) - 10)} to the budget`);
  });
  test('a job in which all is met has nothing to give', async () => {
    expect(await whatIfs(flat, scene, solve)).toEqual([]);
  });
});
