/** Every choice of options tried one by one: what the solver is held against, for instances of a few candidates. */
import type { CandidateOption, PlanningInstance } from '../core/optimise/candidateOptions';
import { enoughHeadroomDb } from '../core/optimise/spotServices';
import { freePorts, mostOf, openSpots } from '../core/optimise/programme';

/**
 * Visits every allowed choice, one option a place, that meets all needs and costs less than a limit.
 * @param budgetEur parts at most; null = open. @param visit may return a new, lower limit.
 */
export function everyChoice(
  instance: PlanningInstance,
  budgetEur: number | null,
  leastHeadroomDb: number,
  limit: number,
  visit: (chosen: readonly CandidateOption[], costEur: number) => number | undefined,
): void {
  const places = [...new Set(instance.options.map((c) => c.candidate.id))].map((id) =>
    instance.options.filter((c) => c.candidate.id === id),
  );
  const spots = openSpots(instance, leastHeadroomDb);
  let below = limit;
  const chosen: CandidateOption[] = [];
  const allowed = (): boolean => {
    const ids = new Set(chosen.map((c) => c.id));
    const parts = chosen.reduce((sum, c) => sum + c.partsEur, 0);
    const wires = (unitId: string) =>
      chosen.filter((c) => c.link.fromUnitId === unitId && c.link.medium !== 'wireless').length;
    const families = [...new Set(chosen.map((c) => c.product.family).filter((f) => f !== ''))];
    return (
      (budgetEur === null || parts <= budgetEur) &&
      chosen.every((c) => c.parent === null || ids.has(c.parent)) &&
      instance.kept.every((u) => wires(u.id) <= freePorts(instance, u.id)) &&
      families.every((f) => {
        const members = instance.options.filter((c) => c.product.family === f);
        return chosen.filter((c) => c.product.family === f).length <= mostOf(members);
      }) &&
      spots.every((s) =>
        chosen.some(
          (c) => Math.min(enoughHeadroomDb, c.serves.get(s)?.headroomDb ?? -Infinity) >= leastHeadroomDb,
        ),
      )
    );
  };
  const step = (i: number, cost: number) => {
    if (cost >= below) return;
    const here = places[i];
    if (!here) {
      if (allowed()) below = visit(chosen, cost) ?? below;
      return;
    }
    step(i + 1, cost);
    for (const c of here) {
      chosen.push(c);
      step(i + 1, cost + c.costEur);
      chosen.pop();
    }
  };
  step(0, 0);
}

/** The least cost of any allowed choice; Infinity where there is none. */
export function bruteForceCost(
  instance: PlanningInstance,
  budgetEur: number | null,
  leastHeadroomDb: number,
): number {
  let best = Infinity;
  everyChoice(instance, budgetEur, leastHeadroomDb, Infinity, (_chosen, cost) => (best = cost));
  return best;
}
