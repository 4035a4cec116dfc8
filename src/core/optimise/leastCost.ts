/** The least cost of meeting every need: over places that have names first, then over all places around them. */
import type { Job } from '../job/job';
import type { Scene } from '../propagation/model';
import { directInstance, type Rules, withHops } from './candidateOptions';
import { anyDb, type Choice, cheapestOf, costOf } from './choice';
import type { DirectInstance, HopTest, PlanningInstance } from './planningInstance';
import type { Constraints, Solver } from './programme';
import { onlyWith, servable } from './subsets';

/** A solution ends by its own count of work; so long, s, is only for a machine that stands still (custom). */
export const longestS = 120;

/** What is solved with. */
export interface Solving {
  solve: Solver;
  constraints: Pick<Constraints, 'budgetEur' | 'forced'>;
  /** Longest time for each solution. */
  seconds: number;
}

/** The cheapest choice with at least so much headroom. */
export const cheapestIn = (
  instance: PlanningInstance,
  { solve, constraints, seconds }: Solving,
  leastHeadroomDb: number,
): Promise<Choice | 'late' | null> =>
  cheapestOf(instance, solve, { ...constraints, leastHeadroomDb }, seconds);

export interface LeastCost {
  /** All that was looked at, and of it the spots that anything serves. */
  instance: PlanningInstance;
  possible: PlanningInstance;
  answer: Choice | 'late' | null;
  /** Of what costs no more than this, every place was looked at. */
  wholeUpTo: number;
}

/** @param early is told of choices on the way. */
export async function leastCost(
  job: Job,
  scene: Scene,
  rules: Rules,
  solving: Solving,
  early: (instance: PlanningInstance, choice: Choice) => void = () => undefined,
): Promise<LeastCost> {
  const tell = (g: PlanningInstance, choice: Choice | 'late' | null) => {
    if (choice && choice !== 'late') early(g, choice);
  };
  const direct = directInstance(job, scene, { ...rules, aside: true });
  const named = onlyWith(direct, (c) => c.candidate.asideOf === undefined);
  tell(named, await cheapestIn(servable(named), solving, anyDb));
  const coarse = withHops({ ...direct, options: named.options }, byNamed);
  const first = await cheapestIn(servable(coarse), solving, anyDb);
  tell(coarse, first);
  const wholeUpTo = first && first !== 'late' ? costOf(first) * dearer : dearestEur;
  const instance = withAside(direct, coarse, wholeUpTo);
  const possible = servable(instance);
  const answer = instance.options.length ? await cheapestIn(possible, solving, anyDb) : null;
  return { instance, possible, answer, wholeUpTo };
}

/** Between places that have names alone, and products of one kind. */
const byNamed: HopTest = (parent, child) =>
  parent.candidate.asideOf === undefined &&
  child.candidate.asideOf === undefined &&
  parent.product.id === child.product.id;

/** Options that together cost more than this beside the least cost so far are not looked at (custom). */
const dearer = 1.15;
/** The same where nothing is known yet, in the job's currency (custom). */
const dearestEur = 600;

/**
 * The places aside of sockets added to an instance of those that have names. Of what hangs on another unit only what
 * costs no more with it than `most`: nothing dearer can be part of a choice that costs no more.
 */
function withAside(direct: DirectInstance, coarse: PlanningInstance, most: number): PlanningInstance {
  const fine = withHops(
    {
      ...direct,
      options: direct.options.filter((c) => c.costEur <= most || c.candidate.asideOf === undefined),
    },
    (parent, child, costEur) => !byNamed(parent, child, costEur) && costEur <= most,
  );
  const had = new Set(coarse.options.map((c) => c.id));
  return { ...fine, options: [...coarse.options, ...fine.options.filter((c) => !had.has(c.id))] };
}
