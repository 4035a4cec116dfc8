/** The cheapest choice of columns under a wish, and of all within a limit the one with most headroom. */
import type { Column, Ground } from './columns';
import { enoughHeadroomDb } from './serving';
import { programmeOf, type Solver, wanted, type Wish } from './programme';

/** Headroom is made most to this, dB. */
const headroomStepDb = 0.5;
/** Any headroom will do: the need is met. */
export const anyDb = -1e9;

export interface Choice {
  columns: Column[];
  /** Proven best; else the best found in the time, at most so far from the best there could be. */
  proven: boolean;
  gapEur: number | null;
}

export const costOf = (c: Choice) => c.columns.reduce((sum, q) => sum + q.costEur, 0);
export const partsOf = (c: Choice) => c.columns.reduce((sum, q) => sum + q.partsEur, 0);

/**
 * The cheapest choice under a wish; null where it is proven that there is none, «late» where the time
 * was up before any was found.
 * Solved without minding that two units may be at one place, which leaves far fewer columns to look at;
 * only where the answer has two at one place it is solved again with all columns and that minded.
 * @param few `reduced(ground)`, worked out once. @param seconds for each solution.
 */
export async function cheapestOf(
  ground: Ground,
  few: readonly Column[],
  solve: Solver,
  wish: Omit<Wish, 'onePerPlace'>,
  seconds: number,
): Promise<Choice | 'late' | null> {
  const { forced } = wish;
  const asks = forced?.size || wish.cuts?.length;
  if (wanted(ground, wish.leastHeadroomDb).length === 0 && !asks)
    return { columns: [], proven: true, gapEur: null };
  for (const onePerPlace of [false, true]) {
    const columns = onePerPlace ? ground.columns : forced?.size ? withPlaces(ground, few, forced) : few;
    const programme = programmeOf(ground, columns, { ...wish, onePerPlace });
    if (!programme) return null;
    const { status, values, objective, bound } = await solve(programme.lp, seconds);
    if (status === 'infeasible') return null;
    if (status === 'late') return 'late';
    const chosen = [...programme.names].flatMap(([n, c]) => ((values.get(n) ?? 0) > 0.5 ? [c] : []));
    const places = new Set(chosen.map((c) => c.candidate.id));
    if (places.size === chosen.length)
      return {
        columns: chosen,
        proven: status === 'optimal',
        gapEur: status === 'optimal' ? null : objective - bound,
      };
  }
  return null;
}

/** Few columns, and all at some places with what they hang on. */
function withPlaces(ground: Ground, few: readonly Column[], places: ReadonlySet<string>): Column[] {
  const ids = new Set(few.map((c) => c.id));
  for (const c of ground.columns)
    if (places.has(c.candidate.id)) {
      ids.add(c.id);
      if (c.parent !== null) ids.add(c.parent);
    }
  return ground.columns.filter((c) => ids.has(c.id));
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
