/** Houses so large that all places would take many minutes: what is looked at, and the plan that meets most where none meets all. */
import type { Job } from '../job/job';
import type { Id } from '../job/records';
import type { Scene } from '../propagation/model';
import { directInstance, type Rules, withBehind } from './candidateOptions';
import { namedPlaces } from './candidates';
import { anyDb, type Choice, cheapestOf } from './choice';
import { coverBound } from './coverBound';
import { airByName, dearestLostEur, serving, upTo } from './hopTests';
import { keptOf } from './kept';
import type { DirectInstance, PlanningInstance } from './planningInstance';
import { openSpots } from './programme';
import { largeReachM } from './reach';
import { roomSpots } from './roomSpots';
import type { FirstFound, Solving } from './solving';
import { deviceSpots } from './spotServices';
import { onlyWith, servable } from './subsets';

/** Of a house with more places with names times needs than this only those are looked at (custom): all would take many minutes. */
const mostPlacesByNeeds = 6000;

export function isLargeHouse(job: Job): boolean {
  const base = keptOf(job);
  const needs = base.spots.length + deviceSpots(base).length + roomSpots(base).length;
  return namedPlaces(base).length * needs > mostPlacesByNeeds;
}

export const largeInstance = (job: Job, scene: Scene, rules: Rules): DirectInstance =>
  directInstance(job, scene, rules, (c) => c.asideOf === undefined, largeReachM);

/** No plan of a large house costs less than this, at any place: all of them are looked at once, without what hangs on what. */
export function boundOfLarge(
  job: Job,
  scene: Scene,
  rules: Rules,
  { solve, seconds }: Pick<Solving, 'solve' | 'seconds'>,
): Promise<number | null> {
  const direct = directInstance(job, scene, rules, () => true, largeReachM);
  return coverBound(direct, openSpots(servable(direct), anyDb), solve, seconds);
}

/** A need is left open rather than paid for with so much, in the job's currency (custom): in a first answer, and where no plan meets all. */
export const leaveOpenEur = 400;

/** So often more is looked for behind the units that meet most (custom). */
const mostRounds = 4;

/**
 * Where no plan without units behind units meets all needs: the one that meets most for its money, and then what may hang
 * on its own units for those it leaves open.
 */
export async function meetingMost(
  direct: DirectInstance,
  { solve, constraints, seconds }: Solving,
): Promise<FirstFound> {
  const asked = { ...constraints, leastHeadroomDb: anyDb, leaveOpenEur };
  let instance: PlanningInstance = direct;
  for (let round = 1; ; round++) {
    const choice = await cheapestOf(servable(instance), solve, asked, seconds);
    if (choice === null || choice === 'late') return { instance, choice };
    const open = openSpots(instance, anyDb).filter((id) => !choice.options.some((c) => c.serves.has(id)));
    if (open.length === 0 || round === mostRounds) return { instance, choice };
    const more = direct
      .behind(choice.options, upTo(dearestLostEur, airByName), serving(open))
      .filter((c) => open.some((id) => c.serves.has(id)));
    const wider = withBehind(instance, more);
    if (wider.options.length === instance.options.length) return { instance, choice };
    instance = wider;
  }
}

/** Needs that an instance can meet, and a choice of it does not. */
export const leftOpenBy = (instance: PlanningInstance, { options }: Choice): Id[] =>
  openSpots(servable(instance), anyDb).filter((id) => !options.some((c) => c.serves.has(id)));

/** Near the answer of a large house, m (custom). */
const nearAnswerM = 6;

/** What else is asked of a large house is looked for near the answer: all of it would take as long again for each question. */
export function nearAnswer(instance: PlanningInstance, { options }: Choice): PlanningInstance {
  const near = options.map((c) => c.candidate);
  return onlyWith(instance, ({ candidate: c }) =>
    near.some((o) => o.storeyId === c.storeyId && Math.hypot(o.xM - c.xM, o.yM - c.yM) <= nearAnswerM),
  );
}
