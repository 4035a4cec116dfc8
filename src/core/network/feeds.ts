import { get, type Job } from '../job/job';
import { bands, type Band, type Id, type Kit, type Link, type Radio, type Unit } from '../job/records';
import { makeCrossings, type Crossings } from '../propagation/crossings';
import { axisOf, patternGain } from '../propagation/pattern';
import { makePathLoss, pathLoss } from '../propagation/pathLoss';
import { placeInSpace, type Scene } from '../propagation/scene';
import { normalFifths } from '../statistics/normal';
import { commonMode, radioLink, type RadioMode } from '../wifi/radioLink';
import { wiredMbps } from './wired';

/** Which network is looked at: the one found in the house, or the one planned. */
export type Scenario = 'found' | 'planned';

/** A unit with its kit and its place in space. */
export interface PlacedUnit {
  unit: Unit;
  kit: Kit;
  at: [number, number, number];
  axis: [number, number, number];
}

/** One link on the way from the street to a unit. */
export interface Hop {
  link: Link;
  from: PlacedUnit;
  to: PlacedUnit;
  /** Alone, at the mean signal, Mbps. */
  downMbps: number;
  upMbps: number;
  /** Wireless only. */
  wireless: { band: Band; downDbm: number; upDbm: number; spreadDb: number; mode: RadioMode } | null;
}

/** What the way to a unit allows, for one guess of its hops' signals. */
export interface Allowance {
  /** Everything that shares nothing with the access radio: plan, ports, wires, other radios. */
  downMbps: number;
  upMbps: number;
  /** Per band, Σ 1/rate of the hops on the access radio's own channel. */
  sharedDown: Record<Band, number>;
  sharedUp: Record<Band, number>;
}

/** How a unit is fed, from the street to it. */
export interface Feed extends PlacedUnit {
  hops: Hop[];
  /** At mean signals. */
  mean: Allowance;
  /** Equally likely cases of the hops' signals; one case when all hops are wired. */
  cases: Allowance[];
}

export interface Network {
  feeds: Feed[];
  /** Units that nothing feeds, with the reason in words. */
  unfed: { unit: Unit; why: string }[];
}

/** Wired framing and TCP leave 1460 of 1538 bytes (standard: Ethernet). */
const wiredShare = 1460 / 1538;

const place = (job: Job, unit: Unit): PlacedUnit => ({
  unit,
  kit: get(job, 'kit', unit.kitId),
  at: placeInSpace(job, unit),
  axis: axisOf(unit),
});

/** Gain of a radio towards a place, dB ≤ 0. */
export function gainTowards(from: PlacedUnit, radio: Radio, x: number, y: number, z: number): number {
  const [dx, dy, dz] = [x - from.at[0], y - from.at[1], z - from.at[2]];
  const d = Math.hypot(dx, dy, dz) || 1;
  return patternGain(radio.pattern, (dx * from.axis[0] + dy * from.axis[1] + dz * from.axis[2]) / d);
}

/** The radio that a unit uses on a band, undefined when it has none. */
export const radioOf = (kit: Kit, band: Band, use: Radio['use']): Radio | undefined =>
  kit.radios.find((r) => r.band === band && r.use === use);

/** What a signal from a unit at a place differs by from the computed one, dB; the simulated house uses it. */
export type SignalOffset = (unit: Unit, at: readonly [number, number, number]) => number;

/**
 * Works out how each unit of a scenario is fed. A unit without a link is a main unit when its kit
 * can be one (main, router); any other is unfed.
 */
export function networkOf(
  job: Job,
  scene: Scene,
  scenario: Scenario,
  offset: SignalOffset = () => 0,
): Network {
  const units = job.units.filter((u) => (scenario === 'found' ? u.found : u.planned));
  const placed = new Map(units.map((u) => [u.id, place(job, u)]));
  const feeder = new Map(job.links.filter((l) => placed.has(l.unitId)).map((l) => [l.unitId, l]));
  const hits = makeCrossings(scene);
  const network: Network = { feeds: [], unfed: [] };
  const hopCache = new Map<Id, Hop | string>();
  const hop = (l: Link): Hop | string => {
    const known = hopCache.get(l.id) ?? hopOf(scene, l, placed, hits, offset);
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
    if (!why && at.kit.kind !== 'main' && at.kit.kind !== 'router')
      why = `${at.unit.letter} has no link that feeds it`;
    if (why) network.unfed.push({ unit: start.unit, why });
    else network.feeds.push({ ...start, hops, ...allowances(job, at, hops) });
  }
  return network;
}

function hopOf(
  scene: Scene,
  link: Link,
  placed: ReadonlyMap<Id, PlacedUnit>,
  hits: Crossings,
  offset: SignalOffset,
): Hop | string {
  const from = placed.get(link.fromUnitId);
  const to = placed.get(link.unitId);
  if (!from || !to) return `the unit that feeds ${to?.unit.letter ?? 'it'} is not part of this network`;
  if (link.medium !== 'wireless' || link.band === null) {
    const rate = Math.min(wiredMbps(link), from.kit.portMbps, to.kit.portMbps) * wiredShare;
    return { link, from, to, downMbps: rate, upMbps: rate, wireless: null };
  }
  const use = link.radio === 'dedicated' ? 'backhaul' : 'access';
  const [a, b] = [radioOf(from.kit, link.band, use), radioOf(to.kit, link.band, use)];
  if (!a || !b) {
    const lacks = a ? to : from;
    return `${lacks.unit.letter} has no ${use === 'backhaul' ? 'separate ' : ''}${link.band} GHz radio for this link`;
  }
  const loss = makePathLoss();
  pathLoss(scene, from.at, ...to.at, hits, loss);
  const i = bands.indexOf(link.band);
  const gains =
    gainTowards(from, a, ...to.at) +
    gainTowards(to, b, ...from.at) +
    offset(from.unit, to.at) -
    (loss.lossDb[i] ?? 0);
  const [downDbm, upDbm] = [a.eirpDbm + b.gainDbi + gains, b.eirpDbm + a.gainDbi + gains];
  const mode = commonMode(a, b, link.band);
  return {
    link,
    from,
    to,
    downMbps: radioLink(downDbm, mode).goodputMbps,
    upMbps: radioLink(upDbm, mode).goodputMbps,
    wireless: { band: link.band, downDbm, upDbm, spreadDb: loss.spreadDb[i] ?? 0, mode },
  };
}

const noShare = (): Record<Band, number> => ({ '2.4': 0, '5': 0, '6': 0 });

/** What a chain of hops allows when hop i's signal is off by `shift(i)` standard deviations. */
function allowance(
  job: Job,
  main: PlacedUnit,
  hops: readonly Hop[],
  shift: (i: number) => number,
): Allowance {
  const port = main.kit.portMbps * wiredShare;
  const result: Allowance = {
    downMbps: Math.min(job.info.planDownMbps, port),
    upMbps: Math.min(job.info.planUpMbps, port),
    sharedDown: noShare(),
    sharedUp: noShare(),
  };
  // hops on a radio of their own share airtime with each other, band by band
  const own = { down: noShare(), up: noShare() };
  let radios = 0;
  for (const h of hops) {
    if (!h.wireless) {
      result.downMbps = Math.min(result.downMbps, h.downMbps);
      result.upMbps = Math.min(result.upMbps, h.upMbps);
      continue;
    }
    const { band, downDbm, upDbm, spreadDb, mode } = h.wireless;
    const off = shift(radios++) * spreadDb;
    const down = 1 / radioLink(downDbm + off, mode).goodputMbps;
    const up = 1 / radioLink(upDbm + off, mode).goodputMbps;
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

function allowances(
  job: Job,
  main: PlacedUnit,
  hops: readonly Hop[],
): { mean: Allowance; cases: Allowance[] } {
  const mean = allowance(job, main, hops, () => 0);
  const radios = hops.filter((h) => h.wireless).length;
  if (radios === 0) return { mean, cases: [mean] };
  // two hops vary apart; a third moves with the first, a fourth with the second
  const second = radios > 1 ? normalFifths : ([0] as const);
  return {
    mean,
    cases: normalFifths.flatMap((a) => second.map((b) => allowance(job, main, hops, (i) => (i % 2 ? b : a)))),
  };
}

/** The link that feeds a unit, if any. */
export const linkOf = (job: Job, unitId: Id): Link | undefined => job.links.find((l) => l.unitId === unitId);
