import { quayHouse } from '@/../demo/make/quayHouse';
import { everyChoice } from '@/testing/bruteForce';
import { randomInstance } from '@/testing/randomInstance';
import { jobFromRecords } from '../job/job';
import { networkOf } from '../network/backhaul';
import { buildScene } from '../propagation/scene';
import type { CandidateOption } from './planningInstance';
import { frontOf } from './front';
import type { PlanningRun } from './propose';
import { makeSolver } from '@/solver/highs';

const house = jobFromRecords(quayHouse());
const scene = buildScene(house);
const network = networkOf(house, scene, 'planned');
const solve = makeSolver();

/** Every choice that no other beats in both cost and worst headroom, found by trying all. */
function frontByHand(instance: ReturnType<typeof randomInstance>) {
  const worst = (chosen: readonly CandidateOption[]) =>
    Math.min(
      25,
      ...instance.spots.map((s) =>
        Math.max(
          instance.served.get(s.id)?.headroomDb ?? -Infinity,
          ...chosen.map((c) => c.serves.get(s.id)?.headroomDb ?? -Infinity),
        ),
      ),
    );
  const all: { cost: number; db: number }[] = [];
  everyChoice(instance, null, -1e9, Infinity, (chosen, cost) => {
    all.push({ cost, db: worst(chosen) });
    return undefined;
  });
  return all
    .filter((p) => !all.some((o) => (o.cost <= p.cost && o.db > p.db) || (o.cost < p.cost && o.db >= p.db)))
    .map((p) => `${p.db} dB for ${p.cost}`)
    .filter((p, i, list) => list.indexOf(p) === i)
    .sort();
}

test.each([1, 2, 4, 5, 7, 9, 12, 15])(
  'the front of instance %d is that of trying every choice',
  async (seed) => {
    const instance = randomInstance(seed, house, scene, network);
    const run = { instance, solve, constraints: {}, seconds: 20 } as unknown as PlanningRun;
    const points = await frontOf(run);
    expect(points.map((p) => `${p.leastHeadroomDb} dB for ${p.costEur}`).sort()).toEqual(
      frontByHand(instance),
    );
    points.forEach((p, i) => {
      const before = points[i - 1];
      if (before) {
        expect(p.costEur).toBeGreaterThan(before.costEur);
        expect(p.leastHeadroomDb).toBeGreaterThan(before.leastHeadroomDb);
      }
      expect(p.units).toBe(p.choice.options.length);
      expect(p.holes).toBe(p.choice.options.reduce((sum, c) => sum + c.holes, 0));
      expect(p.proven).toBe(true);
    });
  },
);
