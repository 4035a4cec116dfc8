/** The engine's data: a house in space, the edges that a path can turn round, and what a unit reaches. */
import type { Id } from '../job/records';
import type { Pattern } from './pattern';
import type { Block, Panel, Slab } from './sceneParts';
import type { Shapes } from './shapes';

/** What one straight path crosses; made once and filled again and again. */
export interface Crossings {
  count: number;
  /** Item of each crossing: a wall, floor, box, door, hole; see Shapes. */
  item: Int32Array;
  /** Key of each crossing, see Scene. */
  key: Int32Array;
  /** Cosine of the angle of incidence, 0 … 1; 1 = at right angles. */
  cosine: Float64Array;
  /** Where on the path, 0 … 1. */
  at: Float64Array;
}

/** Everything that stands, sorted by the direction in which one place sees it; see `fanOf`. */
export interface Fan {
  /** Where it stands, site coordinates, m. */
  at: readonly [number, number, number];
  /** Per panel: how far its plane is from here along its normal; where here lies along its two sides. */
  away: Float64Array;
  along: Float64Array;
  up: Float64Array;
  /** Items seen in sector i: items[start[i]] … items[start[i + 1] − 1], nearest first. */
  start: Int32Array;
  items: Uint16Array;
  /** 3 per such item: how near it comes, m in plan; least and most slope, rise over distance in plan, of a path that meets it. */
  bounds: Float32Array;
}

export interface Gates {
  n: number;
  /** 3 per gate, m: the place of the turn. */
  at: Float64Array;
  /** 3 per gate: unit vector along the edge. */
  edge: Float64Array;
  /** 3 per gate: normal of the plane passed in an opening; zero at a free edge. */
  normal: Float64Array;
  /** What is passed at the gate itself, for example a door's leaf; −1 = nothing. */
  key: Int32Array;
  /** Item that the path turns in or round; gates of one item are one way. */
  item: Int32Array;
  /** In words, after «turn at the». */
  words: string[];
  /** Legs from gate to gate worth following: of gate i, legStart[i] … legStart[i + 1]. */
  legStart: Int32Array;
  legTo: Int32Array;
  /** 3 per leg: share that passes what the leg crosses. */
  legPass: Float64Array;
  /** 3 per leg: its direction; and its length, m. */
  legWay: Float64Array;
  legM: Float64Array;
  /** By the set of bands looked at (bit b = band b): per leg the product of its shares there; made when asked for. */
  legWorth: (Float64Array | undefined)[];
}

/** What is known of a cell of 1 m in plan and half a metre in height; kept by the scene. */
export interface Neighbourhood {
  /** Least x and y, and middle height, m. */
  x: number;
  y: number;
  z: number;
  /** The gates that best lead to it, best first. */
  near: Int32Array;
  /** Per gate: the largest share that passes from it to the cell in any band, or −1 where not yet asked. */
  share: Float32Array;
}

/** Where a signal goes, for what readings have taught of it. */
export interface TaughtPath {
  unitId: Id;
  from: readonly [number, number, number];
  to: readonly [number, number, number];
  /** 0 … 2. */
  band: number;
  /** What its strongest way crosses, each as often as it is crossed. */
  keys: ArrayLike<number>;
}

/** What readings have taught: how far a signal is from the computed one, dB, and what variance is left, dB². */
export type Taught = (path: TaughtPath, variance: number) => { db: number; variance: number };

/** One end of a path: where it is, where its top points, its aerial in each band (null: no radio there). */
export interface Sender {
  at: readonly [number, number, number];
  axis: readonly [number, number, number];
  patterns: readonly (Pattern | null)[];
}

/**
 * The best ways to all gates. A state is a gate after so many turns: state = turns × gates + gate;
 * those with the most turns allowed are the ones that count, the others are what they came from.
 */
export interface Reach {
  scene: Scene;
  sender: Sender;
  /** The unit that sends; null for what is none. */
  unitId: Id | null;
  /**
   * A reach from close by: only the turns that it takes are tried, which is many times faster, and a state
   * is worked out when it is asked for, see `settle`. null = all states are worked out.
   */
  like: Reach | null;
  /** With `like`: 1 for the states that are worked out. */
  settled: Uint8Array;
  /** 3 per state: aerial × crossings × turns on the way to it, without free space. */
  power: Float64Array;
  /** Unfolded length, m, and its last leg. */
  length: Float64Array;
  lastLeg: Float64Array;
  /** 3 per state: direction in which the way arrives. */
  arrives: Float64Array;
  /** State before; −1 = the unit itself. And the leg that leads from it, −1 = none. */
  from: Int32Array;
  by: Int32Array;
  /** What the unit sees in each direction. */
  fan: Fan;
  /** First state that counts. */
  first: number;
  /** The gates that best lead away from the unit: tried as last turns everywhere, so that a turn near it is not missed far off. */
  leading: Int32Array;
  /** Per gate: the last place, by a running number, at which it was tried. */
  tried: Int32Array;
  places: number;
  /** Keys crossed on the way to a gate, filled when asked for. */
  keys: (Int32Array | undefined)[];
  /** Scratch: the straight path's crossings, and those of one leg. */
  hits: Crossings;
  legHits: Crossings;
}

/**
 * All that a radio path can cross, in site coordinates. A `key` is what a crossing is made of:
 * an assembly or one obstacle; the same key crossed twice is the same error twice. −1 = open.
 */
export interface Scene {
  panels: Panel[];
  slabs: Slab[];
  blocks: Block[];
  shapes: Shapes;
  /** Per key: name for people. */
  keyNames: string[];
  keyIds: Id[];
  /** Share of power that passes: (key × passSteps + step of the cosine) × 3 bands. */
  pass: Float64Array;
  /** keys × 3 bands, dB. */
  spread: Float64Array;
  /** Edges that a path can turn round. */
  gates: Gates;
  /** Kept by `neighbourhoodOf`: the scene does not change, and neither do they. */
  neighbourhoods: Map<number, Neighbourhood>;
  /** Fans of the gates, made when first asked for. */
  fans: (Fan | undefined)[];
  /** What readings have taught of the signals in it; null = nothing, or it is not to be used. */
  taught: Taught | null;
  /** The last of each unit that moves, and where all ways were last looked for; see `movingReach`. */
  moving: Map<Id, { searched: Reach; latest: Reach }>;
  /** Kept answers of `keptReach`. */
  reaches: Map<string, Reach>;
}
