/** Fewer options for one solution: of those that serve the same open spots well enough, the cheapest. */
import type { CandidateOption, PlanningInstance } from './planningInstance';
import { openSpots, sameLimits, serves } from './programme';

/** An option with the open spots that it serves, a bit each; of what hangs on another with those of both. */
interface Masked {
  option: CandidateOption;
  mask: bigint;
  children: Masked[];
}

const contains = (a: bigint, b: bigint): boolean => (a & b) === b;

/** Costs a no more in either sum, and takes no more of what is short? */
const isCheaper = (a: CandidateOption, b: CandidateOption): boolean =>
  a.costEur <= b.costEur && a.partsEur <= b.partsEur;
const takesNoMore = (a: CandidateOption, b: CandidateOption): boolean =>
  sameLimits(a, b) && (a.link.medium === 'wireless' || a.link.fromUnitId === b.link.fromUnitId);

/** Whatever a choice gains with b it gains with a, and what hangs on b has something as good that hangs on a. */
const replaces = (a: Masked, b: Masked): boolean =>
  isCheaper(a.option, b.option) &&
  takesNoMore(a.option, b.option) &&
  contains(a.mask, b.mask) &&
  b.children.every(
    (k) =>
      a.children.some((o) => isCheaper(o.option, k.option) && contains(o.mask, k.mask)) ||
      contains(a.mask, k.mask),
  );

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
  const behind = new Map<string, CandidateOption[]>();
  for (const c of options) if (c.parent !== null) behind.set(c.parent, [...(behind.get(c.parent) ?? []), c]);
  const first = options
    .filter((c) => c.parent === null)
    .map((option): Masked => {
      const mask = maskOf(option);
      const children = (behind.get(option.id) ?? [])
        .map((child): Masked => ({ option: child, mask: maskOf(child) | mask, children: [] }))
        .filter((child) => child.mask !== mask)
        .sort(cheapestFirst);
      const left = notReplaced(children, (a, b) => isCheaper(a.option, b.option) && contains(a.mask, b.mask));
      return { option, mask, children: left };
    })
    .filter(({ mask, children }) => mask !== 0n || children.length > 0)
    .sort(cheapestFirst);
  return notReplaced(first, replaces).flatMap(({ option, children }) => [
    option,
    ...children.map((c) => c.option),
  ]);
}
