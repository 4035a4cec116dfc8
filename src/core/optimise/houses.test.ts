import { makeSolver } from '@/solver/highs';
import { buildScene } from '../propagation/scene';
import { cheapestAtOnce, loadOfChoice } from './atOnce';
import { bruteForceCost, everyChoice } from '../../testing/bruteForce';
import { anyDb, cheapestOf, costOf } from './choice';
import { planningInstance } from './candidateOptions';
import { sureEnough } from '../network/sureEnough';
import { servable } from './subsets';
import { randomHouse, variedHouse } from '../../testing/randomHouse';

const solve = makeSolver();
const constraints = { budgetEur: null, leastHeadroomDb: anyDb };

test('on small houses with real walls the solver finds what trying every choice finds, each need by itself and all at once', async () => {
  const seen = { units: 0, apart: 0, none: 0, told: 0 };
  for (let seed = 1; seed <= 70; seed++) {
    const job = randomHouse(seed);
    const scene = buildScene(job);
    const instance = servable(planningInstance(job, scene, { noDrilling: false, sure: sureEnough }));
    expect(instance.candidates.length).toBeLessThanOrEqual(8);
    const each = await cheapestOf(instance, solve, constraints, 10);
    if (each === 'late') throw new Error('ten seconds did not do');
    const cost = each ? costOf(each) : Infinity;
    expect([seed, cost.toFixed(2)]).toEqual([seed, bruteForceCost(instance, null, anyDb).toFixed(2)]);
    if (each?.options.length) seen.units++;
    // all at once: what is found carries it, and of all that is cheaper nothing does
    const once = await cheapestAtOnce(job, scene, instance, solve, constraints, 10, 24);
    if (once === 'late') continue;
    if (once === 'street') {
      expect(loadOfChoice(job, scene, each?.options ?? []).load.plan.fits).toBe(false);
      seen.none++;
      continue;
    }
    if (once) expect(loadOfChoice(job, scene, once.options).load.fits).toBe(true);
    else seen.none++;
    seen.told++;
    if (once && costOf(once) > cost + 0.01) seen.apart++;
    let carries = 0;
    let tried = 0;
    everyChoice(instance, null, anyDb, once ? costOf(once) - 0.01 : Infinity, (chosen) => {
      if (tried++ < 300 && loadOfChoice(job, scene, chosen).load.fits) carries++;
      return undefined;
    });
    expect([seed, carries]).toEqual([seed, 0]);
  }
  // the sample is worth something: units are needed, all at once costs more, and some have nothing that carries all
  expect(seen.units).toBeGreaterThan(8);
  expect(seen.apart).toBeGreaterThan(2);
  expect(seen.none).toBeGreaterThan(0);
  expect(seen.told).toBeGreaterThan(12);
});

test('and with kept units, few of a family advised, and fixed devices', async () => {
  const seen = { units: 0, cables: 0 };
  for (let seed = 1; seed <= 30; seed++) {
    const job = variedHouse(seed);
    const scene = buildScene(job);
    const instance = servable(planningInstance(job, scene, { noDrilling: false, sure: sureEnough }));
    const each = await cheapestOf(instance, solve, constraints, 10);
    if (each === 'late') throw new Error('ten seconds did not do');
    const cost = each ? costOf(each) : Infinity;
    expect([seed, cost.toFixed(2)]).toEqual([seed, bruteForceCost(instance, null, anyDb).toFixed(2)]);
    for (const c of each?.options ?? []) seen[c.candidate.kind === 'device' ? 'cables' : 'units']++;
  }
  expect(seen.units).toBeGreaterThan(6);
  expect(seen.cables).toBeGreaterThan(6);
});
