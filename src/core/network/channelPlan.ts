/** Channels and widths for all units at once: the choice in which they take least of one another's time. */
import { signalDbm } from './signal';
import { get, type Job } from '../job/job';
import { isOutdoors } from '../job/site';
import { bands, type Band, type Id, type Link, type Radio } from '../job/records';
import { makeReceived, receive } from '../propagation/receive';
import type { Scene } from '../propagation/model';
import { busyShare, overlap, spanOf } from '../wifi/channels';
import { channelsAt, radioRules } from '../wifi/radioRules';
import type { Network } from './backhaul';
import { radioOf, sourceOfUnit, type PlacedUnit } from './hops';
import { type Load, mostAirtime } from './load';

type Width = Radio['widthMHz'];

/** A channel and width that a group could take. */
interface ChannelOption {
  channel: number;
  widthMHz: Width;
  /** Share of the time that the group sends then, when everyone is busy, 0 … 1. */
  airtime: number;
}

/** Radios that are on one channel: a unit's, those of units that share a radio hop, those of links with radios of their own. */
interface RadioGroup {
  band: Band;
  use: Radio['use'];
  units: PlacedUnit[];
  links: Link[];
  now: ChannelOption;
  options: ChannelOption[];
}

export interface ChannelChoice {
  unitId: Id;
  band: Band;
  channel: number;
  /** null = as wide as the product can. */
  widthMHz: Width | null;
}

export interface ChannelPlan {
  choices: ChannelChoice[];
  /** Channels of links with radios of their own. */
  links: { linkId: Id; band: Band; channel: number }[];
  /** Airtime conflict as the units are, and with these channels: time that units and neighbours take of one another's. */
  conflictNow: number;
  conflict: number;
  /** Proven the least there is; else the best found, with more than eight groups in a band or too many choices to try. */
  exact: boolean;
}

/** Groups up to which every choice is searched, and how many choices are tried before it is given up. */
const exactUpTo = 8;
const mostTried = 2_000_000;
/** Two radios hear one another fully from here on, and not at all below (planning: clear-channel thresholds), dBm. */
const hearsFromDbm = -72;
const deafBelowDbm = -92;
/** A radar channel costs so much of the time: listening first, leaving when asked (planning). */
const radarCost = 0.05;
/** A radio that carries nothing still sends its beacons (planning). */
const idleAirtime = 0.03;
/** Of choices that are equal the wider is taken: so much for each halving (custom). */
const narrowCost = 1e-6;

/** One channel for each block of spectrum: the lowest of those that lie over the same ground. */
function blocksOf(job: Job, band: Band, widthMHz: number, outdoors: boolean): number[] {
  const channels = channelsAt(job.info.countryGroup, band, outdoors);
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

/** The widths that a radio can be set to: its own, and halves of it down to 20 MHz. At 2.4 GHz 20 MHz only. */
const widthsOf = (band: Band, widest: Width): Width[] =>
  ([320, 160, 80, 40, 20] as const).filter((w) => (band === '2.4' ? w === 20 : w <= widest));

function groupsOf(job: Job, network: Network, load: Load, band: Band): RadioGroup[] {
  const rule = radioRules[job.info.countryGroup].bands[band];
  const outdoors = (p: PlacedUnit) => isOutdoors(job, p.unit);
  const members = network.backhauls.filter(
    (f) => radioOf(f.product, band, 'access') && !(rule.indoorsOnly && outdoors(f)),
  );
  const byRoot = new Map<Id, PlacedUnit[]>();
  for (const f of members) {
    let root = f.unit.id;
    for (const hop of [...f.hops].reverse()) {
      if (hop.wireless?.band !== band || hop.link.radio !== 'shared') break;
      root = hop.from.unit.id;
    }
    byRoot.set(root, [...(byRoot.get(root) ?? []), f]);
  }
  const timeOf = (units: readonly PlacedUnit[], own: boolean) => {
    const ids = new Set(units.map((u) => u.unit.id));
    return load.channels
      .filter((c) => c.band === band && c.own === own && c.unitIds.some((id) => ids.has(id)))
      .reduce((sum, c) => sum + c.airtime, idleAirtime);
  };
  const access = [...byRoot.values()].map((units): RadioGroup => {
    const widest = (p: PlacedUnit) => radioOf(get(job, 'kit', p.unit.kitId), band, 'access')?.widthMHz ?? 20;
    const full = Math.max(...units.map(widest)) as Width;
    const set = Math.max(...units.map((u) => radioOf(u.product, band, 'access')?.widthMHz ?? 20)) as Width;
    const time = timeOf(units, false);
    const option = (channel: number, widthMHz: Width): ChannelOption => ({
      channel,
      widthMHz,
      // half as wide takes twice the time (planning)
      airtime: Math.min(1, (time * set) / widthMHz),
    });
    return {
      band,
      use: 'access',
      units,
      links: [],
      now: option(network.airs.get(units[0]?.unit.id ?? '')?.[band].channel ?? 1, set),
      options: widthsOf(band, full).flatMap((w) =>
        blocksOf(job, band, w, units.some(outdoors))
          .map((channel) => option(channel, w))
          // narrower only where all at once still fit
          .filter(
            (o) => w === full || o.airtime + busyShare(job.neighbours, band, o.channel, w) <= mostAirtime,
          ),
      ),
    };
  });
  return [...access, ...ownGroups(job, network, band, timeOf)].filter((g) => g.options.length > 0);
}

/** Links with radios of their own: those that meet at a unit are on one channel, for it has one such radio. */
function ownGroups(
  job: Job,
  network: Network,
  band: Band,
  timeOf: (units: readonly PlacedUnit[], own: boolean) => number,
): RadioGroup[] {
  const hops = network.backhauls.flatMap((f) => f.hops);
  const own = [...new Map(hops.map((h) => [h.link.id, h])).values()].filter(
    (h) => h.link.radio === 'dedicated' && h.wireless?.band === band,
  );
  const sets: (typeof own)[] = [];
  for (const hop of own) {
    const ends = [hop.from.unit.id, hop.to.unit.id];
    const meets = (set: typeof own) =>
      set.some((h) => ends.includes(h.from.unit.id) || ends.includes(h.to.unit.id));
    const joined = sets.filter(meets);
    for (const set of joined) sets.splice(sets.indexOf(set), 1);
    sets.push([...joined.flat(), hop]);
  }
  return sets.map((set): RadioGroup => {
    const units = [...new Map(set.flatMap((h) => [h.from, h.to]).map((p) => [p.unit.id, p])).values()];
    const widthMHz = Math.max(
      ...units.map((u) => radioOf(u.product, band, 'backhaul')?.widthMHz ?? 20),
    ) as Width;
    const airtime = Math.min(1, timeOf(units, true));
    const option = (channel: number): ChannelOption => ({ channel, widthMHz, airtime });
    const options = blocksOf(
      job,
      band,
      widthMHz,
      units.some((p) => isOutdoors(job, p.unit)),
    ).map(option);
    const given = set.find((h) => h.link.channel !== null)?.link.channel;
    return {
      band,
      use: 'backhaul',
      units,
      links: set.map((h) => h.link),
      now: option(given ?? options[0]?.channel ?? 1),
      options,
    };
  });
}

/** How well two groups hear one another, 0 … 1: the best pair of their units. */
function hearing(scene: Scene, a: RadioGroup, b: RadioGroup): number {
  const received = makeReceived();
  const i = bands.indexOf(a.band);
  let best = -Infinity;
  for (const p of a.units) {
    const radio = radioOf(p.product, a.band, a.use);
    const tree = sourceOfUnit(scene, p, a.use);
    for (const q of b.units) {
      // two radios of one unit on one channel hear nothing but one another
      if (p.unit.id === q.unit.id) return 1;
      receive(tree, ...q.at, received);
      best = Math.max(best, signalDbm(radio, received, i, p.mountDb));
    }
  }
  return Math.min(1, Math.max(0, (best - deafBelowDbm) / (hearsFromDbm - deafBelowDbm)));
}

/** The cost of one band as a function of the choices of its groups, in parts that add up. */
function costsOf(job: Job, scene: Scene, groups: RadioGroup[]) {
  const { radar } = radioRules[job.info.countryGroup].bands[groups[0]?.band ?? '5'];
  const alone = (g: RadioGroup, o: ChannelOption) =>
    o.airtime * busyShare(job.neighbours, g.band, o.channel, o.widthMHz) +
    (radar.includes(o.channel) ? radarCost : 0) +
    narrowCost * Math.log2((g.options[0]?.widthMHz ?? o.widthMHz) / o.widthMHz);
  const hears = groups.map((a, i) => groups.map((b, k) => (k < i ? hearing(scene, a, b) : 0)));
  const pair = (i: number, a: ChannelOption, k: number, b: ChannelOption): number => {
    const band = groups[i]?.band ?? '5';
    if (!overlap(band, a.channel, a.widthMHz, b.channel, b.widthMHz)) return 0;
    return (hears[Math.max(i, k)]?.[Math.min(i, k)] ?? 0) * Math.min(a.airtime, b.airtime);
  };
  return { alone, pair };
}

/**
 * The channels and widths with the least conflict: per band, exactly by branch and bound for up to
 * eight groups; for more, each group in turn takes its best until none changes. Cost of a choice:
 * airtime × what neighbours take of the channel, and for each pair that overlaps the lesser airtime ×
 * how well the two hear one another. A narrower channel keeps clear of more and takes longer: it is
 * allowed only where everyone at once still fits. Links with radios of their own take part. 6 GHz is
 * for units indoors only.
 */
export function planChannels(job: Job, scene: Scene, network: Network, load: Load): ChannelPlan {
  const plan: ChannelPlan = { choices: [], links: [], conflictNow: 0, conflict: 0, exact: true };
  for (const band of bands) {
    const groups = groupsOf(job, network, load, band);
    if (groups.length === 0) continue;
    const { alone, pair } = costsOf(job, scene, groups);
    const total = (chosen: readonly ChannelOption[]) =>
      chosen.reduce(
        (sum, o, i) =>
          sum +
          alone(groups[i] as RadioGroup, o) +
          chosen.slice(0, i).reduce((all, d, k) => all + pair(i, o, k, d), 0),
        0,
      );
    const now = groups.map((g) => g.now);
    let best = descend(groups, now, total);
    if (groups.length <= exactUpTo) {
      const found = search(groups, best, alone, pair, total(best));
      best = found.best;
      plan.exact &&= found.proven;
    } else plan.exact = false;
    plan.conflictNow += total(now);
    plan.conflict += total(best);
    groups.forEach((g, i) => {
      const { channel, widthMHz } = best[i] as ChannelOption;
      g.links.forEach((l) => plan.links.push({ linkId: l.id, band, channel }));
      if (g.use === 'backhaul') return;
      const full = g.options[0]?.widthMHz;
      g.units.forEach((u) =>
        plan.choices.push({
          unitId: u.unit.id,
          band,
          channel,
          widthMHz: widthMHz === full ? null : widthMHz,
        }),
      );
    });
  }
  return plan;
}

const same = (a: ChannelOption, b: ChannelOption) => a.channel === b.channel && a.widthMHz === b.widthMHz;

/** Each group in turn takes its best choice, until none changes. */
function descend(
  groups: RadioGroup[],
  start: ChannelOption[],
  total: (c: readonly ChannelOption[]) => number,
): ChannelOption[] {
  const chosen = groups.map(
    (g, i) => g.options.find((o) => same(o, start[i] as ChannelOption)) ?? (g.options[0] as ChannelOption),
  );
  for (let changed = true; changed;) {
    changed = false;
    groups.forEach((g, i) => {
      for (const option of g.options)
        if (total(chosen.with(i, option)) < total(chosen) - 1e-12) {
          chosen[i] = option;
          changed = true;
        }
    });
  }
  return chosen;
}

/** Every choice, leaving out those that cannot end below the best known: the rest costs at least its least alone. */
function search(
  groups: RadioGroup[],
  start: ChannelOption[],
  alone: (g: RadioGroup, option: ChannelOption) => number,
  pair: (i: number, a: ChannelOption, k: number, b: ChannelOption) => number,
  startCost: number,
): { best: ChannelOption[]; proven: boolean } {
  const priced = groups.map((g) =>
    g.options.map((option) => ({ option, cost: alone(g, option) })).sort((a, b) => a.cost - b.cost),
  );
  const rest = new Array<number>(groups.length + 1).fill(0);
  for (let i = groups.length - 1; i >= 0; i--) rest[i] = (rest[i + 1] ?? 0) + (priced[i]?.[0]?.cost ?? 0);
  let best = start;
  let least = startCost;
  let tried = 0;
  const chosen: ChannelOption[] = [];
  const step = (i: number, cost: number) => {
    if (i === groups.length) {
      least = cost;
      best = [...chosen];
      return;
    }
    const after = rest[i + 1] ?? 0;
    for (const { option, cost: own } of priced[i] ?? []) {
      // the next cost more alone: none of them can do
      if (cost + own + after >= least - 1e-12 || tried > mostTried) return;
      tried++;
      let sum = cost + own;
      for (let k = 0; k < i && sum + after < least; k++)
        sum += pair(i, option, k, chosen[k] as ChannelOption);
      if (sum + after >= least - 1e-12) continue;
      chosen.push(option);
      step(i + 1, sum);
      chosen.pop();
    }
  };
  step(0, 0);
  return { best, proven: tried <= mostTried };
}
