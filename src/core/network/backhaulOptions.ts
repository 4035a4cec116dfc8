/** Every way to feed a unit, computed side by side: what it gives, costs and breaks. */
import { filterProduct, passesBand, replaced, splitterProduct, splittersOn } from '../media/coaxParts';
import { signalDbm } from './signal';
import { applyEdit, putOne } from '../job/edits';
import { find, type Job } from '../job/job';
import { spotNeed } from '../job/needs';
import { bands, type AnyRecord, type Id, type Product, type Link, type Unit } from '../job/records';
import { productLibrary } from '../templates/products';
import { signalAt } from '../propagation/signalsKept';
import { placeInSpace } from '../propagation/scene';
import type { Scene } from '../propagation/model';
import { airPairings, uplinksInCircle, linkTo } from './linkTo';
import { cableCautions, type CableEstimate, cableEstimate } from '../media/cableEstimate';
import { accessesOf, accessRates, chanceMet, delivered, signalFor } from './delivery';
import { noiseAt } from './disturbance';
import { type Backhaul, backhaulOver, type Network, networkOf } from './backhaul';
import { sourceOfUnit } from './hops';
import { mediumWords } from '../media/mediumWords';
import { nearServicePoint } from '../media/nearServicePoint';
import { runsOutdoors } from '../job/site';
import { cableCost } from './cablePrice';
import { testDevice } from '../job/testDevice';

/** One row of a unit's table of media. */
export interface BackhaulOption {
  link: Link;
  /** Records that taking it needs besides the link: adapters that the job's catalogue lacks. */
  also: AnyRecord[];
  fromLetter: string;
  label: string;
  /** To the unit, Mbps; 0 when nothing comes. */
  downMbps: number;
  upMbps: number;
  /** The worst of the spots that this unit would serve, and what it then gets; null when it serves none. */
  worst: { spotId: Id; downMbps: number; certainty: number } | null;
  costEur: number;
  minutes: number;
  holes: number;
  cautions: string[];
  /** In words why it can't be taken; null when it can. */
  whyNot: string | null;
  taken: boolean;
}

type Priced = Pick<BackhaulOption, 'link' | 'also' | 'costEur' | 'minutes' | 'holes' | 'cautions' | 'whyNot'>;

/** Products of a kind for adapters: the job's own, else the library's. */
const adapterProducts = (job: Job, kind: Product['kind']): Product[] => {
  const plain = (k: Product) => k.kind === kind && k.radios.length === 0;
  const own = job.kits.filter(plain);
  return own.length ? own : productLibrary.filter(plain);
};

/** Surge protectors and sealed entries of a cable that leaves the building: one at each end. */
export const perCable = 2;
const cheapest = (products: readonly Product[]): Product | null =>
  [...products].sort((a, b) => a.priceEur - b.priceEur)[0] ?? null;
/** The cheapest surge protector of the job, else of the library. */
export const surgeProtector = (job: Job): Product | null => cheapest(adapterProducts(job, 'surge'));
/** What seals the entry of a cable: a sleeve and sealant. */
export const entrySeal = (job: Job): Product | null => cheapest(adapterProducts(job, 'fitting'));
/** The bracket that holds a weatherproof unit on a wall or post; null for what brings its own plate. */
export const bracketFor = (job: Job, product: Product, mount: Unit['mount']): Product | null =>
  product.weatherproof && (mount === 'wall' || mount === 'pole')
    ? cheapest(adapterProducts(job, 'mount'))
    : null;

function wiredOptions(job: Job, scene: Scene, unit: Unit, from: Unit): Priced[] {
  // a way that is drawn stays as drawn
  const present = job.links.find((l) => l.unitId === unit.id && l.fromUnitId === from.id);
  const points = present?.points ?? [];
  const cable = cableEstimate(job, scene, from, unit, points);
  return (['ethernet', 'fibre'] as const).map((medium) => cableLink(job, unit, from, cable, medium, points));
}

/** A new cable as a link, with what it costs. @param points corners of its way, where it is drawn. */
export function cableLink(
  job: Job,
  unit: Unit,
  from: Unit,
  cable: CableEstimate,
  medium: 'ethernet' | 'fibre',
  points: Link['points'] = [],
): Priced {
  // as the record keeps it, so that the bill says the same
  const lengthM = Math.round(cable.lengthM * 10) / 10;
  const category = medium === 'ethernet' ? 'cat6' : null;
  const outdoors = runsOutdoors(job, from, unit);
  const laid = cableCost({ medium, category, lengthM, holes: cable.holes, outdoors });
  const seals = cable.apart ? entrySeal(job) : null;
  const power = medium === 'ethernet' ? injectorFor(job, unit, from) : null;
  const surge = medium === 'ethernet' && cable.apart ? surgeProtector(job) : null;
  return {
    link: linkTo(job, unit, from, {
      medium,
      lengthM,
      category,
      holes: cable.holes,
      points,
      adapterKitId: power?.id ?? null,
    }),
    also: [power, surge, seals].flatMap((p) => (p && !find(job, 'kit', p.id) ? [p] : [])),
    costEur:
      laid.partsEur + (power?.priceEur ?? 0) + perCable * ((surge?.priceEur ?? 0) + (seals?.priceEur ?? 0)),
    minutes:
      laid.minutes +
      (power?.fitMinutes ?? 0) +
      perCable * ((surge?.fitMinutes ?? 0) + (seals?.fitMinutes ?? 0)),
    holes: cable.holes,
    cautions: cableCautions(cable, medium),
    whyNot: cable.whyNot,
  };
}

/** The injector that a unit fed over its cable needs where the unit before it gives no power. */
function injectorFor(job: Job, unit: Unit, from: Unit): Product | null {
  const [product, source] = [find(job, 'kit', unit.kitId), find(job, 'kit', from.kitId)];
  if (!product?.poeIn || (source?.poePorts ?? 0) > 0) return null;
  return adapterProducts(job, 'injector')[0] ?? null;
}

/** Adapters of a link: a unit that is a powerline adapter itself needs one more, at the other end; any other a pair. */
export const adaptersFor = (unitKit: Product | undefined, medium: Link['medium']): number =>
  medium === 'ethernet' || (medium === 'powerline' && unitKit?.mains) ? 1 : 2;

const nothing = { also: [], costEur: 0, minutes: 0 };

/** A coax link's filter and new splitters, with the splitters as they are then. */
function coaxExtras(
  job: Job,
  ends: Pick<Link, 'fromServiceId' | 'toServiceId'>,
): Pick<Priced, 'also' | 'costEur' | 'minutes'> {
  const splitters = splittersOn(job, ends).flatMap((s) => {
    const product = s.rated === 'yes' ? undefined : splitterProduct(job, s);
    return product ? [{ splitter: s, product }] : [];
  });
  const filter = filterProduct(job);
  const products = [...(filter ? [filter] : []), ...splitters.map((s) => s.product)];
  return {
    also: splitters.filter((s) => !passesBand(s.splitter)).map((s) => replaced(s.splitter)),
    costEur: products.reduce((sum, k) => sum + k.priceEur, 0),
    minutes: products.reduce((sum, k) => sum + k.fitMinutes, 0),
  };
}

function outletOptions(job: Job, unit: Unit, from: Unit, medium: 'coax' | 'powerline'): Priced[] {
  const kind = medium === 'coax' ? 'coax' : 'socket';
  const [a, b] = [nearServicePoint(job, from, kind), nearServicePoint(job, unit, kind)];
  const count = adaptersFor(find(job, 'kit', unit.kitId), medium);
  return adapterProducts(job, medium).flatMap((product): Priced[] => {
    const more =
      medium === 'coax'
        ? coaxExtras(job, { fromServiceId: a?.id ?? null, toServiceId: b?.id ?? null })
        : nothing;
    const rest = {
      also: [...(find(job, 'kit', product.id) ? [] : [product]), ...more.also],
      costEur: count * product.priceEur + more.costEur,
      minutes: count * product.fitMinutes + more.minutes,
      holes: 0,
      cautions:
        medium === 'coax'
          ? [
              ...(filterProduct(job) ? [] : ['a filter is needed at the coax entry']),
              ...more.also.map((s) =>
                'name' in s ? `${s.name}: replace it with one made for the band` : '',
              ),
            ]
          : product.mains?.passThrough
            ? []
            : ['its plug may cover the next socket'],
    };
    if (!a || !b || a.id === b.id) {
      if (medium === 'coax') return [];
      const lacks = a ? unit : from;
      const ends = { fromServiceId: null, toServiceId: null, adapterKitId: null };
      const whyNot = a && b ? 'both would use one socket' : `no socket near ${lacks.letter}`;
      return [{ ...rest, link: linkTo(job, unit, from, { medium, ...ends }), whyNot }];
    }
    const ends = { fromServiceId: a.id, toServiceId: b.id, adapterKitId: product.id };
    return [{ ...rest, link: linkTo(job, unit, from, { medium, ...ends }), whyNot: null }];
  });
}

function wirelessOptions(job: Job, unit: Unit, from: Unit): Priced[] {
  const [a, b] = [find(job, 'kit', from.kitId), find(job, 'kit', unit.kitId)];
  if (!a || !b) return [];
  return airPairings(a, b).map((p) => ({
    link: linkTo(job, unit, from, { medium: 'wireless', ...p }),
    also: [],
    costEur: 0,
    minutes: 0,
    holes: 0,
    cautions: p.radio === 'shared' ? ['shares airtime with the devices'] : [],
    whyNot: null,
  }));
}

const labelOf = (link: Link, product: Product | undefined): string => {
  if (link.medium === 'ethernet') return product ? 'Ethernet, cat 6, with an injector' : 'Ethernet, cat 6';
  if (link.medium !== 'wireless') return product?.name ?? mediumWords[link.medium];
  return `Wireless, ${link.band} GHz${link.radio === 'dedicated' ? ', dedicated backhaul radio' : ', shared'}`;
};

/** Same way, whatever its length: a table marks what is taken. */
const sameLink = (a: Link, b: Link) =>
  a.fromUnitId === b.fromUnitId &&
  a.medium === b.medium &&
  a.radio === b.radio &&
  a.band === b.band &&
  a.adapterKitId === b.adapterKitId;

/**
 * All ways to feed a unit from the planned units that do not hang on it: Ethernet, fibre, coax,
 * powerline, a radio of its own, a shared radio. Best first; what can't be taken comes last, with why.
 * @param feeders the units that may feed it: all of the plan. @param judged whether the worst spot is worked out.
 */
export function backhaulOptions(
  job: Job,
  scene: Scene,
  unit: Unit,
  network = networkOf(job, scene, 'planned'),
  feeders: readonly Unit[] = job.units.filter((u) => u.planned),
  { judged = true }: { judged?: boolean } = {},
): BackhaulOption[] {
  const present = job.links.find((l) => l.unitId === unit.id);
  const serves = judged ? servedBy(job, scene, network, unit) : () => null;
  const rows = feeders
    .filter((u) => u.id !== unit.id && !uplinksInCircle(job, unit.id, u.id))
    .flatMap((from) =>
      [
        ...wiredOptions(job, scene, unit, from),
        ...outletOptions(job, unit, from, 'coax'),
        ...outletOptions(job, unit, from, 'powerline'),
        ...wirelessOptions(job, unit, from),
      ].map((option): BackhaulOption => {
        const row = {
          ...option,
          fromLetter: from.letter,
          label: labelOf(option.link, productOf(job, option)),
          downMbps: 0,
          upMbps: 0,
          worst: null,
          taken: present !== undefined && sameLink(present, option.link),
        };
        if (option.whyNot && option.link.fromServiceId === null && option.link.medium === 'powerline')
          return row;
        const withKits = option.also.length ? applyEdit(job, putOne('', ...option.also)).job : job;
        const backhaul = backhaulOver(withKits, scene, network, option.link);
        if (typeof backhaul === 'string') return { ...row, whyNot: option.whyNot ?? backhaul };
        const hop = backhaul.hops.at(-1);
        const rate = toUnit(backhaul);
        return {
          ...row,
          ...rate,
          whyNot: option.whyNot ?? (rate.downMbps > 0 && rate.upMbps > 0 ? null : 'signal too weak'),
          worst: judged ? serves(backhaul) : null,
          cautions: [...option.cautions, ...(hop?.wire?.words ?? [])],
        };
      }),
    );
  const rank = (o: BackhaulOption) => (o.whyNot ? 1 : 0);
  return rows.sort((a, b) => rank(a) - rank(b) || b.downMbps - a.downMbps || a.costEur - b.costEur);
}

const productOf = (job: Job, { link, also }: Priced): Product | undefined =>
  find(job, 'kit', link.adapterKitId) ??
  also.find((r): r is Product => r.type === 'kit' && r.id === link.adapterKitId);

/** What comes to a unit itself, its shared hops counted. */
function toUnit(backhaul: Backhaul): { downMbps: number; upMbps: number } {
  const shared = (way: 'sharedDown' | 'sharedUp') =>
    Math.min(...bands.map((b) => (backhaul.mean[way][b] > 0 ? 1 / backhaul.mean[way][b] : Infinity)));
  return {
    downMbps: Math.min(backhaul.mean.downMbps, shared('sharedDown')),
    upMbps: Math.min(backhaul.mean.upMbps, shared('sharedUp')),
  };
}

/**
 * What the spots nearest to a unit by signal get from it, for any way to feed it: the signals do not
 * hang on the link and are worked out once.
 */
function servedBy(
  job: Job,
  scene: Scene,
  network: Network,
  unit: Unit,
): (backhaul: Backhaul) => BackhaulOption['worst'] {
  const device = testDevice(job);
  const signalOf = (backhaul: Backhaul | undefined, at: readonly [number, number, number]) => {
    if (!backhaul || !device) return [];
    const received = signalAt(sourceOfUnit(scene, backhaul, 'access'), at);
    return accessesOf(backhaul, device, 0).map((access) => {
      const b = bands.indexOf(access.band);
      const dbm = signalDbm(access.radio, received, b, backhaul.mountDb);
      return { band: access.band, dbm, spreadDb: received.spreadDb[b] ?? 1 };
    });
  };
  const strongest = (list: { dbm: number }[]) => Math.max(-Infinity, ...list.map((s) => s.dbm));
  const others = network.backhauls.filter((f) => f.unit.id !== unit.id);
  const spots = job.spots.map((spot) => {
    const at = placeInSpace(job, spot);
    const noise = noiseAt(scene, network.disturbers, ...at);
    const need = spotNeed(job, spot);
    return {
      spot,
      at,
      noise,
      need,
      rival: Math.max(-Infinity, ...others.map((f) => strongest(signalOf(f, at)))),
    };
  });
  let own: { spot: (typeof spots)[number]; signals: ReturnType<typeof signalOf> }[] | undefined;
  return (backhaul) => {
    if (!device) return null;
    own ??= spots
      .map((spot) => ({ spot, signals: signalOf(backhaul, spot.at) }))
      .filter(({ spot, signals }) => strongest(signals) > spot.rival);
    let worst: BackhaulOption['worst'] = null;
    for (const { spot, signals } of own) {
      const { need, noise } = spot;
      let down = 0;
      let certainty = 0;
      for (const access of accessesOf(backhaul, device, job.info.streetLatencyMs)) {
        const signal = signals.find((s) => s.band === access.band);
        if (!signal) continue;
        const rates = accessRates(access, signal.dbm, noise);
        down = Math.max(down, delivered(backhaul.mean, access.band, rates.down, 'down'));
        const thresholds = backhaul.cases.map(signalFor(access, need, noise));
        certainty = Math.max(certainty, chanceMet(thresholds, backhaul.shares, signal.dbm, signal.spreadDb));
      }
      const capped = Math.min(down, device.capMbps ?? Infinity);
      const row = { spotId: spot.spot.id, downMbps: capped, certainty };
      if (!worst || certainty < worst.certainty || (certainty === worst.certainty && capped < worst.downMbps))
        worst = row;
    }
    return worst;
  };
}
