/** Options behind others: a new unit that another new one feeds, over the air within a family or by a cable. */
import { bracketFor } from '../network/backhaulOptions';
import type { Id, Link, Product, Unit } from '../job/records';
import { type Backhaul, backhaulOver, type Network } from '../network/backhaul';
import { airBehind } from './airBehind';
import type { BehindContext, Chain, MediumBehind } from './mediumBehind';
import { cableBehind } from './cableBehind';
import { worryEur } from './optionSnags';
import {
  type DirectInstance,
  type CandidateOption,
  type HopTest,
  hourEur,
  overAirEur,
  type PlacedProduct,
} from './planningInstance';
import { sharesLess } from './programme';
import { nothingLeft, type RestBound, restBound } from './restBound';
import { enoughHeadroomDb, type SpotService } from './spotServices';

const headroomOf = (s: SpotService | undefined): number =>
  Math.min(enoughHeadroomDb, s?.headroomDb ?? -Infinity);

/** What a unit costs by itself, however it is fed. */
const ownEur = ({ product }: PlacedProduct): number => product.priceEur + (product.fitMinutes / 60) * hourEur;

const priceOfBracket = ({ priceEur, fitMinutes }: Product): number => priceEur + (fitMinutes / 60) * hourEur;

/** What may hang on some options, and what the rest of the needs costs at least. */
export function optionsBehind(context: BehindContext): Pick<DirectInstance, 'behind' | 'restOf' | 'atLeast'> {
  const { job, served, direct } = context;
  const media: MediumBehind[] = [airBehind(context), cableBehind(context)];
  const { chainOf, farOf } = chainsKept(context);
  const hopeOf = hopesKept(context);
  const worryOf = worriesKept(context);
  const isGood = (id: Id) => headroomOf(served.get(id)) >= enoughHeadroomDb;
  const places = [...context.places]
    .sort((a, b) => ownEur(a) - ownEur(b))
    .map((place) => ({ place, ways: media.map((m) => ({ m, to: { ...place, medium: m.medium } })) }));

  /** Fed straight from what is kept the same unit does as much for no more. */
  const isBetterDirect = (c: Omit<CandidateOption, 'serves' | 'draws'>, adds: readonly [Id, SpotService][]) =>
    (direct.get(c.unit.id) ?? []).some(
      (d) =>
        d.costEur <= c.costEur &&
        d.partsEur <= c.partsEur &&
        (d.link.medium === 'wireless' || context.roomy.has(d.link.fromUnitId)) &&
        sharesLess(d, c) &&
        adds.every(([id, s]) => headroomOf(d.serves.get(id)) >= headroomOf(s)),
    );

  const behindOne = (chain: Chain, test: HopTest, rest: RestBound): CandidateOption[] => {
    const parent = chain.option;
    const found: CandidateOption[] = [];
    const restBeside = rest.beside(chain.serves);
    for (const { place, ways } of places) {
      const { candidate, product, unit } = place;
      const leastEur = chain.costEur + ownEur(place);
      if (!test(parent, null, leastEur)) break;
      if (candidate.id === parent.candidate.id) continue;
      const fits = ways.filter(
        ({ m, to }) => m.may(chain, place) && test(parent, to, leastEur + m.leastEur(chain, place)),
      );
      if (!fits.length) continue;
      const hope = hopeOf(unit);
      const restEur = restBeside(hope);
      const near = fits.filter(({ m, to }) =>
        test(parent, to, leastEur + m.leastEur(chain, place) + restEur),
      );
      if (!near.length) continue;
      const adds = [...hope].filter(([id]) => !isGood(id) && !chain.serves.some((s) => s.has(id)));
      if (!adds.length) continue;
      const worry = worryOf(unit);
      if (!Number.isFinite(worry)) continue;
      for (const way of near.flatMap(({ m }) => m.linkTo(chain, place) ?? [])) {
        const isAir = way.link.medium === 'wireless';
        const bracket = bracketFor(job, product, unit.mount);
        const partsEur = way.partsEur + product.priceEur + (bracket?.priceEur ?? 0);
        const minutes = way.minutes + product.fitMinutes + (bracket?.fitMinutes ?? 0);
        const costEur = partsEur + (minutes / 60) * hourEur + worry + (isAir ? overAirEur(job) : 0);
        const made = {
          id: `${unit.id}-${way.link.medium}-by-${parent.id}`,
          ...{ ...way, candidate, product, unit, parent: parent.id },
          also: [...way.also, ...context.lacking.filter((p) => p.id === product.id)],
          ...{ partsEur, minutes, costEur, downMbps: 0, upMbps: 0 },
        };
        const whole = chain.costEur + costEur + restEur;
        if (!test(parent, { ...place, medium: way.link.medium }, whole) || isBetterDirect(made, adds))
          continue;
        const far = farOf(chain, way.link);
        if (!far?.serves.size) continue;
        const { downMbps, upMbps } = far.backhaul.mean;
        found.push({ ...made, downMbps, upMbps, serves: far.serves, draws: far.draws });
      }
    }
    return found;
  };
  return {
    behind: (parents, test, rest = nothingLeft) =>
      parents.flatMap((parent) => {
        const chain = chainOf(parent);
        return chain ? behindOne(chain, test, rest) : [];
      }),
    atLeast: () =>
      places.flatMap(({ place: p, ways }) => {
        const worry = worryOf(p.unit);
        const serves = hopeOf(p.unit);
        if (!Number.isFinite(worry) || serves.size === 0) return [];
        const bracket = bracketFor(job, p.product, p.unit.mount);
        const ownsEur = ownEur(p) + worry + (bracket ? priceOfBracket(bracket) : 0);
        return ways.flatMap(({ m }) => {
          const linkEur = m.leastEver(p);
          return linkEur === null
            ? []
            : [{ costEur: ownsEur + linkEur, serves, family: p.product.family, medium: m.medium }];
        });
      }),
    restOf: (spots, among) =>
      restBound(
        spots,
        places.flatMap(({ place: p }) =>
          among(p) ? { costEur: ownEur(p), serves: hopeOf(p.unit).keys() } : [],
        ),
      ),
  };
}

/** What feeds and serves at the far end of a link. */
type FarEnd = { backhaul: Backhaul } & Pick<CandidateOption, 'serves' | 'draws'>;

/** Chains of options, and what they feed, each worked out once. */
function chainsKept({ job, scene, network, serve }: BehindContext) {
  const byId = new Map<string, Chain>();
  // parents of one kind at one place with the same rates differ only in what they cost
  const ends = new Map<string, FarEnd | null>();
  const rates = new WeakMap<Backhaul, string>();
  const ratesOf = (backhaul: Backhaul): string => {
    const before = rates.get(backhaul);
    if (before !== undefined) return before;
    const made = backhaul.cases
      .flatMap((c, i) => [backhaul.shares[i], c.downMbps, c.upMbps, ...Object.values(c.sharedDown)])
      .join();
    rates.set(backhaul, made);
    return made;
  };
  const farOf = ({ option, backhaul }: Chain, link: Link): FarEnd | null => {
    const key = [link.unitId, link.medium, option.unit.id, ratesOf(backhaul)].join(' ');
    const before = ends.get(key);
    if (before !== undefined) return before;
    const behind: Network = { ...network, backhauls: [...network.backhauls, backhaul] };
    const far = backhaulOver(job, scene, behind, link);
    const end = typeof far === 'string' ? null : { backhaul: far, ...serve(far) };
    // what serves nothing is not kept: there are many of them
    const made = end?.serves.size ? end : null;
    ends.set(key, made);
    return made;
  };
  const chainOf = (option: CandidateOption): Chain | null => {
    const before = byId.get(option.id);
    if (before) return before;
    const parent = option.parent === null ? null : byId.get(option.parent);
    // what it hangs on was asked for before
    if (parent === undefined) return null;
    const backhaul = parent
      ? farOf(parent, option.link)?.backhaul
      : backhaulOver(job, scene, network, option.link);
    if (!backhaul || typeof backhaul === 'string') return null;
    const chain: Chain = {
      option,
      backhaul,
      costEur: option.costEur + (parent?.costEur ?? 0),
      airHops: Number(option.link.medium === 'wireless') + (parent?.airHops ?? 0),
      serves: [option.serves, ...(parent?.serves ?? [])],
    };
    byId.set(option.id, chain);
    return chain;
  };
  return { chainOf, farOf };
}

/** What a unit would serve if it were fed as well as the main unit is, and never more. */
function hopesKept({ network, hoped }: BehindContext): (unit: Unit) => CandidateOption['serves'] {
  // no feed allows more than that of the main unit itself
  const [root] = [...network.backhauls].sort((a, b) => b.mean.downMbps - a.mean.downMbps);
  const known = new Map<Id, CandidateOption['serves']>();
  return (unit) => {
    const before = known.get(unit.id);
    if (before) return before;
    const [placed, air] = [network.placed.get(unit.id), network.airs.get(unit.id)];
    const isPossible = root && placed && air;
    const serves = isPossible
      ? hoped({ ...placed, hops: [], air, mean: root.mean, cases: [root.mean], shares: [1] })
      : new Map<Id, SpotService>();
    known.set(unit.id, serves);
    return serves;
  };
}

/** What the likely snags of a unit count for; Infinity where it is certainly wrong. */
function worriesKept({ snagsAt }: BehindContext): (unit: Unit) => number {
  const known = new Map<Id, number>();
  return (unit) => {
    const before = known.get(unit.id);
    if (before !== undefined) return before;
    const snags = snagsAt(unit);
    const worry = snags.some((s) => s.sure === 'certain') ? Infinity : worryEur(snags, hourEur);
    known.set(unit.id, worry);
    return worry;
  };
}
