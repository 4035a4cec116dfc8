/** What planning solves with, and what it finds. */
import { type Choice, cheapestOf } from './choice';
import type { PlanningInstance } from './planningInstance';
import type { Constraints, Solver } from './programme';

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

/** What was looked at, and the best choice of it. */
export interface FirstFound {
  instance: PlanningInstance;
  choice: Choice | 'late' | null;
}
