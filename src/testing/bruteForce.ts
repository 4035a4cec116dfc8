/**
 * Every choice of options tried one by one: what the solver is held against, for instances of a few candidates. The
 * rules are written out again from their definitions; nothing of the programme is used.
 */
import type { CandidateOption, PlanningInstance } from '../core/optimise/planningInstance';

/** Headroom beyond this counts as this, dB. */
const fullHeadroomDb = 25;

const headroomOf = (service: { headroomDb: number } | undefined): number =>
  service ? Math.min(fullHeadroomDb, service.headroomDb) : -Infinity;

/** What an instance allows, apart from needs. */
function rulesOf({ base, kept, options, stock }: PlanningInstance, budgetEur: number | null) {
  const productOf = (kitId: string) => base.kits.find((k) => k.id === kitId);
  /** Cables that the ports of each kept unit still take. */
  const free = new Map(
    kept.map((u) => {
      const taken = base.links.filter((l) => l.fromUnitId === u.id && l.medium !== 'wireless');
      const { ports, setup } = productOf(u.kitId) ?? { ports: 1, setup: { ports: [] } };
      // the line comes in at a port of its own, where the ports are marked
      return [u.id, (setup.ports.length ? setup.ports.length - 1 : ports) - taken.length];
    }),
  );
  /** Units of each family that its maker still advises beside those that are kept. */
  const advised = new Map<string, number>();
  for (const { product } of options) {
    if (product.family === '') continue;
    const there = kept.filter((u) => productOf(u.kitId)?.family === product.family).length;
    const room = (product.mostUnits ?? Infinity) - there;
    advised.set(product.family, Math.min(room, advised.get(product.family) ?? Infinity));
  }
  /** What a new unit, or a kept one, takes at its ports. */
  const plugged = (chosen: readonly CandidateOption[], isHere: (c: CandidateOption) => boolean) => {
    const here = chosen.filter((c) => isHere(c) && c.link.medium !== 'wireless');
    // what has no supply of its own and no injector takes its power from the port
    const fed = here.filter((c) => c.product.poeIn !== null && c.link.adapterKitId === null);
    return { cables: here.length, fed: fed.length, watts: fed.reduce((w, c) => w + c.product.powerW, 0) };
  };
  const sockets = ({ ports, setup }: CandidateOption['product']) => setup.ports.length || ports;
  /** Over the air none of them is taken, but what is for the line is for nothing else. */
  const outside = (product: CandidateOption['product']) =>
    sockets(product) - product.setup.ports.filter((p) => p.use === 'line').length;
  const fitsPorts = (
    { cables, fed, watts }: ReturnType<typeof plugged>,
    ports: number,
    has: { poePorts: number; poeBudgetW: number | null } | undefined,
  ) => cables <= ports && fed <= (has?.poePorts ?? 0) && watts <= (has?.poeBudgetW ?? Infinity);
  return (chosen: readonly CandidateOption[]): boolean => {
    const partsEur = chosen.reduce((sum, c) => sum + c.partsEur, 0);
    const hasParent = (c: CandidateOption) => c.parent === null || chosen.some((p) => p.id === c.parent);
    const members = (family: string) => chosen.filter((c) => c.product.family === family).length;
    return (
      (budgetEur === null || partsEur <= budgetEur) &&
      [...stock].every(([id, most]) => chosen.filter((c) => c.product.id === id).length <= most) &&
      chosen.every(hasParent) &&
      [...free].every(([unitId, ports]) =>
        fitsPorts(
          plugged(chosen, (c) => c.parent === null && c.link.fromUnitId === unitId),
          Math.max(0, ports),
          productOf(kept.find((u) => u.id === unitId)?.kitId ?? ''),
        ),
      ) &&
      chosen.every(({ id, product, link }) =>
        fitsPorts(
          plugged(chosen, (c) => c.parent === id),
          link.medium === 'wireless' ? outside(product) : Math.max(0, sockets(product) - 1),
          product,
        ),
      ) &&
      [...advised].every(([family, most]) => members(family) <= Math.max(0, most))
    );
  };
}

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
  const open = instance.spots.filter((s) => headroomOf(instance.served.get(s.id)) < leastHeadroomDb);
  const keepsRules = rulesOf(instance, budgetEur);
  let below = limit;
  const chosen: CandidateOption[] = [];
  const allowed = () =>
    keepsRules(chosen) &&
    open.every((s) => chosen.some((c) => headroomOf(c.serves.get(s.id)) >= leastHeadroomDb));
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
