import { bruteForceCost } from '../../testing/bruteForce';
import { randomHouse, variedHouse } from '../../testing/randomHouse';
import { makeSolver } from '@/solver/highs';
import { sureEnough } from '../network/sureEnough';
import { buildScene } from '../propagation/scene';
import { directInstance, planningInstance } from './candidateOptions';
import { anyDb } from './choice';
import { coverBound } from './coverBound';
import { openSpots } from './programme';
import { servable } from './subsets';

const solve = makeSolver();
const rules = { noDrilling: false, sure: sureEnough };

test('no choice of every one that there is costs less than the bound, and the bound is near', async () => {
  const seen = { houses: 0, share: 0, near: 0 };
  for (let seed = 1; seed <= 40; seed++) {
    const job = seed % 2 ? randomHouse(seed) : variedHouse(seed);
    const scene = buildScene(job);
    const whole = servable(planningInstance(job, scene, rules));
    const cost = bruteForceCost(whole, null, anyDb);
    const needs = openSpots(whole, anyDb);
    if (!Number.isFinite(cost) || needs.length === 0) continue;
    const bound = await coverBound(directInstance(job, scene, rules), needs, solve, 10);
    if (bound === null) throw new Error(`no bound for house ${seed}`);
    expect([seed, bound <= cost + 0.01]).toEqual([seed, true]);
    expect(bound).toBeGreaterThan(0);
    seen.houses++;
    seen.share += bound / cost;
    if (bound > 0.95 * cost) seen.near++;
  }
  expect(seen.houses).toBeGreaterThan(15);
  expect(seen.share / seen.houses).toBeGreaterThan(0.8);
  expect(seen.near).toBeGreaterThan(seen.houses / 3);
});

test('needs that no unit meets at any place have no bound', async () => {
  const job = randomHouse(1);
  const direct = directInstance(job, buildScene(job), rules);
  expect(await coverBound(direct, ['spot-of-nobody'], solve, 10)).toBeNull();
});
