/** The least cost of meeting every need: over places that have names first, then over all places around them. */
import type { Job } from '../job/job';
import type { Id } from '../job/records';
import type { Scene } from '../propagation/model';
import { directInstance, type Rules, withBehind } from './candidateOptions';
import { keptOf } from './kept';
import type { Doing } from './planningStep';
import { anyDb, type Choice, cheapestOf, costOf } from './choice';
import { airByName, dearestLostEur, serving, upTo } from './hopTests';
import {
  boundOfLarge,
  isLargeHouse,
  largeInstance,
  leaveOpenEur,
  leftOpenBy,
  meetingMost,
  nearAnswer,
} from './largeHouse';
import { cheapestIn, type FirstFound, type Solving } from './solving';
import {
  type CandidateOption,
  type DirectInstance,
  type HopTest,
  isNamed,
  type PlanningInstance,
} from './planningInstance';
import { openSpots } from './programme';
import { firstPlaces, withNearest } from './firstPlaces';
import type { RestBound } from './restBound';
import { impossibleOf, servable } from './subsets';

export interface LeastCost {
  /** All that was looked at, and of it the spots that anything serves. */
  instance: PlanningInstance;
  possible: PlanningInstance;
  answer: Choice | 'late' | null;
  /** Needs that no plan that was found meets beside the others; they are no part of what is possible. */
  leftOpen: Id[];
  /** No plan costs less than this at any place, in the job's currency; null where all places were looked at, or nothing is known. */
  bound: (() => Promise<number | null>) | null;
  /** Of what costs no more than this, every place was looked at. */
  wholeUpTo: number;
  /** The same needs with more: all that costs so much at most and is at places with names, or at the others too, which takes longer. */
  wider: (mostEur: number, among?: 'named') => PlanningInstance;
  /** Options so near to one, m, that are fed as it is, by the same parent or by what is kept. */
  nearOf: (c: CandidateOption, parent: CandidateOption | undefined, withinM: number) => CandidateOption[];
}

/**
 * @param early is told of choices on the way; null = nobody waits for them. @param doing of what is worked at.
 * @param limitEur a dearer choice is of no use: none is looked for where the needs are known to cost more.
 */
export async function leastCost(
  job: Job,
  scene: Scene,
  rules: Rules,
  solving: Solving,
  early: ((instance: PlanningInstance, choice: Choice) => void) | null = null,
  doing: Doing = () => undefined,
  limitEur = Infinity,
): Promise<LeastCost> {
  const tell = (g: PlanningInstance, choice: Choice | 'late' | null) => {
    if (choice && choice !== 'late') early?.(g, choice);
  };
  doing('signals at every place');
  const isLarge = isLargeHouse(job);
  if (early)
    for (const glance of atFirstPlaces(job, scene, rules, isLarge))
      tell(glance, await atFirstGlance(glance, solving));
  const direct = isLarge ? largeInstance(job, scene, rules) : directInstance(job, scene, rules);
  if (restOf(direct, direct).least([]) > limitEur) return tooDear(direct);
  doing('lowest cost, places near sockets first');
  const quick = await cheapestIn(servable(direct), solving, anyDb);
  tell(direct, quick);
  if (isLarge && (quick === null || quick === 'late')) {
    const found = await meetingMost(direct, solving);
    tell(found.instance, found.choice);
    return atNames(direct, found, null);
  }
  const named = withBehind(direct, forTheLost(direct));
  const first = await cheapestByName(direct, named, quick, solving, limitEur);
  tell(first.instance, first.choice);
  if (isLarge) return atNames(direct, first, () => boundOfLarge(job, scene, rules, solving));
  doing('lowest cost, all places');
  const { instance, answer, wholeUpTo } = await cheapestAnywhere(direct, first, solving, limitEur);
  const nearOf = nearIn(direct);
  const wider: LeastCost['wider'] = (most, among) =>
    servable(
      withBehind(instance, [
        ...direct.aside(),
        ...hopsByName(direct, named, most),
        ...behindEach(
          direct,
          upTo(most, among && ((_, to) => to === null || isNamed(to))),
          restOf(direct, instance),
          among,
        ),
      ]),
    );
  return {
    instance,
    possible: servable(instance),
    answer,
    leftOpen: [],
    bound: null,
    wholeUpTo,
    wider,
    nearOf,
  };
}

/** The answer at places that have names is the best found: nothing is proven of the others. */
function atNames(
  direct: DirectInstance,
  { instance, choice }: FirstFound,
  bound: LeastCost['bound'],
): LeastCost {
  const met = servable(instance);
  const rest = { instance, bound, wholeUpTo: 0, nearOf: nearIn(direct) };
  if (choice === null || choice === 'late')
    return { ...rest, possible: met, answer: choice, leftOpen: [], wider: () => met };
  const leftOpen = leftOpenBy(instance, choice);
  const spots = met.spots.filter((s) => !leftOpen.includes(s.id));
  const possible = nearAnswer({ ...met, spots }, choice);
  const answer = { ...choice, proven: false, gapEur: null };
  return { ...rest, possible, answer, leftOpen, wider: () => possible };
}

/** Nothing is looked for: the needs cost more than is of use. */
function tooDear(direct: DirectInstance): LeastCost {
  const possible = servable(direct);
  return {
    ...{ instance: direct, possible, answer: null, leftOpen: [], bound: null, wholeUpTo: 0 },
    wider: () => possible,
    nearOf: nearIn(direct),
  };
}

/** The cheapest choice at a few places; makers' limits may leave needs open there that other places meet. */
const atFirstGlance = (glance: DirectInstance, { solve, constraints, seconds }: Solving) =>
  cheapestOf(servable(glance), solve, { ...constraints, leastHeadroomDb: anyDb, leaveOpenEur }, seconds);

/** In a large house a first answer looks no farther than this, m (custom). */
const glanceReachM = 12;

/** An instance of a few places near the needs, and one of some more where these do not do. */
function* atFirstPlaces(job: Job, scene: Scene, rules: Rules, isLarge: boolean): Generator<DirectInstance> {
  const few = firstPlaces(keptOf(job), scene, rules.sure, isLarge);
  const reachM = isLarge ? glanceReachM : Infinity;
  const glance = directInstance(job, scene, rules, (c) => few.has(c.id), reachM);
  yield glance;
  const lost = new Set(impossibleOf(glance).map((i) => i.spotId));
  if (lost.size === 0) return;
  const more = withNearest(keptOf(job), few, lost);
  yield directInstance(job, scene, rules, (c) => more.has(c.id), reachM);
}

/** Units that feed others are tried at one place of each part of a storey, so large, m (custom). */
const partM = 5;

/** What may hang on units that stand about the house: of each product and medium the cheapest of each part of a storey. */
function behindEach(
  direct: DirectInstance,
  test: HopTest,
  rest: RestBound,
  among?: 'named',
): CandidateOption[] {
  const parts = new Map<string, CandidateOption>();
  for (const c of [...direct.options, ...(among ? [] : direct.aside())]) {
    const { storeyId, xM, yM } = c.candidate;
    const part = [
      storeyId,
      Math.floor(xM / partM),
      Math.floor(yM / partM),
      c.product.id,
      c.link.medium,
    ].join();
    const had = parts.get(part);
    if (!had || c.costEur < had.costEur) parts.set(part, c);
  }
  return direct.behind([...parts.values()], test, rest);
}

const nearIn =
  (direct: DirectInstance): LeastCost['nearOf'] =>
  (c, parent, withinM) => {
    const isNear = ({ candidate: at }: Pick<CandidateOption, 'candidate'>) =>
      at.storeyId === c.candidate.storeyId &&
      Math.hypot(at.xM - c.candidate.xM, at.yM - c.candidate.yM) <= withinM;
    const all = parent
      ? direct.behind([parent], (_, to) => to === null || isNear(to))
      : [...direct.options, ...direct.aside()].filter(isNear);
    return all.filter((o) => o.link.medium === c.link.medium);
  };

/** The search at all places goes so far beyond the least that the needs can cost, and farther by so much each time (custom). */
const finer = 1.2;

/**
 * The cheapest choice at any place: among what costs little first, then among more, until none that is left out could
 * cost less than what is found.
 */
async function cheapestAnywhere(
  direct: DirectInstance,
  first: FirstFound,
  solving: Solving,
  limitEur: number,
): Promise<Pick<LeastCost, 'instance' | 'answer' | 'wholeUpTo'>> {
  const leastEur = restOf(direct, first.instance).least([]);
  const known = first.choice === 'late' ? null : first.choice;
  let last = Math.min(limitEur, known ? costOf(known) : mostOf(leastEur));
  for (let most = Math.min(last, firstLimit(leastEur, finer)); ; most = Math.min(last, most * finer)) {
    const instance = withAside(direct, first.instance, most);
    const answer = instance.options.length ? await cheapestIn(servable(instance), solving, anyDb) : null;
    const cost = answer === null || answer === 'late' ? null : costOf(answer);
    // what is better costs less than this; a need that only an unnamed place meets makes it more than what was known
    if (cost !== null) last = Math.min(cost, limitEur);
    const isLeast = cost !== null && cost <= most + 0.01;
    if (isLeast || most >= last) return { instance, answer, wholeUpTo: most };
  }
}

/** Options that together cost more than this beside the least cost so far are not looked at (custom). */
const dearer = 1.15;
const upToOf = (choice: Choice): number => costOf(choice) * dearer;
/** Where nothing is found it is looked for up to so much, in the job's currency (custom). */
const mostOf = (leastEur: number): number => Math.max(600, 3 * leastEur);

/** What is left of the needs that an instance can meet, by what is at places with names, or anywhere. */
const restOf = (
  direct: DirectInstance,
  instance: PlanningInstance,
  among: Parameters<DirectInstance['restOf']>[1] = () => true,
) => direct.restOf(openSpots(servable(instance), anyDb), among);

const hopsByName = (direct: DirectInstance, named: PlanningInstance, most: number) =>
  direct.behind(direct.options, upTo(most, airByName), restOf(direct, named, isNamed));

/** Where needs have no price a search begins here, in the job's currency (custom). */
const leastLimitEur = 50;
const firstLimit = (leastEur: number, by: number): number => Math.max(leastLimitEur, leastEur * by);

/** The first search goes so far beyond the least that the needs can cost, and farther by so much each time (custom). */
const deeper = 1.4;

/** The cheapest choice at places that have names: among what costs little first, then among more, until none that is left out could cost less. */
async function cheapestByName(
  direct: DirectInstance,
  named: PlanningInstance,
  quick: Choice | 'late' | null,
  solving: Solving,
  limitEur: number,
): Promise<FirstFound> {
  const isWhole = named.options.length === direct.options.length && impossibleOf(direct).length === 0;
  const leastEur = restOf(direct, named, isNamed).least([]);
  const enough = isWhole && quick && quick !== 'late' ? upToOf(quick) : mostOf(leastEur);
  const most = Math.min(enough, limitEur);
  for (let limit = firstLimit(leastEur, deeper); ;) {
    const instance = withBehind(named, hopsByName(direct, named, Math.min(limit, most)));
    const choice = await cheapestIn(servable(instance), solving, anyDb);
    const cost = choice && choice !== 'late' ? costOf(choice) : Infinity;
    if (limit >= most || cost <= limit) return { instance, choice };
    // what is better costs no more than what is found
    limit = Math.min(limit * deeper, cost);
  }
}

/**
 * What nothing that is kept can feed, and something behind other units does: by cables, and two hops over the air. Of the
 * ways to feed a unit the fastest is enough to see whether anything behind it serves; the others come with the rest.
 */
function forTheLost(direct: DirectInstance): CandidateOption[] {
  const lost = (options: readonly CandidateOption[]) =>
    impossibleOf({ ...direct, options: [...direct.options, ...options] }).map((i) => i.spotId);
  const behind = (parents: readonly CandidateOption[], ids: readonly string[]) =>
    direct
      .behind(
        fastestTo(parents),
        upTo(dearestLostEur, (_, to) => to === null || isNamed(to)),
        serving(ids),
      )
      .filter((c) => ids.some((id) => c.serves.has(id)));
  const first = lost([]);
  if (first.length === 0) return [];
  const once = behind(direct.options, first);
  const still = lost(once);
  if (still.length === 0) return once;
  const between = direct.behind(fastestTo(direct.options), upTo(dearestLostEur, airByName));
  const twice = behind(between, still);
  return twice.length ? [...once, ...between, ...twice] : once;
}

/** Of the options of each unit the one that carries most. */
function fastestTo(options: readonly CandidateOption[]): CandidateOption[] {
  const best = new Map<string, CandidateOption>();
  for (const c of options) {
    const had = best.get(c.unit.id);
    if (!had || c.downMbps > had.downMbps || (c.downMbps === had.downMbps && c.costEur < had.costEur))
      best.set(c.unit.id, c);
  }
  return [...best.values()];
}

/**
 * The places aside of sockets added to an instance of those that have names. Only what costs no more than `most` with
 * all that feeds it and with the least that the other needs take: nothing dearer can be part of a choice of so much.
 */
function withAside(direct: DirectInstance, coarse: PlanningInstance, most: number): PlanningInstance {
  const rest = restOf(direct, coarse);
  const besides = rest.beside([]);
  const lost = impossibleOf(coarse).map((i) => i.spotId);
  const aside = direct
    .aside()
    .filter((c) => c.costEur + besides(c.serves) <= most || lost.some((id) => c.serves.has(id)));
  const once = direct.behind([...direct.options, ...aside], upTo(most), rest);
  const behind = [...coarse.options.filter((c) => c.parent !== null), ...once];
  const twice = direct.behind(behind, upTo(most), rest);
  return { ...withBehind(coarse, [...direct.options, ...aside, ...once, ...twice]), candidates: direct.all };
}
