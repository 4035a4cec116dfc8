/** Everything that a proposal can be made of: units of the catalogue at candidates, each fed in some way, with what it costs and which spots it serves. */
import { keptOf } from './kept';
import { applyEdit, putOne } from '../job/edits';
import { find, get, type Job, jobFromRecords } from '../job/job';
import type { AnyRecord, Id, Link, Product, Spot, Unit } from '../job/records';
import { type Backhaul, backhaulOver, type Network, networkOf } from '../network/backhaul';
import { type BackhaulOption, backhaulOptions, bracketFor } from '../network/backhaulOptions';
import { predictFixed } from '../network/fixedDevices';
import { predictJob } from '../network/predict';
import type { Scene } from '../propagation/model';
import type { Candidate } from './candidate';
import { fits, namedPlaces, placesAside, unitAt } from './candidates';
import { optionSnags, worryEur } from './optionSnags';
import {
  type CandidateOption,
  type DirectInstance,
  type HopTest,
  hourEur,
  isNamed,
  overAirEur,
  type PlacedProduct,
  type PlanningInstance,
} from './planningInstance';
import { deviceSpots, spotServices } from './spotServices';
import { cabledFirst, deviceEnds, mayLay, servesOfEnd } from './deviceEnds';
import { optionsBehind } from './optionsBehind';
import { isPlace, predictPlaces, roomSpots, withoutHardest } from './roomSpots';
import { sparesAt, spareRouters } from './spareRouters';
import { roomyUnits, switchesBeside } from './switches';

/** So many units the scene keeps ready while it is planned over; some 0.2 MB each. */
const planningSources = 320;

export interface Rules {
  noDrilling: boolean;
  /** Least chance that a need is met. */
  sure: number;
  /** Candidates that may not be used. */
  forbidden?: ReadonlySet<string>;
}

/**
 * All options under some rules. Of the ways to feed one product at one place those stay that no other beats
 * in cost, holes and rate both ways: what serves no spot and can feed nothing is left out.
 */
export const planningInstance = (job: Job, scene: Scene, rules: Rules): PlanningInstance =>
  withHops(directInstance(job, scene, rules));

/** The catalogue at every place: what is kept, and a unit for each product that fits there. */
interface PlacedCatalogue {
  /** What is kept, under the rules asked for. */
  base: Job;
  scene: Scene;
  rules: Rules;
  candidates: Candidate[];
  places: PlacedProduct[];
  /** Ends of cables to devices among them, by unit. */
  endOf: ReadonlyMap<Id, Candidate>;
  ends: PlacedProduct[];
  /** Routers of the household that may be used again, and those of them that are no product of the job. */
  spares: ReturnType<typeof spareRouters>;
  lacking: Product[];
  /** The job with all those units in it. */
  big: Job;
  network: Network;
  /** The same with all units in their places. */
  over: Network;
}

function placedCatalogue(
  job: Job,
  scene: Scene,
  rules: Rules,
  among: (c: Candidate) => boolean,
): PlacedCatalogue {
  const kept = keptOf(job);
  const base = rules.noDrilling
    ? jobFromRecords([...kept.byId.values()].map((r) => (r.type === 'job' ? { ...r, noDrilling: true } : r)))
    : kept;
  const all = namedPlaces(base);
  const candidates = [...all, ...placesAside(base, all)].filter(
    (c) => among(c) && !rules.forbidden?.has(c.id) && !rules.forbidden?.has(c.asideOf ?? ''),
  );
  const ends = deviceEnds(base);
  const spares = spareRouters(base);
  const places = [
    ...placedAt(base, candidates),
    ...switchesBeside(base, candidates),
    ...sparesAt(base, candidates),
    ...ends,
  ];
  const lacking = spares.map((s) => s.product).filter((p) => !base.byId.has(p.id));
  const big = jobFromRecords([
    ...base.byId.values(),
    ...places.map((o) => o.unit),
    ...ends.map((e) => e.product),
    ...lacking,
  ]);
  scene.mostSources = planningSources;
  const network = networkOf(base, scene, 'planned');
  const { placed, airs } = networkOf(big, scene, 'planned');
  return {
    ...{ base, scene, rules, candidates, places, ends, spares, lacking, big, network },
    endOf: new Map(ends.map((e) => [e.unit.id, e.candidate])),
    over: { ...network, placed, airs },
  };
}

/** What is served already surely enough: spots, fixed devices and places of rooms. */
const servedAlready = ({ base, scene, network, rules }: PlacedCatalogue): CandidateOption['serves'] =>
  new Map(
    [
      ...predictJob(base, scene, network, { why: false }),
      ...predictFixed(base, scene, network),
      ...predictPlaces(base, scene, network),
    ]
      .filter((p) => p.certainty >= rules.sure)
      .map(({ spotId, certainty, headroomDb, downMbps, rssiDbm }) => [
        spotId,
        { certainty, headroomDb, downMbps, dbm: rssiDbm ?? -Infinity },
      ]),
  );

/** Needs of a planning instance, and what a unit gives them. */
interface Needs {
  spots: Spot[];
  served: CandidateOption['serves'];
  hopes: PlanningInstance['hopes'];
  /** Devices that get a cable whatever the air gives. */
  onCable: Set<Id>;
  serve: (backhaul: Backhaul) => Pick<CandidateOption, 'serves' | 'draws'>;
  /** The same, not noted as a hope. */
  hoped: (backhaul: Backhaul) => CandidateOption['serves'];
}

function needsOf(placed: PlacedCatalogue, reachM: number): Needs {
  const { base, scene, over, endOf, rules } = placed;
  const spots = [
    ...[...base.spots].sort((a, b) => a.number - b.number),
    ...deviceSpots(base),
    ...roomSpots(base),
  ];
  const served = servedAlready(placed);
  // a place of a room that is served needs nothing more; spots draw on whoever serves them best
  const open = spots.filter((s) => !(isPlace(s) && served.has(s.id)));
  const draws = spotServices(base, scene, over, open, reachM);
  const hopes: PlanningInstance['hopes'] = new Map();
  const onCable = new Set<Id>();
  const drawsOf = (backhaul: Backhaul): CandidateOption['draws'] => {
    const end = endOf.get(backhaul.unit.id);
    if (end) return servesOfEnd(base, end, backhaul).draws;
    const drawn = draws(backhaul);
    for (const id of onCable) drawn.delete(id);
    return drawn;
  };
  const serve = (backhaul: Backhaul): Pick<CandidateOption, 'serves' | 'draws'> => {
    const drawn = drawsOf(backhaul);
    for (const [id, { certainty }] of drawn)
      if (certainty > (hopes.get(id)?.certainty ?? 0))
        hopes.set(id, { certainty, words: `${backhaul.product.name} ${backhaul.unit.name}` });
    return { serves: sureOf(drawn, rules.sure), draws: drawn };
  };
  return {
    ...{ spots, served, hopes, onCable, serve },
    hoped: (backhaul) => sureOf(drawsOf(backhaul), rules.sure),
  };
}

/** What is wrong with a unit and its link by itself, whatever else is chosen; nothing with the end of a cable. */
const snagsAt = (
  { base, scene, network, over, lacking, endOf }: PlacedCatalogue,
  unit: Unit,
  link: Link | null,
  also: readonly AnyRecord[],
) => {
  const placed = over.placed.get(unit.id);
  return placed && !endOf.has(unit.id)
    ? optionSnags(base, scene, network, { unit, link, also: [...lacking, ...also] }, placed)
    : [];
};

/** The ways to feed a unit from what is kept, with what they cost, that nothing is certainly wrong with and no other beats. */
function waysTo(placed: PlacedCatalogue, mains: readonly Unit[], at: PlacedProduct) {
  const { base, scene, big, over } = placed;
  const { candidate, product, unit } = at;
  const mayBe = ({ link, whyNot, downMbps }: BackhaulOption): boolean =>
    whyNot === null &&
    downMbps > 0 &&
    (candidate.kind !== 'device' || (link.medium === 'ethernet' && mayLay(base, at, link.fromUnitId))) &&
    // what takes its power over the cable gets none over anything else
    (link.medium === 'ethernet' || product.poeIn === null) &&
    (link.medium !== 'wireless' || meshes(base, link, product));
  const ways = backhaulOptions(big, scene, unit, over, mains, { judged: false })
    .filter(mayBe)
    .flatMap((o) => {
      const snags = snagsAt(placed, unit, o.link, o.also);
      if (snags.some((s) => s.sure === 'certain')) return [];
      const bracket = bracketFor(base, product, unit.mount);
      const minutes = o.minutes + product.fitMinutes + (bracket?.fitMinutes ?? 0);
      const partsEur = o.costEur + product.priceEur + (bracket?.priceEur ?? 0);
      const air = o.link.medium === 'wireless' ? overAirEur(base) : 0;
      const costEur = partsEur + (minutes / 60) * hourEur + worryEur(snags, hourEur) + air;
      const also = bracket && !find(base, 'kit', bracket.id) ? [...o.also, bracket] : o.also;
      return [{ ...o, also, minutes, partsEur, costEur }];
    });
  return ways.filter((w) => !ways.some((o) => o !== w && beats(o, w)));
}

/** The options of a product at a place, fed straight from what is kept. */
function optionsAt(
  placed: PlacedCatalogue,
  mains: readonly Unit[],
  serve: Needs['serve'],
  at: PlacedProduct,
): CandidateOption[] {
  const { scene, big, over, lacking } = placed;
  const { candidate, product, unit } = at;
  return waysTo(placed, mains, at).flatMap((way, i): CandidateOption[] => {
    const changed = way.also.filter((r) => r.type === 'service');
    const withNew = changed.length ? applyEdit(big, putOne('', ...changed)).job : big;
    const backhaul = backhaulOver(withNew, scene, over, way.link);
    if (typeof backhaul === 'string') return [];
    const { link, partsEur, minutes, costEur, holes, downMbps, upMbps } = way;
    return [
      {
        ...{ id: `${unit.id}-${i}`, candidate, product, unit, link, parent: null },
        also: [...way.also, ...lacking.filter((p) => p.id === product.id)],
        label: `${way.label} from ${way.fromLetter}`,
        ...{ partsEur, minutes, costEur, holes, downMbps, upMbps },
        ...serve(backhaul),
      },
    ];
  });
}

/**
 * The same with options at places that have names, fed straight from what is kept: a fraction of the work.
 * @param among places that are looked at; all where none are given. @param reachM farther off in one building no unit is taken to serve.
 */
export function directInstance(
  job: Job,
  scene: Scene,
  rules: Rules,
  among: (c: Candidate) => boolean = () => true,
  reachM = Infinity,
): DirectInstance {
  const placed = placedCatalogue(job, scene, rules, among);
  const { base, candidates, places, ends, endOf, spares, lacking, big, network, over } = placed;
  const { spots, served, hopes, onCable, serve, hoped } = needsOf(placed, reachM);
  const mains = network.backhauls.map((f) => f.unit);
  const direct = new Map<Id, CandidateOption[]>();
  const made = (at: PlacedProduct): CandidateOption[] => {
    const options = optionsAt(placed, mains, serve, at);
    direct.set(at.unit.id, options);
    return options;
  };
  const toDevices = ends.flatMap(made);
  for (const id of cabledFirst(base, toDevices)) {
    onCable.add(id);
    served.delete(id);
  }
  const options = [...places.filter((p) => isNamed(p) && !endOf.has(p.unit.id)).flatMap(made), ...toDevices];
  let beside: CandidateOption[] | null = null;
  return {
    ...{ base, scene, network, kept: mains, served, options, hopes },
    candidates: candidates.filter((c) => c.asideOf === undefined),
    spots: withoutHardest(spots, (id) => served.get(id)?.certainty ?? hopes.get(id)?.certainty ?? 0),
    stock: new Map(spares.map((s) => [s.product.id, s.count])),
    all: candidates,
    aside: () => (beside ??= places.filter((p) => !isNamed(p)).flatMap(made)),
    ...optionsBehind({
      lacking,
      ...{ job: big, scene, network: over, places, direct, serve, served, hoped, reachM },
      roomy: roomyUnits(base),
      snagsAt: (unit) => snagsAt(placed, unit, null, []),
    }),
  };
}

/** Every product that can be bought and fitted, at each place. */
const placedAt = (job: Job, candidates: readonly Candidate[]): PlacedProduct[] =>
  candidates.flatMap((candidate) =>
    job.kits
      .filter((product) => fits(product, candidate))
      .map((product) => ({
        candidate,
        product,
        unit: unitAt(product, candidate, `p-${candidate.id}-${product.id}`, 'Z9'),
      })),
  );

/** Those that are served surely enough. */
const sureOf = (draws: CandidateOption['draws'], sure: number): CandidateOption['serves'] =>
  new Map([...draws].filter(([, s]) => s.certainty >= sure));

/** An instance with the options behind others at places that have names too; without those that serve nothing and feed nothing. */
export function withHops(
  { behind, ...instance }: DirectInstance,
  test: HopTest = () => true,
): PlanningInstance {
  const once = behind(
    instance.options,
    (parent, to, costEur) => (to === null || isNamed(to)) && test(parent, to, costEur),
  );
  return withBehind(instance, once);
}

/** An instance with more options; without those that serve nothing and feed nothing that serves. */
export function withBehind(instance: PlanningInstance, more: readonly CandidateOption[]): PlanningInstance {
  const options = [...new Map([...instance.options, ...more].map((c) => [c.id, c])).values()];
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

/** Over the air only within a family; an extender repeats whatever it hears. */
const meshes = (job: Job, link: Link, product: Product): boolean =>
  product.kind === 'extender' ||
  (product.family !== '' &&
    get(job, 'kit', get(job, 'unit', link.fromUnitId).kitId).family === product.family);
