/** How often a proposal holds when walls, units and rooms are as uncertain as they are; and what to measure first. */
import { signalDbm } from '../network/signal';
import type { Job } from '../job/job';
import { type Need, spotNeed } from '../job/needs';
import { bands, type Id, type Spot } from '../job/records';
import { type Access, accessesOf, signalFor } from '../network/delivery';
import { noiseAt } from '../network/disturbance';
import { backhaulCapacity, type Backhaul, networkOf } from '../network/backhaul';
import { type Hop, radioOf, sourceOfUnit } from '../network/hops';
import { testDevice } from '../job/testDevice';
import type { Crossed } from '../propagation/model';
import { copyOf, crossedIn } from '../propagation/received';
import { makeReceived, receive } from '../propagation/receive';
import { unitOffsetDb } from '../propagation/spread';
import { placeInSpace } from '../propagation/scene';
import { random, seedOf } from '../statistics/random';
import type { Scene } from '../propagation/model';

/** What could be measured before buying, and what it would tell. */
export interface Measurement {
  /** A wall's, floor's or obstacle's loss; or the signal of a unit that is there at a spot. */
  kind: 'loss' | 'reading';
  /** Assembly or obstacle; spot. */
  id: Id;
  words: string;
  /** Spread of what would be measured, dB. */
  spreadDb: number;
  /** Share of cases in which all needs are met, in the better and in the worse third of what could be measured. */
  whenGood: number;
  whenBad: number;
}

export interface Robust {
  samples: number;
  /** Share of the cases in which every need is met, 0 … 1, and the mean number of needs met. */
  allMet: number;
  meanMet: number;
  /** Share of the cases in which each need is met, least first. */
  bySpot: { spotId: Id; share: number }[];
  /** The one measurement that changes most what can be hoped for; null where nothing is in doubt. */
  best: Measurement | null;
}

/** A signal path with what makes it uncertain: losses that it depends on, and its own draw of what is left. */
interface Path {
  crossed: Crossed;
  /** Standard deviation of what is its own: shadowing, reflections, turns; dB. */
  ownDb: number;
  band: number;
  /** The unit whose offset counts. */
  unitId: Id;
}

/** Signals of a plan, with what each of them crosses. */
interface Uncertain {
  planned: Job;
  scene: Scene;
  spots: { spot: Spot; need: Need }[];
  backhauls: Backhaul[];
  /** Every way to join at every spot. */
  joins: { backhaul: Backhaul; needed: ReturnType<typeof signalFor>; dbm: number; path: Path }[][];
  /** Every hop over the air. */
  hops: ReadonlyMap<Hop, Path>;
  /** What could be read today: the strongest band of each unit that is there, at each spot. */
  readable: { spot: Spot; path: Path }[];
  /** Losses that are crossed anywhere, with their spread at 5 GHz, dB. */
  losses: ReadonlyMap<number, number>;
}

/** One draw of everything that is uncertain, and what it makes of the needs. */
interface Case {
  met: number;
  all: boolean;
  walls: Float64Array;
  readings: number[];
}

function uncertainSignals(planned: Job, scene: Scene): Uncertain {
  const device = testDevice(planned);
  const network = networkOf(planned, scene, 'planned');
  const received = makeReceived();
  const pathTo = (
    backhaul: Pick<Backhaul, 'unit' | 'product' | 'at' | 'axis' | 'mountDb'>,
    use: 'access' | 'backhaul',
  ) => {
    const tree = sourceOfUnit(scene, backhaul, use);
    return (at: readonly [number, number, number], band: number) => {
      receive(tree, ...at, received);
      const dbm = signalDbm(
        radioOf(backhaul.product, bands[band] ?? '5', use),
        received,
        band,
        backhaul.mountDb,
      );
      const path: Path = {
        crossed: copyOf(crossedIn(received, band)),
        ownDb: received.ownDb[band] as number,
        band,
        unitId: backhaul.unit.id,
      };
      return { dbm, path };
    };
  };
  const spots = planned.spots.map((spot) => {
    const at = placeInSpace(planned, spot);
    return { spot, at, need: spotNeed(planned, spot), noise: noiseAt(scene, network.disturbers, ...at) };
  });
  // every way to join at every spot, and every hop over the air, with the path of its signal
  const backhauls = network.backhauls.map((backhaul) => ({ backhaul, to: pathTo(backhaul, 'access') }));
  const joins = spots.map((s) =>
    backhauls.flatMap(({ backhaul, to }) =>
      (device ? accessesOf(backhaul, device, planned.info.streetLatencyMs) : []).map((access: Access) => ({
        backhaul,
        needed: signalFor(access, s.need, s.noise),
        ...to(s.at, bands.indexOf(access.band)),
      })),
    ),
  );
  const hops = new Map<Hop, Path>();
  for (const { backhaul } of backhauls)
    for (const hop of backhaul.hops)
      if (hop.wireless && !hops.has(hop)) {
        const use = hop.link.radio === 'dedicated' ? 'backhaul' : 'access';
        hops.set(hop, pathTo(hop.from, use)(hop.to.at, bands.indexOf(hop.wireless.band)).path);
      }
  // what could be read today: the strongest band of each unit that is there, at each spot
  const found = planned.units.filter((u) => u.found && u.planned).map((u) => u.id);
  const readable = spots.flatMap(({ spot, at }) => {
    const all = backhauls
      .filter(({ backhaul }) => found.includes(backhaul.unit.id))
      .map(({ to }) => to(at, 1))
      .filter(({ dbm }) => dbm > -90)
      .sort((a, b) => b.dbm - a.dbm);
    return all[0] ? [{ spot, path: all[0].path }] : [];
  });
  const losses = new Map<number, number>();
  for (const path of [...joins.flat().map((j) => j.path), ...hops.values()])
    for (const k of path.crossed.lossId)
      losses.set(k, Math.max(losses.get(k) ?? 0, scene.spread[k * 3 + 1] ?? 0));
  return { planned, scene, spots, backhauls: network.backhauls, joins, hops, readable, losses };
}

/** Draws the cases, from a seed made of the job and its plan. */
function drawCases(uncertain: Uncertain, samples: number): { cases: Case[]; metAt: number[] } {
  const { planned, scene, spots, backhauls, joins, hops, readable, losses } = uncertain;
  // from where the units stand, whatever they are called
  const r = random(seedOf(planned.info.id, ...backhauls.map((f) => f.at.join()).sort()));
  const wallZ = new Float64Array(scene.lossRecordIds.length);
  const unitZ = new Map<Id, number>();
  const errorOf = ({ crossed, ownDb, band, unitId }: Path, own: number): number => {
    let db = own * ownDb + (unitZ.get(unitId) ?? 0) * unitOffsetDb;
    for (let i = 0; i < crossed.count; i++) {
      const k = crossed.lossId[i] as number;
      db -= (crossed.times[i] as number) * (wallZ[k] ?? 0) * (scene.spread[k * 3 + band] ?? 0);
    }
    return db;
  };
  const cases: Case[] = [];
  const metAt = spots.map(() => 0);
  for (let i = 0; i < samples; i++) {
    for (const k of losses.keys()) wallZ[k] = r.normal();
    for (const backhaul of backhauls) unitZ.set(backhaul.unit.id, r.normal());
    const off = new Map([...hops].map(([hop, path]) => [hop, errorOf(path, r.normal())]));
    const allowed = new Map(
      backhauls.map((backhaul) => {
        const uncertain = backhaul.hops.filter((h) => h.wireless ?? h.wire);
        const shifts = uncertain.map((h) =>
          h.wireless ? (off.get(h) ?? 0) / (h.wireless.spreadDb || 1) : r.normal(),
        );
        return [
          backhaul,
          backhaulCapacity(planned, backhaul.hops[0]?.from ?? backhaul, backhaul.hops, (n) => shifts[n] ?? 0),
        ];
      }),
    );
    let met = 0;
    joins.forEach((ways, s) => {
      // people and furniture are in the way of one unit or another, whatever the band
      const shadow = new Map(backhauls.map((backhaul) => [backhaul, r.normal()]));
      const ok = ways.some(({ backhaul, needed, dbm, path }) => {
        const capacity = allowed.get(backhaul);
        return capacity !== undefined && dbm + errorOf(path, shadow.get(backhaul) ?? 0) >= needed(capacity);
      });
      if (!ok) return;
      met++;
      metAt[s] = (metAt[s] ?? 0) + 1;
    });
    cases.push({
      met,
      all: met === spots.length,
      walls: wallZ.slice(),
      readings: readable.map(({ path }) => errorOf(path, r.normal())),
    });
  }
  return { cases, metAt };
}

const shareMet = (list: readonly Pick<Case, 'all'>[]): number =>
  list.length ? list.filter((c) => c.all).length / list.length : 0;

/** The measurement whose better and worse third differ most; null where they differ by no more than chance. */
function bestMeasurement({ scene, losses, readable }: Uncertain, cases: readonly Case[]): Measurement | null {
  const third = Math.floor(cases.length / 3);
  const judge = (
    rest: Pick<Measurement, 'kind' | 'id' | 'words' | 'spreadDb'>,
    of: (c: Case) => number,
  ): Measurement => {
    const sorted = [...cases].sort((a, b) => of(a) - of(b));
    const ends = [shareMet(sorted.slice(0, third)), shareMet(sorted.slice(-third))];
    return { ...rest, whenGood: Math.max(...ends), whenBad: Math.min(...ends) };
  };
  const measurable = [
    ...[...losses]
      .filter(([, spreadDb]) => spreadDb > 0)
      .map(([k, spreadDb]) =>
        judge(
          { kind: 'loss', id: scene.lossRecordIds[k] ?? '', words: scene.lossNames[k] ?? '', spreadDb },
          (c) => -(c.walls[k] ?? 0),
        ),
      ),
    ...readable.map(({ spot }, i) =>
      judge(
        {
          kind: 'reading',
          id: spot.id,
          words: `spot ${spot.number}, ${spot.name}`,
          spreadDb: deviation(cases.map((c) => c.readings[i] ?? 0)),
        },
        (c) => c.readings[i] ?? 0,
      ),
    ),
  ].sort((a, b) => b.whenGood - b.whenBad - (a.whenGood - a.whenBad));
  const [best] = measurable;
  return best && best.whenGood - best.whenBad > noiseOfShare(third) ? best : null;
}

/**
 * Draws the spreads of every assembly and obstacle, of each unit and of each place, as often as asked,
 * from a seed made of the job and its plan; each case asks for every spot whether its need is met by
 * any unit and band, through hops that are off in the same way.
 * @param planned a job with the proposal in its plan. @param scene of it.
 */
export function robustnessOf(planned: Job, scene: Scene, samples = 400): Robust {
  const uncertain = uncertainSignals(planned, scene);
  const { cases, metAt } = drawCases(uncertain, samples);
  return {
    samples,
    allMet: shareMet(cases),
    meanMet: cases.reduce((sum, c) => sum + c.met, 0) / Math.max(1, samples),
    bySpot: uncertain.spots
      .map(({ spot }, i) => ({ spotId: spot.id, share: (metAt[i] ?? 0) / samples }))
      .sort((a, b) => a.share - b.share),
    best: bestMeasurement(uncertain, cases),
  };
}

/** Standard deviation of some values. */
function deviation(values: readonly number[]): number {
  const mean = values.reduce((a, b) => a + b, 0) / values.length;
  return Math.sqrt(values.reduce((sum, v) => sum + (v - mean) ** 2, 0) / values.length);
}

/** Two shares of so many cases each differ by chance by less than this in 99 % (three standard deviations of their difference at ½). */
const noiseOfShare = (n: number) => 3 * Math.sqrt(0.5 / Math.max(1, n));
