/** Channels for all units at once: the choice in which they take least of one another's time. */
import { get, type Job } from '../job/job';
import { bands, type Band, type Id } from '../job/records';
import { makeReceived, receive } from '../propagation/receive';
import type { Scene } from '../propagation/model';
import { busyShare, overlap, spanOf } from '../wifi/channels';
import { radioRules } from '../wifi/radioRules';
import type { Network } from './feeds';
import { radioOf, reachOfUnit, type PlacedUnit } from './hops';
import type { Load } from './load';

/** Radios that are on one channel: a unit's, or those of units that share a radio hop. */
interface Group {
  band: Band;
  units: PlacedUnit[];
  widthMHz: number;
  /** Share of the time that it sends when everyone is busy, 0 … 1. */
  airtime: number;
  channels: number[];
}

export interface ChannelChoice {
  unitId: Id;
  band: Band;
  channel: number;
}

export interface ChannelPlan {
  choices: ChannelChoice[];
  /** Airtime conflict as the units are, and with these channels: time that units and neighbours take of one another's. */
  conflictNow: number;
  conflict: number;
  /** Proven the least there is; with more than eight groups in a band it is only the best found. */
  exact: boolean;
}

/** Groups up to which every choice is searched. */
const exactUpTo = 8;
/** Two radios hear one another fully from here on, and not at all below (planning: clear-channel thresholds), dBm. */
const hearsFromDbm = -72;
const deafBelowDbm = -92;
/** A radar channel costs so much of the time: listening first, leaving when asked (planning). */
const radarCost = 0.05;
/** A radio that carries nothing still sends its beacons (planning). */
const idleAirtime = 0.03;

/** One channel for each block of spectrum: the lowest of those that lie over the same ground. */
function blocksOf(job: Job, band: Band, widthMHz: number): number[] {
  const { channels } = radioRules[job.info.countryGroup].bands[band];
  if (band === '2.4') return channels.filter((c) => [1, 6, 11].includes(c));
  const seen = new Set<number>();
  return channels.filter((c) => {
    const [low, high] = spanOf(band, c, widthMHz);
    // a wide block that reaches past the last channel does not exist
    const whole = channels.filter((x) => {
      const [a, b] = spanOf(band, x, 20);
      return a >= low && b <= high;
    });
    if (seen.has(low) || whole.length * 20 < widthMHz) return false;
    seen.add(low);
    return true;
  });
}

function groupsOf(job: Job, network: Network, load: Load, band: Band): Group[] {
  const rule = radioRules[job.info.countryGroup].bands[band];
  const outdoors = (p: PlacedUnit) =>
    get(job, 'building', get(job, 'storey', p.unit.storeyId).buildingId).kind === 'outdoors';
  const members = network.feeds.filter(
    (f) => radioOf(f.kit, band, 'access') && !(rule.indoorsOnly && outdoors(f)),
  );
  const rootOf = (f: (typeof members)[number]): Id => {
    let root = f.unit.id;
    for (const hop of [...f.hops].reverse()) {
      if (hop.wireless?.band !== band || hop.link.radio !== 'shared') break;
      root = hop.from.unit.id;
    }
    return root;
  };
  const byRoot = new Map<Id, PlacedUnit[]>();
  for (const f of members) byRoot.set(rootOf(f), [...(byRoot.get(rootOf(f)) ?? []), f]);
  return [...byRoot.values()].map((units) => {
    const widthMHz = Math.max(...units.map((u) => radioOf(u.kit, band, 'access')?.widthMHz ?? 20));
    const ids = new Set(units.map((u) => u.unit.id));
    const airtime = load.channels
      .filter((c) => c.band === band && c.unitIds.some((id) => ids.has(id)))
      .reduce((sum, c) => sum + c.airtime, idleAirtime);
    return { band, units, widthMHz, airtime: Math.min(1, airtime), channels: blocksOf(job, band, widthMHz) };
  });
}

/** How well two groups hear one another, 0 … 1: the best pair of their units. */
function hearing(scene: Scene, a: Group, b: Group): number {
  const received = makeReceived();
  const i = bands.indexOf(a.band);
  let best = -Infinity;
  for (const p of a.units) {
    const radio = radioOf(p.kit, a.band, 'access');
    const reach = reachOfUnit(scene, p, 'access');
    for (const q of b.units) {
      receive(reach, ...q.at, received);
      best = Math.max(best, (radio?.eirpDbm ?? 0) + (received.gainDb[i] ?? -Infinity));
    }
  }
  return Math.min(1, Math.max(0, (best - deafBelowDbm) / (hearsFromDbm - deafBelowDbm)));
}

/** The cost of one band as a function of the channels of its groups, in parts that add up. */
function costsOf(job: Job, scene: Scene, groups: Group[]) {
  const { radar } = radioRules[job.info.countryGroup].bands[groups[0]?.band ?? '5'];
  const alone = (g: Group, channel: number) =>
    g.airtime * busyShare(job.neighbours, g.band, channel, g.widthMHz) +
    (radar.includes(channel) ? radarCost : 0);
  const hears = groups.map((a, i) => groups.map((b, k) => (k < i ? hearing(scene, a, b) : 0)));
  const pair = (i: number, a: number, k: number, b: number): number => {
    const [g, h] = [groups[i], groups[k]];
    if (!g || !h || !overlap(g.band, a, g.widthMHz, b, h.widthMHz)) return 0;
    return (hears[Math.max(i, k)]?.[Math.min(i, k)] ?? 0) * Math.min(g.airtime, h.airtime);
  };
  return { alone, pair };
}

/**
 * The channels with the least conflict: per band, exactly by branch and bound for up to eight groups;
 * for more, each group in turn takes its best channel until none changes. Cost of a choice: airtime ×
 * what neighbours take of the channel, and for each pair that overlaps the lesser airtime × how well
 * the two hear one another. 6 GHz is for units indoors only.
 */
export function planChannels(job: Job, scene: Scene, network: Network, load: Load): ChannelPlan {
  const plan: ChannelPlan = { choices: [], conflictNow: 0, conflict: 0, exact: true };
  for (const band of bands) {
    const groups = groupsOf(job, network, load, band);
    if (groups.length === 0) continue;
    const { alone, pair } = costsOf(job, scene, groups);
    const total = (channels: readonly number[]) =>
      channels.reduce(
        (sum, c, i) =>
          sum +
          alone(groups[i] as Group, c) +
          channels.slice(0, i).reduce((all, d, k) => all + pair(i, c, k, d), 0),
        0,
      );
    const now = groups.map((g) => network.airs.get(g.units[0]?.unit.id ?? '')?.[band].channel ?? 1);
    let best = descend(groups, now, total);
    if (groups.length <= exactUpTo) best = search(groups, best, alone, pair, total(best));
    else plan.exact = false;
    plan.conflictNow += total(now);
    plan.conflict += total(best);
    groups.forEach((g, i) =>
      g.units.forEach((u) => plan.choices.push({ unitId: u.unit.id, band, channel: best[i] as number })),
    );
  }
  return plan;
}

/** Each group in turn takes its best channel, until none changes. */
function descend(groups: Group[], start: number[], total: (c: readonly number[]) => number): number[] {
  const channels = groups.map((g, i) =>
    g.channels.includes(start[i] ?? -1) ? (start[i] as number) : (g.channels[0] ?? 1),
  );
  for (let changed = true; changed;) {
    changed = false;
    groups.forEach((g, i) => {
      for (const channel of g.channels) {
        const next = channels.with(i, channel);
        if (total(next) < total(channels) - 1e-12) {
          channels[i] = channel;
          changed = true;
        }
      }
    });
  }
  return channels;
}

/** Every choice, leaving out those that cost more already than the best known. */
function search(
  groups: Group[],
  start: number[],
  alone: (g: Group, channel: number) => number,
  pair: (i: number, a: number, k: number, b: number) => number,
  startCost: number,
): number[] {
  let best = start;
  let least = startCost;
  const chosen: number[] = [];
  const step = (i: number, cost: number) => {
    const g = groups[i];
    if (!g) {
      least = cost;
      best = [...chosen];
      return;
    }
    for (const channel of g.channels) {
      let sum = cost + alone(g, channel);
      for (let k = 0; k < i && sum < least; k++) sum += pair(i, channel, k, chosen[k] as number);
      if (sum >= least - 1e-12) continue;
      chosen.push(channel);
      step(i + 1, sum);
      chosen.pop();
    }
  };
  step(0, 0);
  return best;
}
