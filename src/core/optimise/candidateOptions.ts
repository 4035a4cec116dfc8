/** Everything that a proposal can be made of: units of the catalogue at candidates, each fed in some way, with what it costs and which spots it serves. */
import { signalDbm } from '../network/signal';
import { get, type Job, jobFromRecords } from '../job/job';
import {
  bands,
  type AnyRecord,
  type Id,
  type Product,
  type Link,
  type Spot,
  type Unit,
} from '../job/records';
import { backhaulOptions } from '../network/backhaulOptions';
import { type Backhaul, backhaulOver, type Network, networkOf } from '../network/backhaul';
import { radioOf, sourceOfUnit } from '../network/hops';
import { predictJob } from '../network/predict';
import { airPairings, linkTo } from '../network/linkTo';
import { makeReceived, receive } from '../propagation/receive';
import type { Scene } from '../propagation/model';
import { type Candidate, candidatesOf, fits, unitAt } from './candidates';
import { type SpotService, spotServices } from './spotServices';

/** An hour of work (planning), in the job's currency. */
export const hourEur = 45;
/** A link over the air is looked at from this signal on, dBm. */
const leastLinkDbm = -80;

export interface CandidateOption {
  id: string;
  candidate: Candidate;
  product: Product;
  unit: Unit;
  link: Link;
  /** Adapters and the like that the job's catalogue lacks. */
  also: AnyRecord[];
  label: string;
  /** The option that feeds it; null = a unit that is kept. */
  parent: string | null;
  partsEur: number;
  minutes: number;
  /** Parts and work, what is made least. */
  costEur: number;
  holes: number;
  downMbps: number;
  upMbps: number;
  /** By spot: what it gets from here alone; of those whose need is met surely enough, and of all that hear it. */
  serves: Map<Id, SpotService>;
  draws: Map<Id, SpotService>;
}

export interface PlanningInstance {
  /** The job with what is kept alone. */
  base: Job;
  scene: Scene;
  network: Network;
  kept: Unit[];
  candidates: Candidate[];
  spots: Spot[];
  /** Spots that what is kept serves already, as `Column.serves`. */
  served: CandidateOption['serves'];
  options: CandidateOption[];
  /** By open spot: the option that would be surest, whether or not it is sure enough. */
  hopes: Map<Id, { certainty: number; words: string }>;
}

/** An instance of which the options behind other options are still to be looked at. */
interface DirectInstance extends PlanningInstance {
  behind: () => CandidateOption[];
}

export interface Rules {
  noDrilling: boolean;
  /** Least chance that a need is met. */
  sure: number;
  /** Candidates that may not be used. */
  forbidden?: ReadonlySet<string>;
}

/** What is kept of a job's plan: what was found in the house, and the main unit. Links between them too. */
export function keptOf(job: Job): Job {
  const isRoot = (u: Unit) =>
    !job.links.some((l) => l.unitId === u.id) && ['main', 'router'].includes(get(job, 'kit', u.kitId).kind);
  const keep = new Set(job.units.filter((u) => u.planned && (u.found || isRoot(u))).map((u) => u.id));
  return jobFromRecords(
    [...job.byId.values()].filter(
      (r) =>
        (r.type !== 'unit' || keep.has(r.id) || (r.found && !r.planned)) &&
        (r.type !== 'link' || (keep.has(r.unitId) && keep.has(r.fromUnitId))),
    ),
  );
}

/**
 * All options under some rules. Of the ways to feed one product at one place those stay that no other beats
 * in cost, holes and rate both ways: what serves no spot and can feed nothing is left out.
 */
export const planningInstance = (job: Job, scene: Scene, rules: Rules): PlanningInstance =>
  withHops(directInstance(job, scene, rules));

/** The same with options fed straight from what is kept alone: a fraction of the work. */
export function directInstance(job: Job, scene: Scene, rules: Rules): DirectInstance {
  const kept = keptOf(job);
  const base = rules.noDrilling
    ? jobFromRecords([...kept.byId.values()].map((r) => (r.type === 'job' ? { ...r, noDrilling: true } : r)))
    : kept;
  const candidates = candidatesOf(base).filter((c) => !rules.forbidden?.has(c.id));
  const options = candidates.flatMap((candidate) =>
    base.kits
      .filter((product) => fits(product, candidate))
      .map((product) => ({
        candidate,
        product,
        unit: unitAt(product, candidate, `p-${candidate.id}-${product.id}`, 'Z9'),
      })),
  );
  const big = jobFromRecords([...base.byId.values(), ...options.map((o) => o.unit)]);
  const network = networkOf(base, scene, 'planned');
  const wide = networkOf(big, scene, 'planned');
  const all: Network = { ...network, placed: wide.placed, airs: wide.airs };
  const spots = [...base.spots].sort((a, b) => a.number - b.number);
  const served: CandidateOption['serves'] = new Map(
    predictJob(base, scene, network, { why: false }).flatMap((p) =>
      p.certainty >= rules.sure
        ? [
            [
              p.spotId,
              {
                certainty: p.certainty,
                headroomDb: p.headroomDb,
                downMbps: p.downMbps,
                dbm: p.rssiDbm ?? -Infinity,
              },
            ],
          ]
        : [],
    ),
  );
  const any = spotServices(base, scene, all, spots);
  const hopes: PlanningInstance['hopes'] = new Map();
  const serve = (backhaul: Backhaul): Pick<CandidateOption, 'serves' | 'draws'> => {
    const draws = any(backhaul);
    const serves: CandidateOption['serves'] = new Map();
    for (const [id, s] of draws) {
      if (s.certainty > (hopes.get(id)?.certainty ?? 0))
        hopes.set(id, { certainty: s.certainty, words: `${backhaul.product.name} ${backhaul.unit.name}` });
      if (s.certainty >= rules.sure) serves.set(id, s);
    }
    return { serves, draws };
  };
  const found: CandidateOption[] = [];
  const mains = network.backhauls.map((f) => f.unit);
  for (const { candidate, product, unit } of options) {
    const backhauls = backhaulOptions(big, scene, unit, all, mains)
      .filter(
        (o) =>
          o.whyNot === null &&
          o.downMbps > 0 &&
          (o.link.medium !== 'wireless' || meshes(base, o.link, product)),
      )
      .map((o) => {
        const minutes = o.minutes + product.fitMinutes;
        const partsEur = o.costEur + product.priceEur;
        return { ...o, minutes, partsEur, costEur: partsEur + (minutes / 60) * hourEur };
      });
    const best = backhauls.filter((w) => !backhauls.some((o) => o !== w && beats(o, w)));
    best.forEach((way, i) => {
      const backhaul = backhaulOver(big, scene, all, way.link);
      if (typeof backhaul === 'string') return;
      found.push({
        id: `${unit.id}-${i}`,
        candidate,
        product,
        unit,
        link: way.link,
        also: way.also,
        label: `${way.label} from ${way.fromLetter}`,
        parent: null,
        partsEur: way.partsEur,
        minutes: way.minutes,
        costEur: way.costEur,
        holes: way.holes,
        downMbps: way.downMbps,
        upMbps: way.upMbps,
        ...serve(backhaul),
      });
    });
  }
  const instance = { base, scene, network, kept: mains, candidates, spots, served, options: found, hopes };
  return { ...instance, behind: () => wirelessHops(big, scene, all, options, found, serve) };
}

/** An instance with the options one radio hop behind others too; without those that serve nothing and feed nothing. */
export function withHops({ behind, ...instance }: DirectInstance): PlanningInstance {
  const options = [...instance.options, ...behind()];
  const parents = new Set(options.map((c) => c.parent));
  return { ...instance, options: options.filter((c) => c.serves.size > 0 || parents.has(c.id)) };
}

type LinkCost = { costEur: number; holes: number; downMbps: number; upMbps: number };
/** At least as good in all, better in one; of equals the first. */
const beats = (a: LinkCost, b: LinkCost): boolean =>
  a.costEur <= b.costEur &&
  a.holes <= b.holes &&
  a.downMbps >= b.downMbps &&
  a.upMbps >= b.upMbps &&
  (a.costEur < b.costEur || a.holes < b.holes || a.downMbps > b.downMbps || a.upMbps > b.upMbps);

/** Over the air only within a family. */
const meshes = (job: Job, link: Link, product: Product): boolean =>
  product.family !== '' && get(job, 'kit', get(job, 'unit', link.fromUnitId).kitId).family === product.family;

interface HopOption {
  candidate: Candidate;
  product: Product;
  unit: Unit;
}

/** Options one radio hop behind another: same family, where the far end serves what the near one does not. */
function wirelessHops(
  job: Job,
  scene: Scene,
  network: Network,
  options: readonly HopOption[],
  first: readonly CandidateOption[],
  serve: (backhaul: Backhaul) => Pick<CandidateOption, 'serves' | 'draws'>,
): CandidateOption[] {
  const received = makeReceived();
  const out: CandidateOption[] = [];
  const hoped = new Map<Id, CandidateOption['serves']>();
  // no feed allows more than that of the main unit itself
  const [root] = [...network.backhauls].sort((a, b) => b.mean.downMbps - a.mean.downMbps);
  // parents of one kind at one place with the same rates differ only in what they cost
  const known = new Map<string, ({ far: Backhaul } & Pick<CandidateOption, 'serves' | 'draws'>) | null>();
  for (const parent of first) {
    if (parent.product.family === '' || parent.product.kind === 'access-point') continue;
    const placed = network.placed.get(parent.unit.id);
    const backhaul = backhaulOver(job, scene, network, parent.link);
    if (!placed || typeof backhaul === 'string') continue;
    const behind: Network = { ...network, backhauls: [...network.backhauls, backhaul] };
    for (const { candidate, product, unit } of options) {
      if (candidate.id === parent.candidate.id || product.id !== parent.product.id) continue;
      const child = network.placed.get(unit.id);
      const [pairing] = airPairings(parent.product, product)
        .filter((p) => p.band !== '2.4')
        .sort((a, b) => Number(b.radio === 'dedicated') - Number(a.radio === 'dedicated'));
      if (!child || !pairing) continue;
      const use = pairing.radio === 'dedicated' ? 'backhaul' : 'access';
      receive(sourceOfUnit(scene, placed, use), ...child.at, received);
      const radio = radioOf(parent.product, pairing.band, use);
      const dbm = signalDbm(radio, received, bands.indexOf(pairing.band), placed.mountDb);
      if (dbm < leastLinkDbm) continue;
      // fed as well as the main unit is it would serve this, and never more
      const hope =
        hoped.get(unit.id) ??
        serve({
          ...child,
          hops: [],
          air: network.airs.get(unit.id) ?? backhaul.air,
          mean: root?.mean ?? backhaul.mean,
          cases: [root?.mean ?? backhaul.mean],
        }).serves;
      hoped.set(unit.id, hope);
      if ([...hope.keys()].every((id) => parent.serves.has(id))) continue;
      const link = linkTo(job, unit, parent.unit, { medium: 'wireless', ...pairing });
      const key = [unit.id, parent.unit.id, ...backhaul.cases.flatMap((c) => [c.downMbps, c.upMbps])].join(
        ' ',
      );
      const before = known.get(key);
      if (before === null) continue;
      let result = before;
      if (!result) {
        const far = backhaulOver(job, scene, behind, link);
        result = typeof far === 'string' ? undefined : { far, ...serve(far) };
        known.set(key, result ?? null);
      }
      if (!result || result.serves.size === 0) continue;
      const { far, serves, draws } = result;
      out.push({
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
        costEur: product.priceEur + (product.fitMinutes / 60) * hourEur,
        holes: 0,
        downMbps: far.mean.downMbps,
        upMbps: far.mean.upMbps,
        serves,
        draws,
      });
    }
  }
  return out;
}
