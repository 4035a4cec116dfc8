/** Proposals for a house: time to the first and to all, memory; and on random grounds against trying every choice. */
import type { Job } from '@/core/job/job';
import { networkOf } from '@/core/network/feeds';
import { bruteForceCost } from '@/core/propose/bruteForce';
import { keptOf } from '@/core/propose/columns';
import { reduced } from '@/core/propose/programme';
import { cheapestOf } from '@/core/propose/choice';
import { propose } from '@/core/propose/propose';
import { randomGround } from '@/core/propose/randomGround';
import { buildScene } from '@/core/propagation/scene';
import { makeSolver } from '@/solver/highs';

export async function proposalFigures(job: Job): Promise<object[]> {
  const solve = makeSolver();
  const scene = buildScene(job);
  const runs: { first: number; all: number }[] = [];
  let columns = 0;
  for (let i = 0; i < 3; i++) {
    const start = performance.now();
    let first = 0;
    const made = await propose(job, scene, solve, {}, () => (first ||= performance.now() - start));
    runs.push({ first, all: performance.now() - start });
    columns = made.columns;
  }
  const median = (of: (r: (typeof runs)[number]) => number) =>
    Math.round(runs.map(of).sort((a, b) => a - b)[1] ?? NaN);
  return [
    { what: `least cost, proven, of ${columns} columns`, value: `${median((r) => r.first)} ms` },
    { what: 'all proposals', value: `${median((r) => r.all)} ms` },
    { what: 'memory of the process', value: `${Math.round(process.memoryUsage().rss / 2 ** 20)} MB` },
  ];
}

/** How many of 200 random grounds give the cost that trying every choice gives. */
export async function againstBruteForce(job: Job): Promise<object[]> {
  const solve = makeSolver();
  const base = keptOf(job);
  const scene = buildScene(base);
  const network = networkOf(base, scene, 'planned');
  let equal = 0;
  for (let seed = 1; seed <= 200; seed++) {
    const ground = randomGround(seed, base, scene, network);
    const wish = { budgetEur: null, leastHeadroomDb: -1e9 };
    const found = await cheapestOf(ground, reduced(ground), solve, wish, 10);
    if (found === 'late') continue;
    const cost = found ? found.columns.reduce((sum, c) => sum + c.costEur, 0) : Infinity;
    if (
      Math.abs(cost - bruteForceCost(ground, null, -1e9)) < 0.01 ||
      (!found && cost === bruteForceCost(ground, null, -1e9))
    )
      equal++;
  }
  return [{ what: 'random grounds equal to trying every choice', value: `${equal} of 200` }];
}
