/** The engine's data: a house in space, the edges that a path can turn round, and what the paths from a unit. */
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
  lossId: Int32Array;
  /** Cosine of the angle of incidence, 0 … 1; 1 = at right angles. */
  cosine: Float64Array;
  /** Where on the path, 0 … 1. */
  at: Float64Array;
}

/** Everything that stands, sorted by the direction in which one place sees it; see `angularIndexOf`. */
export interface AngularIndex {
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

export interface DiffractionEdges {
  n: number;
  /** 3 per edge, m: the place of the turn. */
  at: Float64Array;
  /** 3 per edge: unit vector along the edge. */
  direction: Float64Array;
  /** 3 per edge: normal of the plane passed in an opening; zero at a free edge. */
  normal: Float64Array;
  /** What is passed at the edge itself, for example a door panel; −1 = nothing. */
  lossId: Int32Array;
  /** Item that the path turns in or round; edges of one item are one path. */
  item: Int32Array;
  /** In words, after «turn at the». */
  label: string[];
  /** Legs from edge to edge worth following: of edge i, legStart[i] … legStart[i + 1]. */
  legStart: Int32Array;
  legTo: Int32Array;
  /** 3 per leg: share that passes what the leg crosses. */
  legTransmittance: Float64Array;
  /** 3 per leg: its direction; and its length, m. */
  legDirection: Float64Array;
  legM: Float64Array;
  /** By the set of bands looked at (bit b = band b): per leg the product of its shares there; made when asked for. */
  legMerit: (Float64Array | undefined)[];
}

/** What is known of a cell of 1 m in plan and half a metre in height; kept by the scene. */
export interface Neighbourhood {
  /** Least x and y, and middle height, m. */
  x: number;
  y: number;
  z: number;
  /** The edges that best lead to it, best first. */
  near: Int32Array;
  /** Per edge: the largest share that passes from it to the cell in any band, or −1 where not yet asked. */
  transmittance: Float32Array;
}

/** Where a signal goes, for what readings have taught of it. */
export interface SignalPath {
  unitId: Id;
  from: readonly [number, number, number];
  to: readonly [number, number, number];
  /** 0 … 2. */
  band: number;
  /** What its strongest path crosses, each as often as it is crossed. */
  lossIds: ArrayLike<number>;
}

/** What readings have taught: how far a signal is from the computed one, dB, and what variance is left, dB². */
export type PosteriorCorrection = (path: SignalPath, variance: number) => { db: number; variance: number };

/** One end of a path: where it is, where its top points, its antenna in each band (null: no radio there). */
export interface Transmitter {
  at: readonly [number, number, number];
  axis: readonly [number, number, number];
  patterns: readonly (Pattern | null)[];
}

/**
 * The best paths to all edges. A state is an edge after so many turns: state = turns × edges + edge;
 * those with the most turns allowed are the ones that count, the others are what they came from.
 */
export interface PathTree {
  scene: Scene;
  transmitter: Transmitter;
  /** The unit that sends; null for what is none. */
  unitId: Id | null;
  /**
   * A path tree from close by: only the turns that it takes are tried, which is many times faster, and a state
   * is worked out when it is asked for, see `evaluateEdge`. null = all states are worked out.
   */
  warmStart: PathTree | null;
  /** With `like`: 1 for the states that are worked out. */
  evaluated: Uint8Array;
  /** 3 per state: antenna × crossings × turns on the path to it, without free space. */
  power: Float64Array;
  /** Unfolded length, m, and its last leg. */
  length: Float64Array;
  lastLeg: Float64Array;
  /** 3 per state: direction in which the path arrives. */
  arrivalDirection: Float64Array;
  /** State before; −1 = the unit itself. And the leg that leads from it, −1 = none. */
  previousState: Int32Array;
  viaLeg: Int32Array;
  /** What the unit sees in each direction. */
  index: AngularIndex;
  /** First state that counts. */
  firstFinalState: number;
  /** The edges that best lead away from the unit: tried as last turns everywhere, so that a turn near it is not missed far off. */
  leadingEdges: Int32Array;
  /** Per edge: the last place, by a running number, at which it was tried. */
  tried: Int32Array;
  queryCount: number;
  /** Loss ids crossed on the path to an edge, filled when asked for. */
  lossIds: (Int32Array | undefined)[];
  /** Scratch: the straight path's crossings, and those of one leg. */
  hits: Crossings;
  legHits: Crossings;
}

/**
 * All that a radio path can cross, in site coordinates. A loss id is what a crossing is made of:
 * an assembly or one obstacle; the same loss id crossed twice is the same error twice. −1 = open.
 */
export interface Scene {
  panels: Panel[];
  slabs: Slab[];
  blocks: Block[];
  shapes: Shapes;
  /** Per loss id: name for people. */
  lossNames: string[];
  lossRecordIds: Id[];
  /** Share of power that passes: (loss id × transmittanceSteps + step of the cosine) × 3 bands. */
  transmittance: Float64Array;
  /** Loss ids × 3 bands, dB. */
  spread: Float64Array;
  /** Edges that a path can turn round. */
  edges: DiffractionEdges;
  /** Kept by `neighbourhoodOf`: the scene does not change, and neither do they. */
  neighbourhoods: Map<number, Neighbourhood>;
  /** Angular indices of the edges, made when first asked for. */
  edgeIndices: (AngularIndex | undefined)[];
  /** What readings have taught of the signals in it; null = nothing, or it is not to be used. */
  posterior: PosteriorCorrection | null;
  /** The last of each unit that moves, and where all paths were last looked for; see `warmStartedPathTree`. */
  warmStarts: Map<Id, { searched: PathTree; latest: PathTree }>;
  /** Kept answers of `cachedPathTree`. */
  pathTrees: Map<string, PathTree>;
}
