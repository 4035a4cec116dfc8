/** The whole front between cost and worst headroom: what each dB of headroom costs. */
import { anyDb, type Choice, cheapestOf, costOf, partsOf } from './choice';
import type { Id } from '../job/records';
import type { PlanningInstance } from './planningInstance';
import { enoughHeadroomDb } from './spotServices';
import type { PlanningRun } from './propose';

/** The next point has at least so much more headroom, dB. */
const stepDb = 0.1;

export interface FrontPoint {
  /** Every spot has at least this headroom, dB. */
  leastHeadroomDb: number;
  costEur: number;
  partsEur: number;
  units: number;
  holes: number;
  proven: boolean;
  choice: Choice;
}

/** The least headroom that a choice leaves any spot, dB, up to what is worth money. */
function worstOf({ spots, served }: PlanningInstance, { options }: Choice): number {
  const of = (id: Id) =>
    Math.max(
      served.get(id)?.headroomDb ?? -Infinity,
      ...options.map((c) => c.serves.get(id)?.headroomDb ?? -Infinity),
    );
  return Math.min(enoughHeadroomDb, ...spots.map((s) => of(s.id)));
}

/**
 * Every choice that no other beats in both cost and worst headroom, to a tenth of a dB, without a
 * budget: the least cost, then the least cost with more headroom than that leaves, and so on until none
 * has more. Each is proven as `cheapestOf` says.
 */
export async function frontOf({ instance, solve, constraints, seconds }: PlanningRun): Promise<FrontPoint[]> {
  const points: FrontPoint[] = [];
  for (let asked = anyDb; asked <= enoughHeadroomDb;) {
    const choice = await cheapestOf(
      instance,
      solve,
      { budgetEur: null, forced: constraints.forced, leastHeadroomDb: asked },
      seconds,
    );
    if (choice === null || choice === 'late') break;
    const leastHeadroomDb = worstOf(instance, choice);
    const costEur = costOf(choice);
    if (costEur <= (points.at(-1)?.costEur ?? -1) + 0.01) points.pop();
    points.push({
      leastHeadroomDb,
      costEur,
      partsEur: partsOf(choice),
      units: choice.options.length,
      holes: choice.options.reduce((sum, c) => sum + c.holes, 0),
      proven: choice.proven,
      choice,
    });
    asked = leastHeadroomDb + stepDb;
  }
  return points;
}
