/** The whole front between cost and worst headroom: what each dB of headroom costs. */
import { anyDb, type Choice, cheapestOf, costOf, partsOf } from './choice';
import { enoughHeadroomDb } from './columns';
import { reduced } from './programme';
import type { Workshop } from './propose';

/** Headroom is asked for in steps of this, dB. */
const stepDb = 2.5;

export interface FrontPoint {
  /** Every spot has at least this headroom, dB; null = its need is met, no more. */
  leastHeadroomDb: number | null;
  costEur: number;
  partsEur: number;
  units: number;
  holes: number;
  proven: boolean;
  choice: Choice;
}

/**
 * The cheapest choice at each level of headroom, from «met» to where none is left, without a budget;
 * of levels that cost the same the highest. Each is proven as `cheapestOf` says.
 */
export async function frontOf({ ground, solve, wish, seconds }: Workshop): Promise<FrontPoint[]> {
  const few = reduced(ground);
  const points: FrontPoint[] = [];
  for (let db = -stepDb; db <= enoughHeadroomDb; db += stepDb) {
    const leastHeadroomDb = db < 0 ? anyDb : db;
    const choice = await cheapestOf(
      ground,
      few,
      solve,
      { budgetEur: null, forced: wish.forced, leastHeadroomDb },
      seconds,
    );
    if (choice === null || choice === 'late') break;
    const costEur = costOf(choice);
    if (costEur <= (points.at(-1)?.costEur ?? -1) + 0.01) points.pop();
    points.push({
      leastHeadroomDb: db < 0 ? null : db,
      costEur,
      partsEur: partsOf(choice),
      units: choice.columns.length,
      holes: choice.columns.reduce((sum, c) => sum + c.holes, 0),
      proven: choice.proven,
      choice,
    });
  }
  return points;
}
