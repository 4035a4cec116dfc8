/** Proposals for a house: time to the first and to all, memory; and on random grounds against trying every choice. */
import { sureEnough } from '@/core/network/sureEnough';
import type { Job } from '@/core/job/job';
import { networkOf } from '@/core/network/backhaul';
import { cheapestAtOnce, loadOfChoice } from '@/core/optimise/atOnce';
import { bruteForceCost, everyChoice } from '@/testing/bruteForce';
import { anyDb, cheapestOf, costOf } from '@/core/optimise/choice';
import { planningInstance } from '@/core/optimise/candidateOptions';
import { keptOf } from '@/core/optimise/kept';
import type { PlanningInstance } from '@/core/optimise/planningInstance';

import { propose } from '@/core/optimise/propose';
import { servable } from '@/core/optimise/subsets';
import { randomInstance } from '@/testing/randomInstance';
import { randomHouse, variedHouse } from '@/testing/randomHouse';
import { buildScene } from '@/core/propagation/scene';
import { makeSolver } from '@/solver/highs';

export async function proposalFigures(job: Job): Promise<object[]> {
  const solve = makeSolver();
  const scene = buildScene(job);
  const runs: { first: number; proven: number; all: number }[] = [];
  let options = 0;
  for (let i = 0; i < 3; i++) {
    const start = performance.now();
    let [first, proven] = [0, 0];
    const made = await propose(job, scene, solve, {}, (p) => {
      first ||= performance.now() - start;
      if (p.kind === 'least cost' && p.proven) proven = performance.now() - start;
    });
    runs.push({ first, proven, all: performance.now() - start });
    options = made.options;
  }
  const median = (of: (r: (typeof runs)[number]) => number) =>
    Math.round(runs.map(of).sort((a, b) => a - b)[1] ?? NaN);
  return [
    { what: 'first proposal, from the open job', value: `${median((r) => r.first)} ms` },
    { what: `least cost, proven, of ${options} columns`, value: `${median((r) => r.proven)} ms` },
    { what: 'all proposals', value: `${median((r) => r.all)} ms` },
    { what: 'memory of the process', value: `${Math.round(process.memoryUsage().rss / 2 ** 20)} MB` },
  ];
}

/**
 * How many of 300 random grounds, of 200 small houses with real walls, and of 300 with kept units, limits of families and
 * fixed devices give the cost that trying every choice gives.
 */
export async function againstBruteForce(job: Job): Promise<object[]> {
  const solve = makeSolver();
  const base = keptOf(job);
  const scene = buildScene(base);
  const network = networkOf(base, scene, 'planned');
  const wish = { budgetEur: null, leastHeadroomDb: anyDb };
  const isSame = async (instance: PlanningInstance): Promise<boolean> => {
    const found = await cheapestOf(instance, solve, wish, 10);
    if (found === 'late') return false;
    const [cost, brute] = [found ? costOf(found) : Infinity, bruteForceCost(instance, null, anyDb)];
    return cost === brute || Math.abs(cost - brute) < 0.01;
  };
  let [grounds, houses, varied, atOnce, needing, late, street] = [0, 0, 0, 0, 0, 0, 0];
  const instanceOf = (house: Job) =>
    servable(planningInstance(house, buildScene(house), { noDrilling: false, sure: sureEnough }));
  for (let seed = 1; seed <= 300; seed++) {
    if (await isSame(randomInstance(seed, base, scene, network))) grounds++;
    if (await isSame(instanceOf(variedHouse(seed)))) varied++;
  }
  for (let seed = 1; seed <= 200; seed++) {
    const house = randomHouse(seed);
    const walls = buildScene(house);
    const instance = servable(planningInstance(house, walls, { noDrilling: false, sure: sureEnough }));
    if (await isSame(instance)) houses++;
    const once = await cheapestAtOnce(house, walls, instance, solve, wish, 10, 24);
    if (typeof once === 'string') {
      late += once === 'late' ? 1 : 0;
      street += once === 'street' ? 1 : 0;
      continue;
    }
    if (once?.options.length) needing++;
    let [carries, tried] = [0, 0];
    everyChoice(instance, null, anyDb, once ? costOf(once) - 0.01 : Infinity, (chosen) => {
      if (tried++ < 300 && loadOfChoice(house, walls, chosen).load.fits) carries++;
      return undefined;
    });
    if (carries === 0) atOnce++;
  }
  return [
    { what: 'random grounds equal to trying every choice', value: `${grounds} of 300` },
    { what: 'small houses with real walls, the same', value: `${houses} of 200` },
    { what: 'with kept units, limits of families and fixed devices, the same', value: `${varied} of 300` },
    {
      what: `everyone at once, ${needing} with new units: no cheaper choice that was tried carries all`,
      value: `${atOnce} of ${200 - late - street}`,
    },
    { what: 'the same, not known after 24 choices; street too slow', value: `${late}; ${street}` },
  ];
}
