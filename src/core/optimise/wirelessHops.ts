/** Options one radio hop behind another. */
import type { Point3 } from '../geometry/point';
import type { Job } from '../job/job';
import { type Band, bands, type Id, type Link, type Product, type Radio, type Unit } from '../job/records';
import { type Backhaul, backhaulOver, type Network } from '../network/backhaul';
import { type PlacedUnit, radioOf, sourceOfUnit } from '../network/hops';
import { airPairings, linkTo } from '../network/linkTo';
import { signalDbm } from '../network/signal';
import type { Scene, Source } from '../propagation/model';
import { makeReceived, receive } from '../propagation/receive';
import type { Candidate } from './candidates';
import { type optionSnags, worryEur } from './optionSnags';
import { type CandidateOption, type HopTest, hourEur, overAirEur } from './planningInstance';
import { enoughHeadroomDb } from './spotServices';

/** A link over the air is looked at from this signal on, dBm. */
const leastLinkDbm = -80;

interface HopOption {
  candidate: Candidate;
  product: Product;
  unit: Unit;
}

/** Signals from a source to places, each received once for all bands and products. */
function signalsKept() {
  const received = makeReceived();
  const gains = new Map<Source, Map<string, Float64Array>>();
  return (source: Source, radio: Radio | undefined, at: Point3, band: Band, mountDb: readonly number[]) => {
    const of = gains.get(source) ?? new Map<string, Float64Array>();
    gains.set(source, of);
    const key = at.join();
    let gainDb = of.get(key);
    if (!gainDb) {
      receive(source, ...at, received);
      gainDb = received.gainDb.slice();
      of.set(key, gainDb);
    }
    return signalDbm(radio, { gainDb }, bands.indexOf(band), mountDb);
  };
}

/** What serves and feeds at the far end of a hop. */
type Far = { far: Backhaul } & Pick<CandidateOption, 'serves' | 'draws'>;

/**
 * Options one radio hop behind another, within a family, where the far end serves what the near one does not.
 * @returns a search that may be asked more than once: what it worked out is kept.
 */
export function wirelessHops(
  job: Job,
  scene: Scene,
  network: Network,
  options: readonly HopOption[],
  first: readonly CandidateOption[],
  serve: (backhaul: Backhaul) => Pick<CandidateOption, 'serves' | 'draws'>,
  served: CandidateOption['serves'],
  snagsAt: (unit: Unit) => ReturnType<typeof optionSnags>,
): (test: HopTest) => CandidateOption[] {
  const dbmAt = signalsKept();
  // no feed allows more than that of the main unit itself
  const [root] = [...network.backhauls].sort((a, b) => b.mean.downMbps - a.mean.downMbps);
  const hoped = new Map<Id, CandidateOption['serves']>();
  /** What a unit would serve if it were fed as well as the main unit is, and never more. */
  const hopeOf = (unit: Unit, child: PlacedUnit, backhaul: Backhaul): CandidateOption['serves'] => {
    const before = hoped.get(unit.id);
    if (before) return before;
    const mean = root?.mean ?? backhaul.mean;
    const air = network.airs.get(unit.id) ?? backhaul.air;
    const { serves } = serve({ ...child, hops: [], air, mean, cases: [mean], shares: [1] });
    hoped.set(unit.id, serves);
    return serves;
  };
  // parents of one kind at one place with the same rates differ only in what they cost
  const known = new Map<string, Far | null>();
  const farOf = (parent: CandidateOption, backhaul: Backhaul, link: Link): Far | null => {
    const rates = backhaul.cases.flatMap((c) => [c.downMbps, c.upMbps]);
    const key = [link.unitId, parent.unit.id, ...rates].join(' ');
    const before = known.get(key);
    if (before !== undefined) return before;
    const behind: Network = { ...network, backhauls: [...network.backhauls, backhaul] };
    const far = backhaulOver(job, scene, behind, link);
    const made = typeof far === 'string' ? null : { far, ...serve(far) };
    known.set(key, made);
    return made;
  };
  const worries = new Map<Id, number>();
  /** What the likely snags of a unit count for; Infinity where it is certainly wrong. */
  const worryOf = (unit: Unit): number => {
    const before = worries.get(unit.id);
    if (before !== undefined) return before;
    const snags = snagsAt(unit);
    const worry = snags.some((s) => s.sure === 'certain') ? Infinity : worryEur(snags, hourEur);
    worries.set(unit.id, worry);
    return worry;
  };
  const isGood = (id: Id) => (served.get(id)?.headroomDb ?? -Infinity) >= enoughHeadroomDb;
  return (test) =>
    first.flatMap((parent) => {
      if (parent.product.family === '' || parent.product.kind === 'access-point') return [];
      const placed = network.placed.get(parent.unit.id);
      const backhaul = backhaulOver(job, scene, network, parent.link);
      if (!placed || typeof backhaul === 'string') return [];
      return options.flatMap(({ candidate, product, unit }): CandidateOption[] => {
        if (candidate.id === parent.candidate.id || product.family !== parent.product.family) return [];
        const worry = worryOf(unit) + overAirEur(job);
        const costEur = product.priceEur + (product.fitMinutes / 60) * hourEur + worry;
        if (!Number.isFinite(costEur) || !test(parent, { candidate, product }, parent.costEur + costEur))
          return [];
        const child = network.placed.get(unit.id);
        const [pairing] = airPairings(parent.product, product)
          .filter((p) => p.band !== '2.4')
          .sort((a, b) => Number(b.radio === 'dedicated') - Number(a.radio === 'dedicated'));
        if (!child || !pairing) return [];
        const use = pairing.radio === 'dedicated' ? 'backhaul' : 'access';
        const radio = radioOf(parent.product, pairing.band, use);
        const source = sourceOfUnit(scene, placed, use);
        if (dbmAt(source, radio, child.at, pairing.band, placed.mountDb) < leastLinkDbm) return [];
        const hope = hopeOf(unit, child, backhaul);
        if ([...hope.keys()].every((id) => parent.serves.has(id) || isGood(id))) return [];
        const link = linkTo(job, unit, parent.unit, { medium: 'wireless', ...pairing });
        const result = farOf(parent, backhaul, link);
        if (!result || result.serves.size === 0) return [];
        return [
          {
            id: `${unit.id}-by-${parent.id}`,
            candidate,
            product,
            unit,
            link,
            also: [],
            label: `air, ${pairing.band} GHz, from ${parent.candidate.words}`,
            parent: parent.id,
            partsEur: product.priceEur,
            minutes: product.fitMinutes,
            costEur,
            holes: 0,
            downMbps: result.far.mean.downMbps,
            upMbps: result.far.mean.upMbps,
            serves: result.serves,
            draws: result.draws,
          },
        ];
      });
    });
}
