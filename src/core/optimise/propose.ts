/** Proposals: which units, where, fed how, so that every need is met; proven by a solver and checked on the real network. */
import { get, type Job } from '../job/job';
import type { Id } from '../job/records';
import type { Scene } from '../propagation/model';
import { cheapestAtOnce, loadOfChoice } from './atOnce';
import { type Candidate, candidatesOf, fits } from './candidates';
import { anyDb, bestHeadroom, type Choice, cheapestOf, costOf, partsOf } from './choice';
import { type CandidateOption, type PlanningInstance, directInstance, withHops } from './candidateOptions';
import { type Proposal, proposalOf, type ProposalKind } from './proposal';
import { sureEnough } from '../network/sureEnough';
import { withoutDominated, type Solver, type Constraints } from './programme';

export interface Proposals {
  proposals: Proposal[];
  /** Spots that nothing allowed serves, with the most that anything would give. */
  impossible: { spotId: Id; certainty: number; by: string | null }[];
  candidates: number;
  options: number;
  /** In words why no proposal carries all needs at the same time; null when one does, or none is needed. */
  notAtOnce: string | null;
  /** In words why nothing is proposed; null when something is. */
  whyNot: string | null;
}

export interface ProposalOptions {
  noDrilling?: boolean;
  budgetEur?: number | null;
  /** Candidates that may not be used, besides those that the job leaves out. */
  forbidden?: readonly string[];
  /** Time for each solution, s. */
  seconds?: number;
}

/** Is told of each proposal as soon as it is there; one of a kind takes the place of the one before. */
export type Found = (proposal: Proposal) => void;

/** The places that may not be used, and those where a unit must be. */
export const rulesOf = (job: Job, asked: ProposalOptions) => ({
  noDrilling: asked.noDrilling ?? job.info.noDrilling,
  sure: sureEnough,
  forbidden: new Set([
    ...(asked.forbidden ?? []),
    ...job.placeRules.filter((r) => r.rule === 'forbid').map((r) => r.placeId),
  ]),
  forced: new Set(job.placeRules.filter((r) => r.rule === 'force').map((r) => r.placeId)),
});

/** What stands in the way of any proposal, said before anything is computed; null when nothing does. */
export function whyNone(job: Job, asked: ProposalOptions = {}): string | null {
  if (job.spots.length === 0) return 'there is no spot with a need: set some in Survey';
  if (job.devices.length === 0) return 'there is no device to predict for';
  const roots = job.units.filter((u) => u.planned && !job.links.some((l) => l.unitId === u.id));
  if (!roots.some((u) => ['main', 'router'].includes(get(job, 'kit', u.kitId).kind)))
    return 'there is no main unit: place one, or say what the household has today';
  const all = candidatesOf(job);
  if (all.length === 0) return 'the survey has no socket, outlet or ceiling for a unit';
  const { forbidden, forced } = rulesOf(job, asked);
  if (!all.some((c) => job.kits.some((k) => fits(k, c))))
    return 'the catalogue has no unit for any of these places';
  if (!all.some((c) => !forbidden.has(c.id))) return 'every place is left out by hand: allow one';
  for (const placeId of forced) {
    const place = all.find((c) => c.id === placeId);
    if (!place) return 'a unit must be at a place that the survey no longer has: let that rule go';
    if (forbidden.has(placeId)) return `${place.words}: a unit must be there and must not be there`;
    if (!job.kits.some((k) => fits(k, place))) return `${place.words}: no unit of the catalogue can be there`;
  }
  return cannotForce(job, all, forced, asked);
}

/** Are the units that must be somewhere more than the budget or their makers allow? */
function cannotForce(
  job: Job,
  all: readonly Candidate[],
  forced: ReadonlySet<string>,
  asked: ProposalOptions,
): string | null {
  const budgetEur = asked.budgetEur === undefined ? job.info.budget : asked.budgetEur;
  const places = all.filter((c) => forced.has(c.id));
  const least = places.reduce(
    (sum, c) => sum + Math.min(...job.kits.filter((k) => fits(k, c)).map((k) => k.priceEur)),
    0,
  );
  if (budgetEur !== null && least > budgetEur)
    return `the units that must be somewhere cost ${Math.ceil(least)} at least, and the budget is ${budgetEur}`;
  return null;
}

/** What a run works with; kept by a worker, so that questions about its proposals need no new instance. */
export interface PlanningRun {
  job: Job;
  scene: Scene;
  instance: PlanningInstance;
  solve: Solver;
  constraints: Pick<Constraints, 'budgetEur' | 'forced'>;
  seconds: number;
  proposals: Proposal[];
}

/**
 * Proposals for a job: least cost; where that does not carry all needs at once, the least cost that
 * does; without drilling; the most headroom for the budget (or for half as much again as the least
 * cost, where none is set). Each is solved in two steps: the least cost, then of all that cost no more
 * the one with the best worst headroom. A first least cost without units behind units comes early.
 * @param kept is told of the planning run, for questions afterwards.
 */
export async function propose(
  job: Job,
  scene: Scene,
  solve: Solver,
  asked: ProposalOptions = {},
  found: Found = () => undefined,
  kept: (run: PlanningRun) => void = () => undefined,
): Promise<Proposals> {
  const none: Proposals = {
    proposals: [],
    impossible: [],
    candidates: 0,
    options: 0,
    notAtOnce: null,
    whyNot: whyNone(job, asked),
  };
  if (none.whyNot) return none;
  const seconds = asked.seconds ?? 15;
  const budgetEur = asked.budgetEur === undefined ? job.info.budget : asked.budgetEur;
  const rules = rulesOf(job, asked);
  const { forced } = rules;
  const proposals: Proposal[] = [];
  let notAtOnce: string | null = null;
  const take = (kind: ProposalKind, choice: Choice) => {
    const proposal = proposalOf(kind, job, scene, choice);
    proposals.push(proposal);
    found(proposal);
  };
  const solveOn = (g: PlanningInstance) => {
    const options = withoutDominated(g);
    return (budget: number | null) => (leastDb: number) =>
      cheapestOf(g, options, solve, { budgetEur: budget, leastHeadroomDb: leastDb, forced }, seconds);
  };
  const atOnce = async (g: PlanningInstance, budget: number | null, leastHeadroomDb: number, most = 6) => {
    const constraints = { budgetEur: budget, leastHeadroomDb, forced };
    return cheapestAtOnce(job, scene, g, solve, constraints, seconds, most);
  };
  /** That carries everyone at once where any does, else each need by itself. */
  const cheapestWithin = async (g: PlanningInstance, budget: number | null, leastDb: number) => {
    const all = await atOnce(g, budget, leastDb);
    if (all && typeof all !== 'string') return all;
    const each = await solveOn(g)(budget)(leastDb);
    return each === 'late' ? null : each;
  };
  const direct = directInstance(job, scene, rules);
  const early = await solveOn(servable(direct))(budgetEur)(anyDb);
  if (early && early !== 'late' && impossibleOf(direct).length === 0)
    found({
      ...proposalOf('least cost', job, scene, { ...early, proven: false, gapEur: null }),
      early: true,
    });
  const instance = withHops(direct);
  if (instance.options.length === 0)
    return {
      ...none,
      candidates: instance.candidates.length,
      whyNot: 'no kit of the catalogue can be fed at any place',
    };
  // what nothing serves is said apart; the rest is planned for
  const possible = servable(instance);
  kept({ job, scene, instance: possible, solve, constraints: { budgetEur, forced }, seconds, proposals });
  const free = solveOn(possible);
  const answer = await free(budgetEur)(anyDb);
  const cheapest = answer === 'late' ? null : answer;
  if (cheapest) {
    const cost = costOf(cheapest) + 0.01;
    const least = await bestHeadroom(cheapest, (c) => costOf(c) <= cost, free(budgetEur));
    take('least cost', least.choice);
    if (proposals[0]?.fitsAtOnce === false) {
      const wide = await atOnce(possible, budgetEur, anyDb, mostTries);
      if (wide && typeof wide !== 'string') take('everyone at once', wide);
      else notAtOnce = notAtOnceWords(wide);
    }
    if (cheapest.options.some((c) => c.holes > 0)) {
      const dry = await cheapestWithin(withoutHoles(possible), budgetEur, anyDb);
      if (dry) take('no drilling', dry);
    }
    const money = budgetEur ?? Math.ceil(partsOf(cheapest) * 1.5);
    const { choice: roomy, leastDb } = await bestHeadroom(cheapest, () => true, free(money));
    const fitting = loadOfChoice(job, scene, roomy.options).load.fits
      ? roomy
      : await cheapestWithin(possible, money, leastDb);
    take('most headroom', fitting ?? roomy);
  }
  return {
    proposals,
    impossible: impossibleOf(instance),
    candidates: instance.candidates.length,
    options: instance.options.length,
    notAtOnce,
    whyNot: cheapest
      ? null
      : answer === 'late'
        ? 'nothing was found in the time, and it is not proven that there is nothing'
        : 'nothing that is allowed and affordable meets the needs that can be met',
  };
}

/** Most choices that are tried for one that carries everyone at once. */
const mostTries = 24;

const notAtOnceWords = (why: 'late' | 'street' | null): string =>
  why === 'street'
    ? 'the line from the street is slower than all needs together'
    : why === null
      ? 'proven: no choice carries everyone at once'
      : `none of the ${mostTries} cheapest choices carries everyone at once; whether a dearer one does is not known`;

/** The same instance with the spots that anything serves. */
export function servable(instance: PlanningInstance): PlanningInstance {
  const lost = new Set(impossibleOf(instance).map((i) => i.spotId));
  return { ...instance, spots: instance.spots.filter((s) => !lost.has(s.id)) };
}

/** The same instance with some options only, and what hangs on them. */
export function onlyWith(
  instance: PlanningInstance,
  test: (c: CandidateOption) => boolean,
): PlanningInstance {
  const left = new Set(instance.options.filter(test).map((c) => c.id));
  return {
    ...instance,
    options: instance.options.filter((c) => left.has(c.id) && (c.parent === null || left.has(c.parent))),
  };
}

/** The same instance without options that need a hole, or that hang on one. */
export const withoutHoles = (instance: PlanningInstance): PlanningInstance =>
  onlyWith(instance, (c) => c.holes === 0);

export function impossibleOf(instance: PlanningInstance): Proposals['impossible'] {
  return instance.spots
    .filter((s) => !instance.served.has(s.id) && !instance.options.some((c) => c.serves.has(s.id)))
    .map((s) => {
      const best = instance.hopes.get(s.id);
      return { spotId: s.id, certainty: best?.certainty ?? 0, by: best?.words ?? null };
    });
}
