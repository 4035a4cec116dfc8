/** The cheapest choice of options under the constraints, and of all within a limit the one with most headroom. */
import { optionTree } from './optionTree';
import { type CandidateOption, hourEur, type PlanningInstance } from './planningInstance';
import { enoughHeadroomDb } from './spotServices';
import { programmeOf, type Solver, openSpots, type Constraints, withoutDominated } from './programme';
import { reducedAt } from './reducedAt';

/** Headroom is made most to this, dB. */
const headroomStepDb = 0.5;
/** Any headroom will do: the need is met. */
export const anyDb = -1e9;

/** With more options than this, two units at one place are minded among those that none beats (custom). */
const mostAtPlaces = 3000;

export interface Choice {
  options: CandidateOption[];
  /** Proven best; else the best found in the time, at most so far from the best there could be. */
  proven: boolean;
  gapEur: number | null;
}

/** What is made least: parts, work, and what likely snags count for. */
export const costOf = (c: Choice) => c.options.reduce((sum, q) => sum + q.costEur, 0);
/** Parts and work alone, as they are told. */
export const priceOf = (c: Choice) =>
  c.options.reduce((sum, q) => sum + q.partsEur + (q.minutes / 60) * hourEur, 0);
export const partsOf = (c: Choice) => c.options.reduce((sum, q) => sum + q.partsEur, 0);

const undominated = new WeakMap<PlanningInstance, readonly CandidateOption[]>();

/** Options that none beats, worked out once; of many all, since finding out takes longer than what it saves. */
function fewOf(instance: PlanningInstance): readonly CandidateOption[] {
  const few =
    undominated.get(instance) ??
    (instance.options.length > mostAtPlaces ? instance.options : withoutDominated(instance));
  undominated.set(instance, few);
  return few;
}

/** The options that a solution looks at. */
function optionsFor(
  instance: PlanningInstance,
  { forced, cuts, leastHeadroomDb }: Constraints,
  onePerPlace: boolean,
): readonly CandidateOption[] {
  const isMany = instance.options.length > mostAtPlaces;
  if (cuts || (onePerPlace && !isMany)) return instance.options;
  if (forced?.size) return withPlaces(instance, fewOf(instance), forced);
  // where any headroom will do, what is left is few enough by itself
  const from = leastHeadroomDb === anyDb ? (undominated.get(instance) ?? instance.options) : fewOf(instance);
  return reducedAt(instance, from, leastHeadroomDb);
}

/**
 * The cheapest choice under the constraints; null where it is proven that there is none, «late» where it is not known
 * whether there is one.
 * Solved without minding that two units may be at one place, which leaves far fewer options to look at;
 * only where the answer has two at one place it is solved again with that minded, with all options where they are not
 * too many.
 * @param seconds for each solution.
 */
export async function cheapestOf(
  instance: PlanningInstance,
  solve: Solver,
  constraints: Omit<Constraints, 'onePerPlace'>,
  seconds: number,
): Promise<Choice | 'late' | null> {
  const asks = constraints.forced?.size || constraints.cuts?.length;
  if (openSpots(instance, constraints.leastHeadroomDb).length === 0 && !asks)
    return { options: [], proven: true, gapEur: null };
  for (const onePerPlace of [false, true]) {
    const options = optionsFor(instance, constraints, onePerPlace);
    // some that only two units at one place could ask for may be left out
    const isWhole = !onePerPlace || options.length === instance.options.length;
    const programme = programmeOf(instance, options, { ...constraints, onePerPlace });
    if (!programme) return null;
    const { status, values, objective, bound } = await solve(programme.lp, seconds);
    if (status === 'infeasible') return isWhole ? null : 'late';
    if (status === 'late') return 'late';
    const chosen = [...programme.names].flatMap(([n, c]) => ((values.get(n) ?? 0) > 0.5 ? [c] : []));
    const places = new Set(chosen.map((c) => c.candidate.id));
    if (places.size === chosen.length)
      return {
        options: chosen,
        proven: status === 'optimal' && isWhole,
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
  const { above } = optionTree(instance.options);
  for (const c of instance.options)
    if (places.has(c.candidate.id)) for (const one of [c, ...above(c)]) ids.add(one.id);
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
