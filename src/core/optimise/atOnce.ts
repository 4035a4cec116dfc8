/** The cheapest choice that carries all needs at the same time: cuts are learnt from choices that do not. */
import { applyEdit } from '../job/edits';
import type { Job } from '../job/job';
import type { Id } from '../job/records';
import { networkOf } from '../network/backhaul';
import { loadOf } from '../network/load';
import { type Prediction, predictJob } from '../network/predict';
import type { Scene } from '../propagation/model';
import { type Choice, cheapestOf } from './choice';
import type { CandidateOption, PlanningInstance } from './candidateOptions';
import type { SpotService } from './spotServices';
import { editOf } from './editOf';
import type { MilpCut, Solver, Constraints } from './programme';

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
  const full: { spotIds: readonly Id[]; unitIds: readonly Id[]; access: boolean }[] = [
    ...load.channels.filter((c) => !c.fits).map((c) => ({ ...c, access: c.band !== null && !c.own })),
    ...load.links
      .filter((l) => !l.fits)
      .map((l) => ({ spotIds: l.spotIds, unitIds: [linkTo.get(l.linkId) ?? ''], access: false })),
  ];
  return full.map(({ spotIds, unitIds, access }) => {
    const using = new Set(unitIds.flatMap((id) => columnOf.get(id) ?? []));
    // what hangs on a user uses it too, but for one with a radio of its own behind a unit that only serves devices there
    const hangs = (c: CandidateOption) =>
      using.has(c.id) ||
      (c.parent !== null &&
        using.has(c.parent) &&
        (!access || c.link.radio === 'shared' || byId.get(c.parent)?.link.radio === 'shared'));
    // what could stand in the place of a user and be no better
    const groups = new Map([...using].map((id) => [id, new Set([id])]));
    const inGroup = new Map([...using].map((id) => [id, id]));
    const parentsFirst = [...instance.options].sort(
      (a, b) => Number(a.parent !== null) - Number(b.parent !== null),
    );
    for (const c of parentsFirst)
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

/**
 * The cheapest choice under the constraints that carries all needs at once, by solving, trying the answer on the
 * real network and adding what it teaches, until an answer carries them. As the programme then allows
 * all that can, the first that does is the cheapest.
 * @param seconds for each solution.
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
): Promise<Choice | 'late' | 'street' | null> {
  const milpCuts: MilpCut[] = [];
  for (let tries = 0; tries < mostTries; tries++) {
    const choice = await cheapestOf(
      instance,
      instance.options,
      solve,
      { ...constraints, cuts: milpCuts },
      seconds,
    );
    if (choice === null || choice === 'late') return choice;
    const tried = loadOfChoice(job, scene, choice.options);
    if (tried.load.fits) return choice;
    const calibration = cutsOf(instance, tried);
    if (calibration === null) return 'street';
    milpCuts.push(...calibration);
  }
  return 'late';
}
