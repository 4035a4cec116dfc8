/** Fewer options for one solution: of those that serve the same open spots well enough, the cheapest. */
import { optionTree } from './optionTree';
import type { CandidateOption, PlanningInstance } from './planningInstance';
import { openSpots, roomOf, sameLimits, serves, sharesLess } from './programme';

/** An option with the open spots that it serves with all that it hangs on, a bit each, and those that anything behind it adds. */
interface Masked {
  option: CandidateOption;
  mask: bigint;
  whole: bigint;
  children: Masked[];
}

const contains = (a: bigint, b: bigint): boolean => (a & b) === b;

/** Costs a no more in either sum, and takes no more of what is short? */
const isCheaper = (a: CandidateOption, b: CandidateOption): boolean =>
  a.costEur <= b.costEur && a.partsEur <= b.partsEur;

/** Whatever a choice gains with b it gains with a, and what hangs on b has something as good that hangs on a. */
const replaces = (a: Masked, b: Masked): boolean => sameLimits(a.option, b.option) && standsIn(a, b);

/** As good for less, and so is what hangs on it; what both are fed from is not looked at. */
const standsIn = (a: Masked, b: Masked): boolean =>
  isCheaper(a.option, b.option) &&
  sharesLess(a.option, b.option) &&
  contains(a.mask, b.mask) &&
  hasRoom(a, b) &&
  b.children.every((k) => contains(a.mask, k.whole) || a.children.some((o) => standsIn(o, k)));

const hasMore = (a: ReturnType<typeof roomOf>, b: ReturnType<typeof roomOf>): boolean =>
  a.ports >= b.ports && a.poePorts >= b.poePorts && (a.poeBudgetW ?? Infinity) >= (b.poeBudgetW ?? Infinity);

/** Has a the ports and the power for all that can be plugged into b? */
const hasRoom = (a: Masked, b: Masked): boolean =>
  b.children.every((k) => k.option.link.medium === 'wireless') || hasMore(roomOf(a.option), roomOf(b.option));

/** The first of each that nothing before it replaces. @param list cheapest first. */
function notReplaced(list: readonly Masked[], by: (a: Masked, b: Masked) => boolean): Masked[] {
  const kept: Masked[] = [];
  for (const one of list) if (!kept.some((o) => by(o, one))) kept.push(one);
  return kept;
}

const cheapestFirst = (a: Masked, b: Masked): number =>
  a.option.costEur - b.option.costEur || a.option.partsEur - b.option.partsEur;

/**
 * Options of which a cheapest choice can be made where every spot must have so much headroom, as long as two units may
 * stand at one place: a spot is served or it is not, so that of alike options the cheapest is enough.
 * @param options of the instance; what hangs on one that is not among them is left out.
 */
export function reducedAt(
  instance: PlanningInstance,
  options: readonly CandidateOption[],
  leastHeadroomDb: number,
): CandidateOption[] {
  const bits = new Map(openSpots(instance, leastHeadroomDb).map((id, i) => [id, 1n << BigInt(i)]));
  const maskOf = (c: CandidateOption): bigint => {
    let mask = 0n;
    for (const id of c.serves.keys()) {
      const bit = bits.get(id);
      if (bit !== undefined && serves(c, id, leastHeadroomDb)) mask |= bit;
    }
    return mask;
  };
  const { behind } = optionTree(options);
  const masked = (option: CandidateOption, from: bigint): Masked => {
    const mask = maskOf(option) | from;
    const children = siblings(behind(option.id), mask);
    return { option, mask, whole: children.reduce((all, k) => all | k.whole, mask), children };
  };
  const siblings = (list: readonly CandidateOption[], from: bigint): Masked[] =>
    notReplaced(
      list
        .map((c) => masked(c, from))
        .filter(({ whole }) => whole !== from)
        .sort(cheapestFirst),
      replaces,
    );
  const flat = ({ option, children }: Masked): CandidateOption[] => [option, ...children.flatMap(flat)];
  return siblings(
    options.filter((c) => c.parent === null),
    0n,
  ).flatMap(flat);
}
