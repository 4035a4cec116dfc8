import { get, type Job } from '../job/job';
import { bands, type Band, type Id, type Link, type Unit } from '../job/records';
import { mountLossDb } from '../propagation/mount';
import { axisOf } from '../propagation/pattern';
import { placeInSpace } from '../propagation/scene';
import { normalParts } from '../statistics/normal';
import { goodputIn } from '../wifi/airTime';
import { channelOfRadio, productAsSet } from './productAsSet';
import { type Disturber, disturbersOf, noiseAt, noNoise } from './disturbance';
import {
  type Hop,
  hopOf,
  type PlacedUnit,
  radioOf,
  type SignalOffset,
  type UnitAir,
  tcpFraction,
} from './hops';
import type { Scene } from '../propagation/model';

/** Which network is looked at: the one found in the house, or the one planned. */
export type Scenario = 'found' | 'planned';

/** What the way to a unit allows, for one guess of its hops' signals. */
export interface BackhaulCapacity {
  /** Everything that shares nothing with the access radio: plan, ports, wires, other radios. */
  downMbps: number;
  upMbps: number;
  /** Per band, Σ 1/rate of the hops on the access radio's own channel. */
  sharedDown: Record<Band, number>;
  sharedUp: Record<Band, number>;
}

/** How a unit is fed, from the street to it. */
export interface Backhaul extends PlacedUnit {
  hops: Hop[];
  /** At mean signals. */
  mean: BackhaulCapacity;
  /**
   * Cases of what is uncertain in the hops, worst first, and how likely each is; one case when nothing is. Two hops
   * over the air have some hundreds: they are worked out when asked for, and only those asked for last are kept.
   */
  readonly cases: readonly BackhaulCapacity[];
  readonly shares: readonly number[];
  /** The channel of each band's access radio, how busy neighbours keep it, and the noise at the unit. */
  air: Record<Band, UnitAir>;
}

export interface Network {
  backhauls: Backhaul[];
  /** Units that nothing feeds, with the reason in words. */
  withoutUplink: { unit: Unit; why: string }[];
  /** What disturbs 2.4 GHz in the house. */
  disturbers: Disturber[];
  /** All units of the scenario, fed or not, and the air at each. */
  placed: ReadonlyMap<Id, PlacedUnit>;
  airs: ReadonlyMap<Id, Record<Band, UnitAir>>;
}

const place = (job: Job, scene: Scene, unit: Unit): PlacedUnit => {
  const at = placeInSpace(job, unit);
  return {
    unit,
    product: productAsSet(job, get(job, 'kit', unit.kitId), unit),
    at,
    axis: axisOf(unit),
    mountDb: mountLossDb(scene, unit.mount, at),
  };
};

/**
 * Works out how each unit of a scenario is fed. A unit without a link is a main unit when its product
 * can be one (main, router); any other is unfed.
 */
export function networkOf(
  job: Job,
  scene: Scene,
  scenario: Scenario,
  offset: SignalOffset = () => 0,
): Network {
  const units = job.units.filter((u) => (scenario === 'found' ? u.found : u.planned));
  const placed = new Map(units.map((u) => [u.id, place(job, scene, u)]));
  const feeder = new Map(job.links.filter((l) => placed.has(l.unitId)).map((l) => [l.unitId, l]));
  const disturbers = disturbersOf(job);
  const airs = new Map([...placed].map(([id, p]) => [id, airOf(job, scene, p, disturbers)]));
  const network: Network = { backhauls: [], withoutUplink: [], disturbers, placed, airs };
  const hopCache = new Map<Id, Hop | string>();
  const hop = (l: Link): Hop | string => {
    const known = hopCache.get(l.id) ?? hopOf(job, scene, l, placed, airs, offset);
    hopCache.set(l.id, known);
    return known;
  };
  for (const start of placed.values()) {
    const hops: Hop[] = [];
    let why = '';
    let at = start;
    for (let l = feeder.get(at.unit.id); l && !why; l = feeder.get(at.unit.id)) {
      const h = hop(l);
      if (typeof h === 'string') why = h;
      else {
        hops.unshift(h);
        at = h.from;
      }
    }
    if (!why && at.product.kind !== 'main' && at.product.kind !== 'router')
      why = `${at.unit.letter} has no uplink`;
    if (why) network.withoutUplink.push({ unit: start.unit, why });
    else {
      const air = airs.get(start.unit.id) ?? airOf(job, scene, start, network.disturbers);
      network.backhauls.push(fedBy(job, { ...start, hops, air }, at));
    }
  }
  return network;
}

/**
 * How a unit would be fed over a link that is not in the network, from a unit that is fed and does not
 * hang on it; or in words why it would not be.
 */
export function backhaulOver(job: Job, scene: Scene, network: Network, link: Link): Backhaul | string {
  const parent = network.backhauls.find((f) => f.unit.id === link.fromUnitId);
  const unit = network.placed.get(link.unitId);
  const air = network.airs.get(link.unitId);
  if (!parent || !unit || !air) return 'its uplink unit has no uplink itself';
  const hop = hopOf(job, scene, link, network.placed, network.airs, () => 0);
  if (typeof hop === 'string') return hop;
  const hops = [...parent.hops, hop];
  return fedBy(job, { ...unit, hops, air }, hops[0]?.from ?? parent);
}

/** What the air is at a unit, band by band. */
function airOf(
  job: Job,
  scene: Scene,
  { unit, product, at }: PlacedUnit,
  disturbers: readonly Disturber[],
): Record<Band, UnitAir> {
  const noise = disturbers.length ? noiseAt(scene, disturbers, ...at) : noNoise;
  const of = (band: Band): UnitAir => {
    const { widthMHz, eirpDbm } = radioOf(product, band, 'access') ?? { widthMHz: 20 as const, eirpDbm: 0 };
    const set = unit.channels[band];
    // without a channel there is no radio either
    const on = channelOfRadio(job, unit, { band, widthMHz, eirpDbm }, set) ?? { channel: 1, busyShare: 0 };
    const { channel, busyShare } = on;
    return { channel, chosen: set === null, busyShare, noise: band === '2.4' ? noise : noNoise };
  };
  return { '2.4': of('2.4'), '5': of('5'), '6': of('6') };
}

const zeroPerBand = (): Record<Band, number> => ({ '2.4': 0, '5': 0, '6': 0 });

/** What a chain of hops allows when the i-th of those that are uncertain is off by `shift(i)` standard deviations. @param main the unit at its start. */
export function backhaulCapacity(
  job: Job,
  main: PlacedUnit,
  hops: readonly Hop[],
  shift: (i: number) => number,
): BackhaulCapacity {
  const port = main.product.portMbps * tcpFraction;
  const result: BackhaulCapacity = {
    downMbps: Math.min(job.info.planDownMbps, port),
    upMbps: Math.min(job.info.planUpMbps, port),
    sharedDown: zeroPerBand(),
    sharedUp: zeroPerBand(),
  };
  // hops on a radio of their own share airtime with each other, band by band
  const own = { down: zeroPerBand(), up: zeroPerBand() };
  let radios = 0;
  for (const h of hops) {
    if (!h.wireless) {
      // weaker by so many deviations is more loss; the ports and adapters stay as they are
      const off = h.wire ? -shift(radios++) * h.wire.spreadDb : 0;
      const medium = h.wire && off !== 0 ? h.wire.mediumMbps(off) * tcpFraction : Infinity;
      result.downMbps = Math.min(result.downMbps, h.downMbps, medium);
      result.upMbps = Math.min(result.upMbps, h.upMbps, medium);
      continue;
    }
    const { band, downDbm, upDbm, spreadDb, mode, downAir, upAir } = h.wireless;
    const off = shift(radios++) * spreadDb;
    const down = 1 / goodputIn(downAir, downDbm + off, mode);
    const up = 1 / goodputIn(upAir, upDbm + off, mode);
    if (h.link.radio === 'dedicated') {
      own.down[band] += down;
      own.up[band] += up;
    } else {
      result.sharedDown[band] += down;
      result.sharedUp[band] += up;
    }
  }
  for (const band of bands) {
    result.downMbps = Math.min(result.downMbps, 1 / own.down[band]);
    result.upMbps = Math.min(result.upMbps, 1 / own.up[band]);
  }
  return result;
}

/** Rates of a hop, Mbps, when its radio or its wire is off by z standard deviations. */
function ratesAt({ wireless, wire }: Hop, z: number): number[] {
  if (!wireless) return [wire ? wire.mediumMbps(-z * wire.spreadDb) : Infinity];
  const { downDbm, upDbm, spreadDb, mode, downAir, upAir } = wireless;
  return [goodputIn(downAir, downDbm + z * spreadDb, mode), goodputIn(upAir, upDbm + z * spreadDb, mode)];
}

/** The parts of the normal curve, those taken together at which hops that move with one another carry the same. */
function differentParts(hops: readonly Hop[]): { z: number; share: number }[] {
  const parts = new Map<string, { z: number; share: number }>();
  for (const { z, share } of normalParts) {
    const key = hops.map((h) => ratesAt(h, z).join()).join();
    const same = parts.get(key);
    if (same) same.share += share;
    else parts.set(key, { z, share });
  }
  return [...parts.values()];
}

type Cases = Pick<Backhaul, 'cases' | 'shares'>;
/** Cases that were asked for last, by what they are of: the oldest goes first. */
const casesKept = new Map<object, Cases>();
/** Most of them; some 60 kB each with two hops over the air. */
const mostCases = 200;

/** A unit with what feeds it. @param main the unit at the start of its hops. */
function fedBy(job: Job, unit: PlacedUnit & Pick<Backhaul, 'hops' | 'air'>, main: PlacedUnit): Backhaul {
  const mean = backhaulCapacity(job, main, unit.hops, () => 0);
  const cases = (): Cases => {
    const known = casesKept.get(backhaul);
    if (known) return known;
    const made = casesOf(job, main, unit.hops, mean);
    const [oldest] = casesKept.keys();
    if (casesKept.size >= mostCases && oldest) casesKept.delete(oldest);
    casesKept.set(backhaul, made);
    return made;
  };
  const backhaul: Backhaul = {
    ...unit,
    mean,
    get cases() {
      return cases().cases;
    },
    get shares() {
      return cases().shares;
    },
  };
  return backhaul;
}

function casesOf(job: Job, main: PlacedUnit, hops: readonly Hop[], mean: BackhaulCapacity): Cases {
  const uncertain = hops.filter((h) => h.wireless ?? h.wire);
  if (uncertain.length === 0) return { cases: [mean], shares: [1] };
  // two hops vary apart; a third moves with the first, a fourth with the second
  const second = differentParts(uncertain.filter((_, i) => i % 2 === 1));
  const both = differentParts(uncertain.filter((_, i) => i % 2 === 0)).flatMap((a) =>
    second.map((b) => ({ a, b })),
  );
  return {
    cases: both.map(({ a, b }) => backhaulCapacity(job, main, hops, (i) => (i % 2 ? b.z : a.z))),
    shares: both.map(({ a, b }) => a.share * b.share),
  };
}

/** The link that feeds a unit, if any. */
export const linkOf = (job: Job, unitId: Id): Link | undefined => job.links.find((l) => l.unitId === unitId);
