/** Questions about a proposal, answered by solving with what is asked for forced: why not fewer units, why not over the air here. */
import type { Id } from '../job/records';
import { anyDb, type Choice, cheapestOf } from './choice';
import type { PlanningInstance } from './planningInstance';
import { type Proposal, proposalOf } from './proposal';
import { isPlace } from './roomSpots';
import { onlyWith, withoutHoles } from './subsets';
import { type PlanningRun } from './propose';

export interface Answer {
  /** In words, with what it would cost or lack. */
  words: string;
  /** What would come of it; null where nothing would. */
  instead: Proposal | null;
}

const solved = (
  { solve, constraints, seconds }: PlanningRun,
  instance: PlanningInstance,
  more: { mostUnits?: number; forced?: ReadonlySet<Id> } = {},
): Promise<Choice | 'late' | null> =>
  cheapestOf(
    instance,
    solve,
    {
      budgetEur: null,
      leastHeadroomDb: anyDb,
      forced: more.forced ?? constraints.forced,
      mostUnits: more.mostUnits,
    },
    seconds,
  );

/** The instance that a proposal was made from: without a hole where that was asked for. */
const askedOf = ({ instance }: PlanningRun, { kind }: Proposal): PlanningInstance =>
  kind === 'no drilling' ? withoutHoles(instance) : instance;

const late: Answer = {
  words: 'Not known: the search ended before a plan was found. One may still exist.',
  instead: null,
};

/** «40 more», «12 less», «as much». */
function costDifference(a: number, b: number): string {
  const apart = Math.round(a - b);
  return apart === 0 ? 'as much' : apart > 0 ? `${apart} more` : `${-apart} less`;
}

/** What a choice is against a proposal, in words: parts and work, needs, headroom, everyone at once. */
function against(run: PlanningRun, choice: Choice, proposal: Proposal): { words: string; instead: Proposal } {
  const instead = proposalOf(proposal.kind, run.job, run.scene, choice, proposal.main);
  const headroom =
    instead.worst && proposal.worst
      ? `, least headroom ${instead.worst.headroomDb.toFixed(0)} instead of ${proposal.worst.headroomDb.toFixed(0)} dB`
      : '';
  const atOnce =
    instead.fitsAtOnce === proposal.fitsAtOnce
      ? ''
      : instead.fitsAtOnce
        ? ', and all needs at once fit'
        : ', and all needs at once no longer fit';
  const words = `it costs ${costDifference(instead.costEur, proposal.costEur)} with work, ${instead.met} of ${instead.spots} needs met${headroom}${atOnce}`;
  return { words, instead };
}

/**
 * Why not fewer units: solved with one unit less. Where nothing meets the needs with so few, the one
 * spot is looked for without which they would do.
 */
export async function whyNotFewer(run: PlanningRun, proposal: Proposal): Promise<Answer> {
  const most = proposal.units.length - 1;
  const instance = askedOf(run, proposal);
  if (most < 0) return { words: 'The proposal has no unit to remove.', instead: null };
  const choice = await solved(run, instance, { mostUnits: most });
  if (choice === 'late') return late;
  const count = most === 0 ? 'the existing units' : most === 1 ? 'one new unit' : `${most} new units`;
  if (choice) {
    const { words, instead } = against(run, choice, proposal);
    return { words: `With ${count} ${words}.`, instead };
  }
  const without: string[] = [];
  for (const spot of instance.spots.filter((s) => !isPlace(s) && !instance.served.has(s.id))) {
    const left = { ...instance, spots: instance.spots.filter((s) => s !== spot) };
    const found = await solved(run, left, { mostUnits: most });
    if (found && found !== 'late')
      without.push(spot.number === 0 ? spot.name : `${spot.number}, ${spot.name}`);
  }
  return {
    words: without.length
      ? `With the places tried, ${count} cannot meet all needs. Without one of these spots they could: ${without.join('; ')}.`
      : `With the places tried, ${count} cannot meet all needs, not even all but one.`,
    instead: null,
  };
}

/** Why not over the air here: solved with a unit at the same place that is fed over the air. */
export async function whyNotAir(run: PlanningRun, proposal: Proposal, placeId: Id): Promise<Answer> {
  const { constraints } = run;
  const instance = askedOf(run, proposal);
  const here = proposal.options.find((c) => c.candidate.id === placeId);
  if (!here) return { words: 'The proposal has no unit there.', instead: null };
  if (here.link.medium === 'wireless') return { words: 'Its uplink is wireless.', instead: null };
  const air = onlyWith(instance, (c) => c.candidate.id !== placeId || c.link.medium === 'wireless');
  if (!air.options.some((c) => c.candidate.id === placeId))
    return {
      words: `No unit ${here.candidate.words} with a wireless uplink meets a further need: the signal of a possible uplink is too weak there.`,
      instead: null,
    };
  const choice = await solved(run, air, { forced: new Set([...(constraints.forced ?? []), placeId]) });
  if (choice === 'late') return late;
  if (!choice)
    return {
      words: 'With a wireless uplink for that unit no plan meets all needs, with the places tried.',
      instead: null,
    };
  const { words, instead } = against(run, choice, proposal);
  return { words: `With a wireless uplink there, ${words}.`, instead };
}
