import { makeSolver } from '@/solver/highs';
import { buildScene } from '../propagation/scene';
import { cheapestAtOnce, loadOfChoice } from './atOnce';
import { bruteForceCost, everyChoice } from './bruteForce';
import { anyDb, cheapestOf, costOf } from './choice';
import { groundOf } from './columns';
import { reduced } from './programme';
import { sureEnough } from './proposal';
import { servable } from './propose';
import { randomHouse } from './randomHouse';

const solve = makeSolver();
const wish = { budgetEur: null, leastHeadroomDb: anyDb };

test('on small houses with real walls the solver finds what trying every choice finds, each need by itself and all at once', async () => {
  const seen = { units: 0, apart: 0, none: 0, told: 0 };
  for (let seed = 1; seed <= 24; seed++) {
    const job = randomHouse(seed);
    const scene = buildScene(job);
    const ground = servable(groundOf(job, scene, { noDrilling: false, sure: sureEnough }));
    expect(ground.candidates.length).toBeLessThanOrEqual(7);
    const each = await cheapestOf(ground, reduced(ground), solve, wish, 10);
    if (each === 'late') throw new Error('ten seconds did not do');
    const cost = each ? costOf(each) : Infinity;
    expect([seed, cost.toFixed(2)]).toEqual([seed, bruteForceCost(ground, null, anyDb).toFixed(2)]);
    if (each?.columns.length) seen.units++;
    // all at once: what is found carries it, and of all that is cheaper nothing does
    const once = await cheapestAtOnce(job, scene, ground, solve, wish, 10, 24);
    if (once === 'late') continue;
    if (once === 'street') {
      expect(loadOfChoice(job, scene, each?.columns ?? []).load.plan.fits).toBe(false);
      seen.none++;
      continue;
    }
    if (once) expect(loadOfChoice(job, scene, once.columns).load.fits).toBe(true);
    else seen.none++;
    seen.told++;
    if (once && costOf(once) > cost + 0.01) seen.apart++;
    let carries = 0;
    let tried = 0;
    everyChoice(ground, null, anyDb, once ? costOf(once) - 0.01 : Infinity, (chosen) => {
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
