/** The cheapest choice that carries all needs at the same time: cuts are learnt from choices that do not. */
import { applyEdit } from '../job/edits';
import type { Job } from '../job/job';
import type { Id } from '../job/records';
import { networkOf } from '../network/backhaul';
import { loadOf } from '../network/load';
import { type Prediction, predictJob } from '../network/predict';
import type { Scene } from '../propagation/model';
import { sureEnough } from '../network/sureEnough';
import { anyDb, type Choice, cheapestOf, costOf } from './choice';
import type { CandidateOption, PlanningInstance } from './planningInstance';
import type { SpotService } from './spotServices';
import { editOf } from './editOf';
import { optionTree, parentsFirst } from './optionTree';
import type { MilpCut, Solver, Constraints } from './programme';
import { reducedAt } from './reducedAt';

/** What a choice carries when every spot uses its need at the same time, and which option each new unit is. */
export function loadOfChoice(job: Job, scene: Scene, options: readonly CandidateOption[]) {
  const { edit, units } = editOf(job, options, 'x');
  const planned = applyEdit(job, edit).job;
  const network = networkOf(planned, scene, 'planned');
  const predictions = predictJob(planned, scene, network, { why: false });
  return {
    load: loadOf(planned, network, predictions),
    predictions: new Map(predictions.map((p) => [p.spotId, p])),
    columnOf: new Map([...units].map(([columnId, unit]) => [unit.id, columnId])),
    linkTo: new Map(planned.links.map((l) => [l.id, l.unitId])),
  };
}

/** Would a device choose this before what it is told to get now? By rate, of equal rates by signal; as `predictAt`. */
const beats = (a: SpotService | undefined, now: Prediction): boolean =>
  a !== undefined &&
  (a.downMbps > now.downMbps || (a.downMbps === now.downMbps && a.dbm > (now.rssiDbm ?? -Infinity)));

/**
 * What a choice that does not carry everything teaches: of the spots that use a channel, wire or medium
 * which is full, one at least must use something else. Either an option is chosen, not on what is full,
 * that the spot's device would choose before what it has, or that serves a spot whose unit is left out
 * (one in the place of a unit that is fed as it is and faster for none of the spots is no help); or, where what is kept serves a spot whose unit is new, one of the options that use it must go. Null
 * when the line from the street itself is too slow: then no choice of units helps.
 */
export function cutsOf(
  instance: PlanningInstance,
  { load, predictions, columnOf, linkTo }: ReturnType<typeof loadOfChoice>,
): MilpCut[] | null {
  if (!load.plan.fits) return null;
  const byId = new Map(instance.options.map((c) => [c.id, c]));
  const { above } = optionTree(instance.options);
  const inOrder = parentsFirst(instance.options);
  const full: { spotIds: readonly Id[]; unitIds: readonly Id[]; access: boolean }[] = [
    ...load.channels.filter((c) => !c.fits).map((c) => ({ ...c, access: c.band !== null && !c.own })),
    ...load.links
      .filter((l) => !l.fits)
      .map((l) => ({ spotIds: l.spotIds, unitIds: [linkTo.get(l.linkId) ?? ''], access: false })),
  ];
  return full.map(({ spotIds, unitIds, access }) => {
    const using = new Set(unitIds.flatMap((id) => columnOf.get(id) ?? []));
    // what hangs on a user uses it too, but for one with a radio of its own behind a unit that only serves devices there
    const hangs = (c: CandidateOption) => {
      const chain = [c, ...above(c)];
      return chain.some(
        (p, i) =>
          using.has(p.id) &&
          (i === 0 || !access || [p, chain[i - 1]].some((q) => q?.link.radio === 'shared')),
      );
    };
    // what could stand in the place of a user and be no better
    const groups = new Map([...using].map((id) => [id, new Set([id])]));
    const inGroup = new Map([...using].map((id) => [id, id]));
    for (const c of inOrder)
      for (const id of using) {
        const k = byId.get(id);
        if (!k || inGroup.has(c.id) || c.candidate.id !== k.candidate.id) continue;
        const sameParent =
          c.parent === k.parent ||
          (c.parent !== null && k.parent !== null && inGroup.get(c.parent) === k.parent);
        const sameWay = c.link.medium === k.link.medium && c.link.radio === k.link.radio;
        const rate = (q: CandidateOption, s: Id) => q.draws.get(s)?.downMbps ?? 0;
        if (!sameParent || !sameWay || !spotIds.every((s) => rate(c, s) <= rate(k, s))) continue;
        groups.get(id)?.add(c.id);
        inGroup.set(c.id, id);
      }
    const now = spotIds.flatMap((id) => predictions.get(id) ?? []);
    const isNew = (p: Prediction) => p.unitId !== null && columnOf.has(p.unitId);
    const relieves = (c: CandidateOption) =>
      now.some((p) => beats(c.draws.get(p.spotId), p) || (isNew(p) && c.serves.has(p.spotId)));
    return {
      some: new Set(
        instance.options.filter((c) => !hangs(c) && !inGroup.has(c.id) && relieves(c)).map((c) => c.id),
      ),
      not: now.some((p) => isNew(p) && instance.served.has(p.spotId)) ? [...groups.values()] : [],
    };
  });
}

/** With more options than this, one that carries everyone is looked for among some (custom): each solution of more takes seconds. */
const mostOptions = 1500;
/** Places of one part of a storey, so large, m (custom), stand for one another there. */
const partM = 3;

/** The part of a storey that a place is in. */
const partOf = ({ storeyId, xM, yM }: CandidateOption['candidate']): string =>
  [storeyId, Math.floor(xM / partM), Math.floor(yM / partM)].join(' ');

/**
 * The options among which a choice that carries everyone is looked for: all where they are not too many; else those that
 * are enough for each need by itself, and of each part of a storey the cheapest of each kind, with what they hang on.
 */
export function optionsAtOnce(instance: PlanningInstance): PlanningInstance {
  if (instance.options.length <= mostOptions) return instance;
  const { above } = optionTree(instance.options);
  const whole = new Map(
    instance.options.map((c) => [c.id, above(c).reduce((sum, p) => sum + p.costEur, c.costEur)]),
  );
  const wholeOf = (c: CandidateOption) => whole.get(c.id) ?? Infinity;
  const ids = new Set<string>();
  const take = (c: CandidateOption) => {
    for (const one of [c, ...above(c)]) ids.add(one.id);
  };
  for (const c of reducedAt(instance, instance.options, anyDb)) take(c);
  const kinds = new Set<string>();
  for (const c of [...instance.options].sort((a, b) => wholeOf(a) - wholeOf(b))) {
    if (ids.size >= mostOptions) break;
    const kind = [
      partOf(c.candidate),
      c.link.medium,
      c.link.radio,
      ...above(c).map((p) => partOf(p.candidate)),
    ].join();
    if (!kinds.has(kind)) take(c);
    kinds.add(kind);
  }
  return { ...instance, options: instance.options.filter((c) => ids.has(c.id)) };
}

/** A unit is tried at other places no farther away than this, m; and so many of them for each choice (custom). */
const variedM = 4;
const mostVaried = 16;

/**
 * A choice with one unit, on which no other hangs, at another place near by, fed in the same way; the cheapest first.
 * @param nearOf what stands so near to an option, m, and is fed as it is by the same parent.
 */
export function variationsOf(
  { options }: Choice,
  nearOf: (
    c: CandidateOption,
    parent: CandidateOption | undefined,
    withinM: number,
  ) => readonly CandidateOption[],
): CandidateOption[][] {
  const parents = new Set(options.map((c) => c.parent));
  const places = new Set(options.map((c) => c.candidate.id));
  return options
    .filter((c) => !parents.has(c.id))
    .flatMap((c) =>
      nearOf(
        c,
        options.find((p) => p.id === c.parent),
        variedM,
      )
        .filter((o) => !places.has(o.candidate.id))
        .map((o) => options.map((had) => (had === c ? o : had))),
    )
    .sort((a, b) => sumOf(a) - sumOf(b))
    .slice(0, mostVaried);
}
const sumOf = (options: readonly CandidateOption[]) => options.reduce((sum, c) => sum + c.costEur, 0);

/**
 * The cheapest choice under the constraints that carries all needs at once, by solving, trying the answer on the
 * real network and adding what it teaches, until an answer carries them. As the programme then allows
 * all that can, the first that does is the cheapest of the instance's options.
 * @param seconds for each solution. @param around choices like one that fails, to be tried before the next is solved for:
 * what is found so is not proven to be the cheapest.
 * @returns null where there is none; «street» where the line from the street is too slow for all needs
 * together; «late» where the tries or the time were used up.
 */
export async function cheapestAtOnce(
  job: Job,
  scene: Scene,
  instance: PlanningInstance,
  solve: Solver,
  constraints: Omit<Constraints, 'onePerPlace' | 'cuts'>,
  seconds: number,
  mostTries: number,
  around: (choice: Choice) => readonly CandidateOption[][] = () => [],
): Promise<Choice | 'late' | 'street' | null> {
  const milpCuts: MilpCut[] = [];
  for (let tries = 0; tries < mostTries; tries++) {
    const choice = await cheapestOf(instance, solve, { ...constraints, cuts: milpCuts }, seconds);
    if (choice === null || choice === 'late') return choice;
    const tried = loadOfChoice(job, scene, choice.options);
    if (tried.load.fits) return choice;
    for (const options of around(choice)) {
      const { load, predictions } = loadOfChoice(job, scene, options);
      // devices are not in these predictions: what serves a spot serves them too, as the options say
      const meets = instance.spots.every(
        (s) =>
          (predictions.get(s.id)?.certainty ?? 0) >= sureEnough ||
          (s.number === 0 && (instance.served.has(s.id) || options.some((c) => c.serves.has(s.id)))),
      );
      if (load.fits && meets) return { options, proven: false, gapEur: sumOf(options) - costOf(choice) };
    }
    const calibration = cutsOf(instance, tried);
    if (calibration === null) return 'street';
    milpCuts.push(...calibration);
  }
  return 'late';
}
