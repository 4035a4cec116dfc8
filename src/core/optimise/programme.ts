/** The choice of options as a mixed-integer programme, in the LP format that solvers read. */
import type { Id, Product } from '../job/records';
import { feedOf, portsLeft, portsOf } from '../media/ports';
import { optionTree } from './optionTree';
import type { CandidateOption, PlanningInstance } from './planningInstance';
import { enoughHeadroomDb } from './spotServices';

/** What a solver answers. */
export interface Solved {
  /** Proven best; best found when the time was up; proven that there is none; the time was up and nothing found. */
  status: 'optimal' | 'time' | 'infeasible' | 'late';
  /** Value of each variable that is not zero. */
  values: ReadonlyMap<string, number>;
  objective: number;
  /** What no solution can go below, as far as proven. */
  bound: number;
}

/** A solver of mixed-integer programmes in LP format. @param seconds when it gives up. */
export type Solver = (lp: string, seconds: number) => Promise<Solved>;

export interface Constraints {
  /** Parts at most, in the job's currency; null = open. */
  budgetEur: number | null;
  /** Every spot must have at least this headroom, dB. */
  leastHeadroomDb: number;
  /** At most one unit a place. */
  onePerPlace?: boolean;
  /** Places, by candidate, where one unit must be. */
  forced?: ReadonlySet<Id> | undefined;
  /** Units at most. */
  mostUnits?: number | undefined;
  /** What choices that were tried have taught: see `Cut`. */
  cuts?: readonly MilpCut[];
  /** A spot may be left open for so much beside the price; not set: none may. */
  leaveOpenEur?: number;
}

/** One of `some` must be chosen, or all of one group of `not` left out; of a group at most one is ever chosen. */
export interface MilpCut {
  some: ReadonlySet<string>;
  not: readonly ReadonlySet<string>[];
}

/** Does an option serve a spot with at least so much headroom? */
export const serves = (c: CandidateOption, spot: Id, leastDb: number): boolean =>
  Math.min(enoughHeadroomDb, c.serves.get(spot)?.headroomDb ?? -Infinity) >= leastDb;

/** Spots that what is kept does not serve well enough. */
export const openSpots = (instance: PlanningInstance, leastDb: number): Id[] =>
  instance.spots
    .map((s) => s.id)
    .filter((id) => Math.min(enoughHeadroomDb, instance.served.get(id)?.headroomDb ?? -Infinity) < leastDb);

/**
 * Options that can be part of a best choice, as long as two units may stand at one place: a best choice
 * of these that has one a place is the best of all. Left out is what another beats at everything that counts:
 * of the ways to feed one product at one place those that cost more and carry no more; of the options that
 * one unit feeds and nothing hangs on, those that cost more and serve no spot that another does not serve as well.
 */
export function withoutDominated(instance: PlanningInstance): CandidateOption[] {
  const { behind } = optionTree(instance.options);
  /** What hangs on b hangs on a too, the same unit in the same way and serving as much. */
  const feedsAll = (a: CandidateOption, b: CandidateOption): boolean =>
    behind(b.id).every((k) =>
      behind(a.id).some((o) => o.unit.id === k.unit.id && sharesLess(o, k) && covers(o, k) && feedsAll(o, k)),
    );
  const of = (list: readonly CandidateOption[]): CandidateOption[] => {
    const backhauls = new Map<string, CandidateOption[]>();
    for (const c of list) backhauls.set(c.unit.id, [...(backhauls.get(c.unit.id) ?? []), c]);
    const fed = [...backhauls.values()].flatMap((same) =>
      firstOfBest(same, (a, b) => asGood(a, b) && feedsAll(a, b)),
    );
    // what can feed others also serves: an option that feeds no other may be beaten by it, if it takes no more of what is short
    const left = firstOfBest(
      fed,
      (a, b) =>
        a.costEur <= b.costEur &&
        a.serves.size >= b.serves.size &&
        behind(b.id).length === 0 &&
        sameLimits(a, b) &&
        covers(a, b),
    );
    return left.flatMap((c) => [c, ...of(behind(c.id))]);
  };
  return of(instance.options.filter((c) => c.parent === null));
}

/** Those that no other beats; of equals the first. */
const firstOfBest = (
  list: readonly CandidateOption[],
  beats: (a: CandidateOption, b: CandidateOption) => boolean,
): CandidateOption[] =>
  list.filter((c, i) => !list.some((o, k) => o !== c && beats(o, c) && (!beats(c, o) || k < i)));

const asGood = (a: CandidateOption, b: CandidateOption): boolean =>
  a.costEur <= b.costEur &&
  a.partsEur <= b.partsEur &&
  a.downMbps >= b.downMbps &&
  a.upMbps >= b.upMbps &&
  sameLimits(a, b);

type Fed = Pick<CandidateOption, 'link' | 'product'>;

/** Takes a no more of ports, power over the cable and family than b? */
export const sameLimits = (a: CandidateOption, b: CandidateOption): boolean =>
  a.link.fromUnitId === b.link.fromUnitId && sharesLess(a, b);

/** The same, whatever they are fed from. */
export const sharesLess = (a: Fed, b: Fed): boolean =>
  (a.link.medium === 'wireless' || b.link.medium !== 'wireless') &&
  drawnW(a) <= drawnW(b) &&
  (a.product.family === '' || a.product.family === b.product.family) &&
  (a.product.priceEur > 0 || a.product.kind === 'cable' || a.product.id === b.product.id);

/** What an option takes from the port that it is plugged into, W; nothing where it has an injector or a supply of its own. */
const drawnW = ({ link, product }: Fed): number =>
  product.poeIn && link.medium === 'ethernet' && link.adapterKitId === null ? product.powerW : 0;

/** Costs a no more, and serves it all that b serves as well? */
const covers = (a: CandidateOption, b: CandidateOption): boolean =>
  a.costEur <= b.costEur &&
  a.partsEur <= b.partsEur &&
  a.serves.size >= b.serves.size &&
  servesAsWell(a.serves, b.serves);

function servesAsWell(a: CandidateOption['serves'], b: CandidateOption['serves']): boolean {
  for (const [id, s] of b) {
    const own = a.get(id);
    if (!own || (own.headroomDb < s.headroomDb && own.headroomDb < enoughHeadroomDb)) return false;
  }
  return true;
}

/**
 * Minimise Σ cost x with x_q ∈ {0, 1} for each option q, such that
 * every spot that what is kept does not serve: Σ x_q over the options that do, with the least headroom ≥ 1;
 * an option behind another: x_q ≤ x_parent; where asked for, every place: Σ x_q there ≤ 1;
 * every unit: wires from it ≤ its free ports, and what draws power from them ≤ those that give it, in number and W; every family: its new members ≤ the most its maker advises, less those that are kept;
 * no more of what is there than there is; parts ≤ budget; every forced place: Σ x_q there ≥ 1; where asked for, Σ x_q ≤ so many; every cut.
 * Where spots may be left open, each has a variable u ∈ {0, 1} of its own in its row, at a price.
 * Null where a spot or a forced place has no option at all.
 */
export function programmeOf(
  instance: PlanningInstance,
  options: readonly CandidateOption[],
  constraints: Constraints,
): { lp: string; names: Map<string, CandidateOption> } | null {
  const names = new Map(options.map((c, i) => [`x${i}`, c]));
  const name = new Map(options.map((c, i) => [c.id, `x${i}`]));
  const rows: string[] = [];
  const term = (value: number, c: CandidateOption) =>
    `${value < 0 ? '-' : '+'} ${Math.abs(Number(value.toFixed(4)))} ${name.get(c.id) ?? ''}`;
  const row = (terms: readonly string[], relation: string) =>
    rows.push(`r${rows.length}: ${wrapped(terms.join(' '))} ${relation}`);
  const { leaveOpenEur } = constraints;
  const left: string[] = [];
  for (const spot of openSpots(instance, constraints.leastHeadroomDb)) {
    const serving = options.filter((c) => serves(c, spot, constraints.leastHeadroomDb));
    const terms = serving.map((c) => term(1, c));
    if (leaveOpenEur !== undefined) {
      terms.push(`+ 1 u${left.length}`);
      left.push(`u${left.length}`);
    }
    if (terms.length === 0) return null;
    row(terms, '>= 1');
  }
  const byId = new Map(options.map((c) => [c.id, c]));
  for (const c of options) {
    const parent = c.parent === null ? undefined : byId.get(c.parent);
    if (parent) row([term(1, c), term(-1, parent)], '<= 0');
  }
  if (constraints.onePerPlace)
    for (const place of new Set(options.map((c) => c.candidate.id))) {
      const here = options.filter((c) => c.candidate.id === place);
      if (here.length > 1)
        row(
          here.map((c) => term(1, c)),
          '<= 1',
        );
    }
  for (const place of constraints.forced ?? []) {
    const here = options.filter((c) => c.candidate.id === place);
    if (here.length === 0) return null;
    row(
      here.map((c) => term(1, c)),
      '>= 1',
    );
  }
  if (constraints.mostUnits !== undefined)
    row(
      options.filter((c) => c.candidate.kind !== 'device').map((c) => term(1, c)),
      `<= ${constraints.mostUnits}`,
    );
  for (const { some, not } of constraints.cuts ?? []) {
    const terms = options.filter((c) => some.has(c.id)).map((c) => term(1, c));
    const inside = options.filter((c) => not.some((group) => group.has(c.id))).map((c) => term(-1, c));
    if (terms.length + inside.length === 0) return null;
    row([...terms, ...inside], `>= ${1 - not.length}`);
  }
  const { behind } = optionTree(options);
  for (const unit of instance.kept) {
    const fed = options.filter((c) => c.parent === null && c.link.fromUnitId === unit.id);
    for (const { of, most } of portLimits(fed, freePorts(instance, unit.id)))
      row(
        of.map(([value, c]) => term(value, c)),
        `<= ${most}`,
      );
  }
  for (const parent of options)
    for (const { of, most } of portLimits(behind(parent.id), roomOf(parent)))
      row([...of.map(([value, c]) => term(value, c)), term(-most, parent)], '<= 0');
  for (const family of new Set(options.map((c) => c.product.family).filter((f) => f !== ''))) {
    const members = options.filter((c) => c.product.family === family);
    const most = familyRoom(instance, family);
    if (Number.isFinite(most))
      row(
        members.map((c) => term(1, c)),
        `<= ${most}`,
      );
  }
  for (const [productId, most] of instance.stock) {
    const of = options.filter((c) => c.product.id === productId);
    if (of.length > most)
      row(
        of.map((c) => term(1, c)),
        `<= ${most}`,
      );
  }
  if (constraints.budgetEur !== null && options.length)
    row(
      options.map((c) => term(c.partsEur, c)),
      `<= ${constraints.budgetEur}`,
    );
  const lp = [
    'Minimize',
    `obj: ${wrapped([...options.map((c) => term(c.costEur, c)), ...left.map((u) => `+ ${leaveOpenEur} ${u}`)].join(' '))}`,
    'Subject To',
    ...rows,
    'Binary',
    wrapped([...names.keys(), ...left].join(' ')),
    'End',
    '',
  ].join('\n');
  return { lp, names };
}

type Room = Pick<Product, 'ports' | 'poePorts' | 'poeBudgetW'>;

/** What is plugged into one unit: how many may be, how many with power, and how much of it; where it can be too much. */
function portLimits(
  fed: readonly CandidateOption[],
  { ports, poePorts, poeBudgetW }: Room,
): { of: [number, CandidateOption][]; most: number }[] {
  const wires = fed.filter((c) => c.link.medium !== 'wireless');
  const powered = wires.filter((c) => drawnW(c) > 0);
  const each = (list: readonly CandidateOption[], value: (c: CandidateOption) => number) =>
    list.map((c): [number, CandidateOption] => [value(c), c]);
  return [
    { of: each(wires, () => 1), most: ports },
    { of: each(powered, () => 1), most: poePorts },
    { of: each(powered, drawnW), most: poeBudgetW ?? Infinity },
  ].filter(({ of, most }) => of.length > 0 && of.reduce((sum, [value]) => sum + value, 0) > most);
}

/** Ports of a new unit for what hangs on it, and the power that they give. */
export const roomOf = ({ product, link }: Fed): Room => ({
  ports: portsLeft(product, feedOf(link, product)),
  poePorts: product.poePorts,
  poeBudgetW: product.poeBudgetW,
});

/** Ports of a kept unit that are still free, and the power that they give. */
function freePorts({ base, kept }: PlanningInstance, unitId: Id): Room {
  const product = base.kits.find((k) => k.id === kept.find((u) => u.id === unitId)?.kitId);
  const had = portsOf(base, unitId);
  return {
    ports: Math.max(0, (had?.ports ?? 0) - (had?.used.length ?? 0)),
    poePorts: Math.max(0, (product?.poePorts ?? 0) - (had?.poeUsed ?? 0)),
    poeBudgetW: had?.budgetW == null ? null : Math.max(0, had.budgetW - had.givesW),
  };
}

/** New units that the makers of a family still advise beside the kept ones; Infinity where none says. */
export function familyRoom({ base, kept, options }: PlanningInstance, family: string): number {
  const members = options.filter((c) => c.product.family === family);
  const most = members.reduce((least, c) => Math.min(least, c.product.mostUnits ?? Infinity), Infinity);
  const there = kept.filter((u) => base.kits.find((k) => k.id === u.kitId)?.family === family).length;
  return Math.max(0, most - there);
}

/** Long lines are broken: the format allows 560 characters. */
const wrapped = (text: string): string => text.replace(/(.{1,400})(?: |$)/g, '$1\n ').trim();
