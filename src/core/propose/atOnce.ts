/** The cheapest choice that carries all needs at the same time: cuts are learnt from choices that do not. */
import { applyEdit } from '../job/edits';
import type { Job } from '../job/job';
import type { Id } from '../job/records';
import { networkOf } from '../network/feeds';
import { loadOf } from '../network/load';
import { predictJob } from '../network/predict';
import type { Scene } from '../propagation/model';
import { type Choice, cheapestOf } from './choice';
import type { Column, Ground } from './columns';
import { editOf } from './editOf';
import type { Cut, Solver, Wish } from './programme';

/** What a choice carries when every spot uses its need at the same time, and which column each new unit is. */
export function loadOfChoice(job: Job, scene: Scene, columns: readonly Column[]) {
  const { edit, units } = editOf(job, columns, 'x');
  const planned = applyEdit(job, edit).job;
  const network = networkOf(planned, scene, 'planned');
  const load = loadOf(planned, network, predictJob(planned, scene, network, { why: false }));
  const columnOf = new Map([...units].map(([columnId, unit]) => [unit.id, columnId]));
  return { load, columnOf, linkTo: new Map(planned.links.map((l) => [l.id, l.unitId])) };
}

/**
 * What a choice that does not carry everything teaches: of the spots that use a channel, wire or medium
 * which is full, one at least must be served by a column that does not use it; or, where what is kept
 * serves such a spot too, one of the columns that use it must go. Null when the line from the street
 * itself is too slow: then no choice of units helps.
 */
export function cutsOf(
  ground: Ground,
  { load, columnOf, linkTo }: Pick<ReturnType<typeof loadOfChoice>, 'load' | 'columnOf' | 'linkTo'>,
): Cut[] | null {
  if (!load.plan.fits) return null;
  const byId = new Map(ground.columns.map((c) => [c.id, c]));
  const full: { spotIds: readonly Id[]; unitIds: readonly Id[]; access: boolean }[] = [
    ...load.channels.filter((c) => !c.fits).map((c) => ({ ...c, access: c.band !== null && !c.own })),
    ...load.links
      .filter((l) => !l.fits)
      .map((l) => ({ spotIds: l.spotIds, unitIds: [linkTo.get(l.linkId) ?? ''], access: false })),
  ];
  return full.map(({ spotIds, unitIds, access }) => {
    const using = new Set(unitIds.flatMap((id) => columnOf.get(id) ?? []));
    // what hangs on a user uses it too, but for one with a radio of its own behind a unit that only serves devices there
    const hang = (c: Column) =>
      using.has(c.id) ||
      (c.parent !== null &&
        using.has(c.parent) &&
        (!access || c.link.radio === 'shared' || byId.get(c.parent)?.link.radio === 'shared'));
    return {
      some: new Set(
        ground.columns.filter((c) => !hang(c) && spotIds.some((s) => c.serves.has(s))).map((c) => c.id),
      ),
      not: spotIds.some((s) => ground.served.has(s)) ? using : new Set<string>(),
    };
  });
}

/**
 * The cheapest choice under a wish that carries all needs at once, by solving, trying the answer on the
 * real network and adding what it teaches, until an answer carries them. As the programme then allows
 * all that can, the first that does is the cheapest.
 * @param seconds for each solution.
 * @returns null where there is none; «late» where the tries or the time were used up.
 */
export async function cheapestAtOnce(
  job: Job,
  scene: Scene,
  ground: Ground,
  few: readonly Column[],
  solve: Solver,
  wish: Omit<Wish, 'onePerPlace' | 'cuts'>,
  seconds: number,
  mostTries: number,
): Promise<Choice | 'late' | null> {
  const cuts: Cut[] = [];
  for (let tries = 0; tries < mostTries; tries++) {
    const choice = await cheapestOf(ground, few, solve, { ...wish, cuts }, seconds);
    if (choice === null || choice === 'late') return choice;
    const tried = loadOfChoice(job, scene, choice.columns);
    if (tried.load.fits) return choice;
    const learnt = cutsOf(ground, tried);
    if (learnt === null) return null;
    cuts.push(...learnt);
  }
  return 'late';
}
