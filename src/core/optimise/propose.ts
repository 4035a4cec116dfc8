/** Proposals: which units, where, fed how, so that every need is met; proven by a solver and checked on the real network. */
import { get, type Job } from '../job/job';
import type { Id } from '../job/records';
import type { Scene } from '../propagation/model';
import { cheapestAtOnce, loadOfChoice, optionsAtOnce, variationsOf } from './atOnce';
import type { Candidate } from './candidate';
import { namedPlaces, fits } from './candidates';
import { anyDb, bestHeadroom, type Choice, cheapestOf, costOf, partsOf } from './choice';
import { leastCost } from './leastCost';
import { longestS, type Solving } from './solving';
import type { PlanningInstance } from './planningInstance';
import { deviceEnds } from './deviceEnds';
import { deviceSpots } from './spotServices';
import { type NewMain, withNewMain } from './newMain';
import { type Proposal, proposalOf } from './proposal';
import type { ProposalKind } from './proposalWords';
import { sureEnough } from '../network/sureEnough';
import { openSpots, type Solver } from './programme';
import type { Doing } from './planningStep';
import { roomSpots } from './roomSpots';
import { type Impossible, impossibleOf, onlyWith, upToCost, upToParts, withoutHoles } from './subsets';

export interface Proposals {
  proposals: Proposal[];
  /** Spots that nothing allowed serves, with the most that anything would give. */
  impossible: Impossible[];
  candidates: number;
  options: number;
  /** Needs that no plan that was found meets beside the others; ids of spots, devices and places of rooms. */
  leftOpen: Id[];
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
  /** Longest time for each solution, s; its own count of work ends it before. */
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
  if (job.spots.length === 0 && deviceSpots(job).length === 0 && roomSpots(job).length === 0)
    return 'there is no spot with a need: set some in Survey';
  if (job.spots.length > 0 && job.devices.length === 0) return 'there is no device to predict for';
  const roots = job.units.filter((u) => u.planned && !job.links.some((l) => l.unitId === u.id));
  if (!roots.some((u) => ['main', 'router'].includes(get(job, 'kit', u.kitId).kind)))
    return 'there is no main unit: place one, or enter the existing router in Survey';
  const all = namedPlaces(job);
  // a cable to a device needs no place for a unit
  const hasEnds = deviceEnds(job).length > 0;
  if (all.length === 0 && !hasEnds) return 'the survey has no socket, outlet or ceiling for a unit';
  const { forbidden, forced } = rulesOf(job, asked);
  if (!hasEnds && !all.some((c) => job.kits.some((k) => fits(k, c))))
    return 'the catalogue has no unit for any of these places';
  if (!hasEnds && !all.some((c) => !forbidden.has(c.id))) return 'every place is excluded: allow one';
  for (const placeId of forced) {
    const place = all.find((c) => c.id === placeId);
    if (!place) return 'a unit is required at a place that the survey no longer has: delete that rule';
    if (forbidden.has(placeId)) return `${place.words}: a unit is both required and excluded here`;
    if (!job.kits.some((k) => fits(k, place)))
      return `${place.words}: no product of the catalogue fits there`;
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
export interface PlanningRun extends Solving {
  job: Job;
  scene: Scene;
  instance: PlanningInstance;
  proposals: Proposal[];
}

/**
 * Proposals for a job: least cost; where that does not carry all needs at once, the least cost that
 * does; without drilling; the most headroom for the budget (or for half as much again as the least
 * cost, where none is set); another main unit, where that costs less or meets more. Each is solved in two steps: the least cost, then of all that cost no more
 * the one with the best worst headroom. A first least cost without units behind units comes early.
 * @param kept is told of each planning run with its proposals, for questions afterwards. @param doing of what is worked at.
 */
export async function propose(
  job: Job,
  scene: Scene,
  solve: Solver,
  asked: ProposalOptions = {},
  found: Found = () => undefined,
  kept: (run: PlanningRun) => void = () => undefined,
  doing: Doing = () => undefined,
): Promise<Proposals> {
  const none: Proposals = {
    proposals: [],
    impossible: [],
    candidates: 0,
    options: 0,
    leftOpen: [],
    notAtOnce: null,
    whyNot: whyNone(job, asked),
  };
  if (none.whyNot) return none;
  const seconds = asked.seconds ?? longestS;
  const budgetEur = asked.budgetEur === undefined ? job.info.budget : asked.budgetEur;
  const rules = rulesOf(job, asked);
  const { forced } = rules;
  const proposals: Proposal[] = [];
  let notAtOnce: string | null = null;
  /** No choice costs less, as far as proven; and how many options there are in all. */
  let leastEur = 0;
  let every = 0;
  const take = (kind: ProposalKind, choice: Choice, main: NewMain | null = null) => {
    const proposal = proposalOf(kind, job, scene, choice, main);
    proposals.push(proposal);
    found(proposal);
  };
  const solveOn = (g: PlanningInstance) => {
    return (budget: number | null) => (leastDb: number) =>
      cheapestOf(g, solve, { budgetEur: budget, leastHeadroomDb: leastDb, forced }, seconds);
  };
  const atOnce = async (g: PlanningInstance, budget: number | null, leastHeadroomDb: number, most = 3) => {
    const constraints = { budgetEur: budget, leastHeadroomDb, forced };
    // places aside of one another fill a channel alike: what a choice teaches would not keep the next from trying them
    const some = optionsAtOnce(onlyWith(g, (c) => c.candidate.asideOf === undefined));
    let varied = 0;
    const around = (choice: Choice) =>
      g !== some && leastHeadroomDb === anyDb && varied++ < mostVaried ? variationsOf(choice, nearOf) : [];
    const choice = await cheapestAtOnce(job, scene, some, solve, constraints, seconds, most, around);
    // what is too dear may be left out of what is asked for already
    const isAll = some.options.length === every;
    if (choice === null && !isAll) return 'late';
    return choice && typeof choice !== 'string' && !isAll ? amongSome(choice, leastEur) : choice;
  };
  /** That carries everyone at once where one does that costs little more, else each need by itself. */
  const cheapestWithin = async (g: PlanningInstance, budget: number | null, leastDb: number) => {
    const each = await solveOn(g)(budget)(leastDb);
    if (each === null || each === 'late') return null;
    if (loadOfChoice(job, scene, each.options).load.fits) return each;
    const all = await atOnce(upToCost(g, costOf(each) * dearerAtOnce), budget, leastDb);
    return all && typeof all !== 'string' ? all : each;
  };
  let lastEarly: Proposal | null = null;
  const takeEarly = (g: PlanningInstance, choice: Choice) => {
    const open = openSpots(g, anyDb).filter((id) => !choice.options.some((c) => c.serves.has(id)));
    if (open.length > mostOpenEarly * g.spots.length) return;
    const proposal = proposalOf('least cost', job, scene, { ...choice, proven: false, gapEur: null });
    const isNews =
      !lastEarly ||
      proposal.met > lastEarly.met ||
      (proposal.met === lastEarly.met && proposal.costEur < lastEarly.costEur - 0.01);
    if (!isNews) return;
    lastEarly = { ...proposal, early: true };
    found(lastEarly);
  };
  const solving: Solving = { solve, constraints: { budgetEur, forced }, seconds };
  const { instance, possible, answer, leftOpen, bound, wholeUpTo, wider, nearOf } = await leastCost(
    job,
    scene,
    rules,
    solving,
    takeEarly,
    doing,
  );
  // what nothing serves is said apart; the rest is planned for
  every = possible.options.length;
  kept({ job, scene, instance: possible, ...solving, proposals });
  const cheapest = answer === 'late' ? null : answer;
  if (cheapest) {
    leastEur = cheapest.proven ? costOf(cheapest) : 0;
    // the others are looked for among more than the least cost needs
    const most = costOf(cheapest) * dearerAtOnce;
    let wide: PlanningInstance | undefined;
    const more = () => (wide ??= wider(most));
    /** Of what costs no more than a choice the one with most headroom; as it is where that would no longer carry everyone. */
    const roomiestOf = async (g: PlanningInstance, from: Choice): Promise<Choice> => {
      const most = costOf(from) + 0.01;
      const { choice } = await bestHeadroom(
        from,
        (c) => costOf(c) <= most,
        solveOn(upToCost(g, most))(budgetEur),
      );
      const fitsNow = (c: Choice) => loadOfChoice(job, scene, c.options).load.fits;
      return fitsNow(choice) || !fitsNow(from) ? choice : from;
    };
    take('least cost', await roomiestOf(possible, cheapest));
    if (proposals[0]?.fitsAtOnce === false) {
      doing('all needs at once');
      // at places with names: those aside of them are tried around what is found
      const near = upToCost(wider(most, 'named'), most);
      const all = await atOnce(near, budgetEur, anyDb, mostTries);
      if (all && typeof all !== 'string') take('everyone at once', all);
      else notAtOnce = notAtOnceWords(all);
    }
    if (cheapest.options.some((c) => c.holes > 0)) {
      doing('no drilling');
      const whole = withoutHoles(more());
      const dry = await cheapestWithin(whole, budgetEur, anyDb);
      if (dry) {
        const best = await roomiestOf(whole, dry);
        // dearer than this not every place was looked at
        take('no drilling', { ...best, proven: dry.proven && best.proven && costOf(best) <= wholeUpTo });
      }
    }
    const money = budgetEur ?? Math.ceil(partsOf(cheapest) * 1.5);
    doing('most headroom');
    const roomier = more();
    const { choice: roomy, leastDb } = await bestHeadroom(
      cheapest,
      () => true,
      solveOn(upToParts(roomier, money))(money),
    );
    const fitting = loadOfChoice(job, scene, roomy.options).load.fits
      ? roomy
      : await cheapestWithin(roomier, money, leastDb);
    const roomiest = fitting ?? roomy;
    // where the least cost is not known for sure, no more is known of what is dearer
    const isNews = idsOf(roomiest) !== idsOf({ options: proposals[0]?.options ?? [] });
    // a second card that says the same is no choice
    if (isNews) take('most headroom', { ...roomiest, proven: roomiest.proven && cheapest.proven });
    const [told] = proposals;
    if (bound && told) {
      doing('how much cheaper one could be at other places');
      const least = await bound();
      proposals[0] = { ...told, ...(least !== null && provenTo(costOf(cheapest), least)) };
      found(proposals[0]);
    }
  }
  const impossible = impossibleOf(instance);
  const without = cheapest && { costEur: costOf(cheapest), impossible };
  doing('another main unit');
  const better = await withNewMain(job, scene, rules, solving, without);
  if (better) {
    take('new main unit', better.choice, better.main);
    const { main, solving: solved, found: search } = better;
    kept({ job: main.job, scene, instance: search.possible, ...solved, proposals: proposals.slice(-1) });
  }
  return {
    proposals,
    impossible,
    candidates: instance.candidates.length,
    options: instance.options.length,
    leftOpen,
    notAtOnce,
    whyNot: proposals.length > 0 ? null : nothingWords(instance, answer === 'late'),
  };
}

const idsOf = ({ options }: Pick<Choice, 'options'>): string =>
  options
    .map((c) => c.id)
    .sort()
    .join();

const nothingWords = ({ options }: PlanningInstance, isLate: boolean): string => {
  if (options.length === 0) return 'no product of the catalogue has a possible uplink at any place';
  return isLate
    ? 'nothing was found within the limits of the search; a plan may still exist'
    : 'no allowed plan within the budget meets the needs, with the places tried';
};

/** A choice among some of the options: what is proven is only that no choice at all costs less than the least cost. */
function amongSome(choice: Choice, leastEur: number): Choice {
  return { ...choice, ...provenTo(costOf(choice), leastEur) };
}

/** What is known of a cost where none is less than a bound. */
function provenTo(costEur: number, leastEur: number): Pick<Choice, 'proven' | 'gapEur'> {
  const gapEur = costEur - leastEur;
  return { proven: gapEur < 0.5, gapEur: gapEur < 0.5 ? null : gapEur };
}

/** A first answer may leave this part of the needs open: it says how many are met (custom). */
const mostOpenEarly = 0.5;

/** For everyone at once so much more may be spent than for each need by itself (custom). */
const dearerAtOnce = 1.4;

/** So many of them are tried with a unit at places near by as well. */
const mostVaried = 6;
/** Most choices that are tried for one that carries everyone at once. */
const mostTries = 24;

const notAtOnceWords = (why: 'late' | 'street' | null): string =>
  why === 'street'
    ? 'the incoming line is slower than all needs together'
    : why === null
      ? 'no plan with the places tried carries all needs at once'
      : 'no plan that was tried carries all needs at once; a more expensive one may';
