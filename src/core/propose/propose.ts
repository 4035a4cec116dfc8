/** Proposals: which units, where, fed how, so that every need is met; proven by a solver and checked on the real network. */
import { applyEdit, type Edit } from '../job/edits';
import { freshId, freshLetter } from '../job/fresh';
import { get, type Job } from '../job/job';
import type { AnyRecord, Id, Unit } from '../job/records';
import { networkOf } from '../network/feeds';
import { loadOf } from '../network/load';
import { predictJob } from '../network/predict';
import type { Scene } from '../propagation/model';
import { type Habit, habitsOf } from './habit';
import { type Column, enoughHeadroomDb, type Ground, groundOf, hourEur, keptOf } from './columns';
import { programmeOf, reduced, type Solver, wanted } from './programme';

export type ProposalKind = 'least cost' | 'everyone at once' | 'no drilling' | 'most headroom';

export interface Proposal {
  kind: ProposalKind;
  /** Proven best; else the best found in the time, at most so far from the best there could be. */
  proven: boolean;
  gapEur: number | null;
  units: {
    letter: string;
    kit: string;
    place: string;
    link: string;
    partsEur: number;
    minutes: number;
    holes: number;
  }[];
  partsEur: number;
  minutes: number;
  costEur: number;
  holes: number;
  /** On the network as it would be, worked out anew. */
  met: number;
  spots: number;
  worst: { spotId: Id; headroomDb: number; certainty: number } | null;
  fitsAtOnce: boolean;
  /** Each unit against the habit of putting it half-way. */
  habits: Habit[];
  /** What it is made of; `editOf` makes it the plan. */
  columns: Column[];
}

export interface Proposals {
  proposals: Proposal[];
  /** Spots that nothing allowed serves, with the most that anything would give. */
  impossible: { spotId: Id; certainty: number; by: string | null }[];
  candidates: number;
  columns: number;
  /** In words why nothing is proposed; null when something is. */
  whyNot: string | null;
}

/** Least chance that a need is met (custom: as in all of the program). */
export const sureEnough = 0.9;

export interface Asked {
  noDrilling?: boolean;
  budgetEur?: number | null;
  /** Candidates that may not be used. */
  forbidden?: readonly string[];
  /** Time for each solution, s. */
  seconds?: number;
}

/** Is told of each proposal as soon as it is there. */
export type Found = (proposal: Proposal) => void;

/** What stands in the way of any proposal, said before anything is computed; null when nothing does. */
export function whyNone(job: Job): string | null {
  if (job.spots.length === 0) return 'there is no spot with a need: set some in Survey';
  if (job.devices.length === 0) return 'there is no device to predict for';
  const roots = job.units.filter((u) => u.planned && !job.links.some((l) => l.unitId === u.id));
  if (!roots.some((u) => ['main', 'router'].includes(get(job, 'kit', u.kitId).kind)))
    return 'there is no main unit: place one, or say what the household has today';
  return null;
}

/**
 * Proposals for a job: least cost; where that does not carry all needs at once, the least cost with a wire
 * or a radio of its own for every unit, if that does; without drilling; the most headroom for the budget (or for half as
 * much again as the least cost, where none is set). Each is solved in two steps: the least cost, then
 * of all that cost no more the one with the best worst headroom.
 */
export async function propose(
  job: Job,
  scene: Scene,
  solve: Solver,
  asked: Asked = {},
  found: Found = () => undefined,
): Promise<Proposals> {
  const none: Proposals = { proposals: [], impossible: [], candidates: 0, columns: 0, whyNot: whyNone(job) };
  if (none.whyNot) return none;
  const seconds = asked.seconds ?? 15;
  const budgetEur = asked.budgetEur === undefined ? job.info.budget : asked.budgetEur;
  const rules = {
    noDrilling: asked.noDrilling ?? job.info.noDrilling,
    sure: sureEnough,
    forbidden: new Set(asked.forbidden),
  };
  const ground = groundOf(job, scene, rules);
  if (ground.candidates.length === 0)
    return { ...none, whyNot: 'the survey has no socket, outlet or ceiling for a unit' };
  if (ground.columns.length === 0)
    return {
      ...none,
      candidates: ground.candidates.length,
      whyNot: 'no kit of the catalogue can be fed at any place',
    };
  const undrilled = withoutHoles(ground);
  // what nothing serves is said apart; the rest is planned for
  const impossible = impossibleOf(ground);
  const lost = new Set(impossible.map((i) => i.spotId));
  const possible = (g: Ground): Ground => ({ ...g, spots: g.spots.filter((s) => !lost.has(s.id)) });
  const proposals: Proposal[] = [];
  const solveOn = (g: Ground) => {
    const columns = reduced(g);
    return (budget: number | null) => (leastDb: number) =>
      cheapestOf(g, columns, solve, { budgetEur: budget, leastHeadroomDb: leastDb }, seconds);
  };
  const add = (proposal: Proposal) => {
    proposals.push(proposal);
    found(proposal);
  };
  const take = (kind: ProposalKind, choice: Choice) => add(proposalOf(kind, job, scene, choice));
  const free = solveOn(possible(ground));
  const answer = await free(budgetEur)(anyDb);
  const cheapest = answer === 'late' ? null : answer;
  if (cheapest) {
    const cost = costOf(cheapest) + 0.01;
    take('least cost', await bestHeadroom(cheapest, (c) => costOf(c) <= cost, free(budgetEur)));
    // each need by itself is met; for all at once, no airtime is shared between units
    if (proposals[0]?.fitsAtOnce === false) {
      const apart = solveOn(possible(withoutShared(ground)));
      const wide = await apart(budgetEur)(anyDb);
      if (wide && wide !== 'late') {
        const wideCost = costOf(wide) + 0.01;
        const best = await bestHeadroom(wide, (c) => costOf(c) <= wideCost, apart(budgetEur));
        const made = proposalOf('everyone at once', job, scene, best);
        if (made.fitsAtOnce) add(made);
      }
    }
    if (cheapest.columns.some((c) => c.holes > 0)) {
      const solid = solveOn(possible(undrilled));
      const dry = await solid(budgetEur)(anyDb);
      if (dry && dry !== 'late') {
        const dryCost = costOf(dry) + 0.01;
        take('no drilling', await bestHeadroom(dry, (c) => costOf(c) <= dryCost, solid(budgetEur)));
      }
    }
    const money = budgetEur ?? Math.ceil(partsOf(cheapest) * 1.5);
    take('most headroom', await bestHeadroom(cheapest, () => true, free(money)));
  }
  return {
    proposals,
    impossible,
    candidates: ground.candidates.length,
    columns: ground.columns.length,
    whyNot: cheapest
      ? null
      : answer === 'late'
        ? 'nothing was found in the time, and it is not proven that there is nothing'
        : 'nothing that is allowed and affordable meets the needs that can be met',
  };
}

const costOf = (c: Choice) => c.columns.reduce((sum, q) => sum + q.costEur, 0);
const partsOf = (c: Choice) => c.columns.reduce((sum, q) => sum + q.partsEur, 0);

/** The same ground with a wire or a radio of its own for every unit. */
const withoutShared = (ground: Ground): Ground => ({
  ...ground,
  columns: ground.columns.filter((c) => c.link.radio !== 'shared'),
});

/** The same ground without columns that need a hole, or that hang on one. */
function withoutHoles(ground: Ground): Ground {
  const solid = new Set(ground.columns.filter((c) => c.holes === 0).map((c) => c.id));
  return {
    ...ground,
    columns: ground.columns.filter((c) => solid.has(c.id) && (c.parent === null || solid.has(c.parent))),
  };
}

function impossibleOf(ground: Ground): Proposals['impossible'] {
  return ground.spots
    .filter((s) => !ground.served.has(s.id) && !ground.columns.some((c) => c.serves.has(s.id)))
    .map((s) => {
      const best = ground.hopes.get(s.id);
      return { spotId: s.id, certainty: best?.certainty ?? 0, by: best?.words ?? null };
    });
}

/** Headroom is made most to this, dB. */
const headroomStepDb = 0.5;
/** Any headroom will do: the need is met. */
const anyDb = -1e9;

interface Choice {
  columns: Column[];
  proven: boolean;
  gapEur: number | null;
}

/**
 * The cheapest choice with at least so much headroom everywhere; null where it is proven that there is
 * none, «late» where the time was up before any was found.
 * Solved without minding that two units may be at one place, which leaves far fewer columns to look at;
 * only where the answer has two at one place it is solved again with all columns and that minded.
 * @param few `reduced(ground)`, worked out once.
 */
export async function cheapestOf(
  ground: Ground,
  few: readonly Column[],
  solve: Solver,
  { budgetEur, leastHeadroomDb }: { budgetEur: number | null; leastHeadroomDb: number },
  seconds: number,
): Promise<Choice | 'late' | null> {
  if (wanted(ground, leastHeadroomDb).length === 0) return { columns: [], proven: true, gapEur: null };
  for (const onePerPlace of [false, true]) {
    const columns = onePerPlace ? ground.columns : few;
    const programme = programmeOf(ground, columns, { budgetEur, leastHeadroomDb, onePerPlace });
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

/** Of all choices within a limit of cost or budget, the one whose worst headroom is most, to half a dB, by halving. */
async function bestHeadroom(
  from: Choice,
  within: (c: Choice) => boolean,
  at: (leastDb: number) => Promise<Choice | 'late' | null>,
): Promise<Choice> {
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
  return best;
}

/** Does a job still stand as it did for a proposal, but for its units, links and readings? */
export function standsAs(before: Job, now: Job): boolean {
  const counts = (r: AnyRecord) => r.type !== 'unit' && r.type !== 'link' && r.type !== 'reading';
  const [a, b] = [before, now].map((job) => [...job.byId.values()].filter(counts));
  const kept = new Set(keptOf(before).units.map((u) => u.id));
  return (
    a?.length === b?.length &&
    (b ?? []).every((r) => before.byId.get(r.id) === r) &&
    [...kept].every((id) => before.byId.get(id) === now.byId.get(id))
  );
}

/** The edit that makes columns the plan of a job, in the place of what was planned and not kept. */
export function editOf(
  job: Job,
  columns: readonly Column[],
  label: string,
): { edit: Edit; units: Map<string, Unit> } {
  const kept = new Set(
    job.units.filter((u) => u.found || !job.links.some((l) => l.unitId === u.id)).map((u) => u.id),
  );
  const gone = job.units.filter((u) => u.planned && !kept.has(u.id));
  const remove = [
    ...gone.map((u) => u.id),
    ...job.links.filter((l) => gone.some((u) => u.id === l.unitId || u.id === l.fromUnitId)).map((l) => l.id),
  ];
  const put: AnyRecord[] = [];
  const units = new Map<string, Unit>();
  let now = applyEdit(job, { label: '', put: [], remove }).job;
  const take = (...records: AnyRecord[]) => {
    put.push(...records);
    now = applyEdit(now, { label: '', put: records, remove: [] }).job;
  };
  // parents before what hangs on them
  const order = [...columns].sort((a, b) => Number(a.parent !== null) - Number(b.parent !== null));
  for (const c of order) {
    const letter = freshLetter(now) ?? 'Z9';
    const unit: Unit = { ...c.unit, id: freshId(now, `unit-${letter.toLowerCase()}`), letter };
    units.set(c.id, unit);
    const fromUnitId = c.parent === null ? c.link.fromUnitId : (units.get(c.parent)?.id ?? c.link.fromUnitId);
    take(...c.also.filter((r) => !now.byId.has(r.id)), unit);
    take({ ...c.link, id: freshId(now, `link-${unit.id}`), unitId: unit.id, fromUnitId });
  }
  return { edit: { label, put, remove: remove.filter((id) => !put.some((r) => r.id === id)) }, units };
}

function proposalOf(
  kind: ProposalKind,
  job: Job,
  scene: Scene,
  { columns, proven, gapEur }: Choice,
): Proposal {
  const { edit, units } = editOf(job, columns, `Take the proposal: ${kind}`);
  const planned = applyEdit(job, edit).job;
  const network = networkOf(planned, scene, 'planned');
  const predictions = predictJob(planned, scene, network, { why: false });
  const worst = predictions.reduce<Proposal['worst']>(
    (low, p) =>
      !low || p.headroomDb < low.headroomDb
        ? { spotId: p.spotId, headroomDb: p.headroomDb, certainty: p.certainty }
        : low,
    null,
  );
  const total = (of: (c: Column) => number) => columns.reduce((sum, c) => sum + of(c), 0);
  return {
    kind,
    proven,
    gapEur,
    units: columns
      .map((c) => ({
        letter: units.get(c.id)?.letter ?? '?',
        kit: c.kit.name,
        place: c.candidate.words,
        link: c.label,
        partsEur: c.partsEur,
        minutes: c.minutes,
        holes: c.holes,
      }))
      .sort((a, b) => a.letter.localeCompare(b.letter)),
    partsEur: total((c) => c.partsEur),
    minutes: total((c) => c.minutes),
    costEur: total((c) => c.partsEur + (c.minutes / 60) * hourEur),
    holes: total((c) => c.holes),
    met: predictions.filter((p) => p.certainty >= sureEnough).length,
    spots: predictions.length,
    worst,
    fitsAtOnce: loadOf(planned, network, predictions).fits,
    habits: habitsOf(planned, scene, [...units.values()], predictions),
    columns: [...columns],
  };
}
