/** One link between two units: what it carries, and why. */
import { find, type Job } from '../job/job';
import { bands, type Band, type Id, type Product, type Link, type Radio, type Unit } from '../job/records';
import { patternGain } from '../propagation/pattern';
import { cachedSource, movingSource } from '../propagation/source';
import { signalAt } from '../propagation/signalsKept';

import { type Term, termsOfPaths, type RadioPath, radioPathsTo } from '../propagation/radioPaths';
import { type Air, goodputIn } from '../wifi/airTime';
import { commonMode, type RadioMode } from '../wifi/radioLink';
import { type Noise, noNoise } from './disturbance';
import { channelOfRadio } from './productAsSet';
import { wiredMbps } from '../media/wired';
import { type WiredLink, wiredLink } from '../media/wiredLink';
import type { Source, Scene } from '../propagation/model';

/** A unit with its product and its place in space. */
export interface PlacedUnit {
  unit: Unit;
  product: Product;
  at: [number, number, number];
  axis: [number, number, number];
  /** What the way it is held costs, dB ≥ 0, by band; see `mountLossDb`. */
  mountDb: readonly number[];
}

export interface UnitAir {
  channel: number;
  /** Was chosen by Nestle, since none is set: the quietest. */
  chosen: boolean;
  busyShare: number;
  noise: Noise;
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
  wireless: {
    band: Band;
    downDbm: number;
    upDbm: number;
    spreadDb: number;
    mode: RadioMode;
    /** The air at the far end, and at the near end for what comes back. */
    downAir: Air;
    upAir: Air;
    /** How the signal goes, strongest way first. */
    readonly ways: RadioPath[];
    /** What is sent first, then each gain or loss; they add up to downDbm. */
    readonly terms: Term[];
  } | null;
  /** Coax and powerline: what the way through the house costs. */
  wire: WiredLink | null;
}

/** Wired framing and TCP leave 1460 of 1538 bytes (standard: Ethernet). */
export const tcpFraction = 1460 / 1538;

/** How far a unit's radios of one use reach. */
export const sourceOfUnit = (
  scene: Scene,
  { unit, product, at, axis }: PlacedUnit,
  use: Radio['use'],
): Source =>
  cachedSource(
    scene,
    { at, axis, patterns: bands.map((b) => radioOf(product, b, use)?.pattern ?? null) },
    unit.id,
  );

/** The same for a unit that moves; see `movingSource`. */
export const movingSourceOf = (scene: Scene, { unit, product, at, axis }: PlacedUnit): Source =>
  movingSource(
    scene,
    { at, axis, patterns: bands.map((b) => radioOf(product, b, 'access')?.pattern ?? null) },
    unit.id,
  );

/** The radio that a unit uses on a band, undefined when it has none. */
export const radioOf = (product: Product, band: Band, use: Radio['use']): Radio | undefined =>
  product.radios.find((r) => r.band === band && r.use === use);

/** What a signal from a unit at a place differs by from the computed one, dB; the simulated house uses it. */
export type SignalOffset = (unit: Unit, at: readonly [number, number, number], band: number) => number;

/** What the way a unit is held costs, as a term; none where it costs nothing. @param band 0 … 2. */
export function mountTerm({ unit, mountDb }: PlacedUnit, band: number): Term[] {
  const db = mountDb[band] ?? 0;
  return db > 0
    ? [{ kind: 'mount', label: `${unit.letter} is in a cupboard`, db: -db, id: unit.id, spreadDb: 0 }]
    : [];
}

/** What readings have taught of a signal, as a term; none where nothing. */
export const calibrationTerm = (db: number): Term[] =>
  db === 0 ? [] : [{ kind: 'taught', label: 'Calibration', db, id: null, spreadDb: 0 }];

/**
 * One link worked out, or in words why there is none.
 * @param offset what the signal differs by from the computed one, dB.
 */
export function hopOf(
  job: Job,
  scene: Scene,
  link: Link,
  placed: ReadonlyMap<Id, PlacedUnit>,
  airs: ReadonlyMap<Id, Record<Band, UnitAir>>,
  offset: SignalOffset,
): Hop | string {
  const from = placed.get(link.fromUnitId);
  const to = placed.get(link.unitId);
  if (!from || !to) return `the uplink unit of ${to?.unit.letter ?? 'it'} is not part of this network`;
  if (link.medium !== 'wireless' || link.band === null) {
    const ports = Math.min(from.product.portMbps, to.product.portMbps);
    const wire = link.medium === 'coax' || link.medium === 'powerline' ? wiredLink(job, link) : null;
    if (typeof wire === 'string') return wire;
    const adapter = find(job, 'kit', link.adapterKitId)?.portMbps ?? Infinity;
    const rate = Math.min(wire ? wire.mediumMbps(0) : wiredMbps(link), ports, adapter) * tcpFraction;
    if (wire && rate <= 0) return `nothing passes the ${link.medium} to ${to.unit.letter}`;
    return { link, from, to, downMbps: rate, upMbps: rate, wireless: null, wire };
  }
  const use = link.radio === 'dedicated' ? 'backhaul' : 'access';
  const [a, b] = [radioOf(from.product, link.band, use), radioOf(to.product, link.band, use)];
  if (!a || !b) {
    const lacks = a ? to : from;
    return `${lacks.unit.letter} has no ${use === 'backhaul' ? 'separate ' : ''}${link.band} GHz radio for this link`;
  }
  const i = bands.indexOf(link.band);
  const { band } = link;
  const heard = heardAt(sourceOfUnit(scene, from, use), to.at, band);
  const gain = gainHeard(to, b, heard.arrivals);
  /** Path by path: asked for to be told, not kept. */
  const ways = () =>
    radioPathsTo(sourceOfUnit(scene, from, use), to.at, band)
      .map((w) => heardBy(to, b, w))
      .sort((p, q) => q.gainDb - p.gainDb);
  const taughtDb = heard.correctionDb;
  const gains = gain + taughtDb + offset(from.unit, to.at, i) - (from.mountDb[i] ?? 0) - (to.mountDb[i] ?? 0);
  const [downDbm, upDbm] = [a.eirpDbm + b.gainDbi + gains, b.eirpDbm + a.gainDbi + gains];
  const mode = commonMode(a, b, link.band);
  // both ends are on the channel of the one that feeds; a radio of its own has a channel of its own
  const near = airs.get(from.unit.id)?.[link.band];
  const busy =
    use === 'access'
      ? (near?.busyShare ?? 0)
      : (channelOfRadio(job, from.unit, a, link.channel)?.busyShare ?? 0);
  const share = 1 - busy;
  const downAir = { share, ...(airs.get(to.unit.id)?.[link.band].noise ?? noNoise) };
  const upAir = { share, ...(near?.noise ?? noNoise) };
  return {
    link,
    from,
    to,
    downMbps: goodputIn(downAir, downDbm, mode),
    upMbps: goodputIn(upAir, upDbm, mode),
    wire: null,
    wireless: {
      band: link.band,
      downDbm,
      upDbm,
      spreadDb: heard.spreadDb,
      mode,
      downAir,
      upAir,
      get ways() {
        return ways();
      },
      get terms(): Term[] {
        return [
          {
            kind: 'sent',
            label: `Transmitted by ${from.unit.letter}`,
            db: a.eirpDbm,
            id: from.unit.id,
            spreadDb: 0,
          },
          ...mountTerm(from, i),
          ...termsOfPaths(ways()),
          ...calibrationTerm(taughtDb),
          ...mountTerm(to, i),
          {
            kind: 'aerial',
            label: `Antenna of ${to.unit.letter}, at its best`,
            db: b.gainDbi,
            id: to.unit.id,
            spreadDb: 0,
          },
        ];
      },
    },
  };
}

interface Heard {
  /** Of each way four numbers: its gain, dB, and the direction that it comes from, of length 1; NaN where it has none. */
  arrivals: Float64Array;
  spreadDb: number;
  correctionDb: number;
}
/** By source, what is heard at places: planning asks the same many times over. */
const heardOf = new WeakMap<Source, Map<string, Heard>>();
/** Most places that are kept for one source. */
const mostHeard = 400;

/** How a source is heard at a place on a band. */
function heardAt(source: Source, at: PlacedUnit['at'], band: Band): Heard {
  const known = heardOf.get(source) ?? new Map<string, Heard>();
  heardOf.set(source, known);
  const key = `${band} ${at.join()}`;
  const before = known.get(key);
  if (before) return before;
  const received = signalAt(source, at);
  const i = bands.indexOf(band);
  const made: Heard = {
    arrivals: Float64Array.from(
      radioPathsTo(source, at, band).flatMap((way) => [way.gainDb, ...(cameFrom(way) ?? [NaN, NaN, NaN])]),
    ),
    spreadDb: received.spreadDb[i] ?? 0,
    correctionDb: received.correctionDb[i] ?? 0,
  };
  if (known.size >= mostHeard) known.clear();
  known.set(key, made);
  return made;
}

const along = (a: readonly number[], b: readonly number[]): number =>
  a.reduce((sum, v, k) => sum + v * (b[k] ?? 0), 0);

/** The direction that a way comes from at its end, of length 1; null where it has none. */
function cameFrom(way: RadioPath): [number, number, number] | null {
  const [last, before] = [way.points.at(-1), way.points.at(-2)];
  if (!last || !before) return null;
  const back = [before[0] - last[0], before[1] - last[1], before[2] - last[2]] as const;
  const d = Math.hypot(...back) || 1;
  return [back[0] / d, back[1] / d, back[2] / d];
}

/** What all ways bring together to the antenna of the unit at their end, dB. */
function gainHeard(to: PlacedUnit, radio: Radio, arrivals: Float64Array): number {
  const gains: number[] = [];
  for (let i = 0; i < arrivals.length; i += 4) {
    const from = arrivals.subarray(i + 1, i + 4);
    const db = Number.isNaN(from[0]) ? 0 : patternGain(radio.pattern, along([...from], to.axis));
    gains.push((arrivals[i] ?? -Infinity) + db);
  }
  gains.sort((p, q) => q - p);
  return 10 * Math.log10(gains.reduce((sum, db) => sum + 10 ** (db / 10), 0));
}

/** A way as the antenna of the unit at its end hears it, from the direction in which it arrives. */
function heardBy(to: PlacedUnit, radio: Radio, way: RadioPath): RadioPath {
  const from = cameFrom(way);
  if (!from) return way;
  const db = patternGain(radio.pattern, along(from, to.axis));
  const label = `Antenna of ${to.unit.letter}, this direction`;
  return {
    ...way,
    gainDb: way.gainDb + db,
    terms: [...way.terms, { kind: 'aerial', label, db, id: to.unit.id, spreadDb: 0 }],
  };
}
