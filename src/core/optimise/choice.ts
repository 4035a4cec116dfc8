/** The cheapest choice of options under the constraints, and of all within a limit the one with most headroom. */
import type { CandidateOption, PlanningInstance } from './candidateOptions';
import { enoughHeadroomDb } from './spotServices';
import { programmeOf, type Solver, openSpots, type Constraints } from './programme';

/** Headroom is made most to this, dB. */
const headroomStepDb = 0.5;
/** Any headroom will do: the need is met. */
export const anyDb = -1e9;

export interface Choice {
  options: CandidateOption[];
  /** Proven best; else the best found in the time, at most so far from the best there could be. */
  proven: boolean;
  gapEur: number | null;
}

export const costOf = (c: Choice) => c.options.reduce((sum, q) => sum + q.costEur, 0);
export const partsOf = (c: Choice) => c.options.reduce((sum, q) => sum + q.partsEur, 0);

/**
 * The cheapest choice under the constraints; null where it is proven that there is none, «late» where the time
 * was up before any was found.
 * Solved without minding that two units may be at one place, which leaves far fewer options to look at;
 * only where the answer has two at one place it is solved again with all options and that minded.
 * @param few `withoutDominated(instance)`, worked out once. @param seconds for each solution.
 */
export async function cheapestOf(
  instance: PlanningInstance,
  few: readonly CandidateOption[],
  solve: Solver,
  constraints: Omit<Constraints, 'onePerPlace'>,
  seconds: number,
): Promise<Choice | 'late' | null> {
  const { forced } = constraints;
  const asks = forced?.size || constraints.cuts?.length;
  if (openSpots(instance, constraints.leastHeadroomDb).length === 0 && !asks)
    return { options: [], proven: true, gapEur: null };
  for (const onePerPlace of [false, true]) {
    const options = onePerPlace ? instance.options : forced?.size ? withPlaces(instance, few, forced) : few;
    const programme = programmeOf(instance, options, { ...constraints, onePerPlace });
    if (!programme) return null;
    const { status, values, objective, bound } = await solve(programme.lp, seconds);
    if (status === 'infeasible') return null;
    if (status === 'late') return 'late';
    const chosen = [...programme.names].flatMap(([n, c]) => ((values.get(n) ?? 0) > 0.5 ? [c] : []));
    const places = new Set(chosen.map((c) => c.candidate.id));
    if (places.size === chosen.length)
      return {
        options: chosen,
        proven: status === 'optimal',
        gapEur: status === 'optimal' ? null : objective - bound,
      };
  }
  return null;
}

/** Few options, and all at some places with what they hang on. */
function withPlaces(
  instance: PlanningInstance,
  few: readonly CandidateOption[],
  places: ReadonlySet<string>,
): CandidateOption[] {
  const ids = new Set(few.map((c) => c.id));
  for (const c of instance.options)
    if (places.has(c.candidate.id)) {
      ids.add(c.id);
      if (c.parent !== null) ids.add(c.parent);
    }
  return instance.options.filter((c) => ids.has(c.id));
}

/** Of all choices within a limit of cost or budget, the one whose worst headroom is most, to half a dB, by halving. */
export async function bestHeadroom(
  from: Choice,
  within: (c: Choice) => boolean,
  at: (leastDb: number) => Promise<Choice | 'late' | null>,
): Promise<{ choice: Choice; leastDb: number }> {
  let best = from;
  let [low, high] = [0, Math.round(enoughHeadroomDb / headroomStepDb) + 1];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    const found = await at(middle * headroomStepDb);
    // more may be possible than the time let it find
    if (found === 'late') best = { ...best, proven: false };
    if (found && found !== 'late' && within(found)) {
      best = { ...found, proven: best.proven && found.proven };
      low = middle;
    } else high = middle;
  }
  return { choice: best, leastDb: low > 0 ? low * headroomStepDb : anyDb };
}
