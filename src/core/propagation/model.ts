/** The engine's data: a house in space, its faces and edges, and a unit made ready for many places. */
import type { Id, Point } from '../job/records';
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

/** Boxes within boxes, each before what it holds. */
export interface Boxes {
  /** 6 per node, m: least x, y, z, greatest x, y, z. */
  bounds: Float64Array;
  /** Per node: the node after all that it holds. */
  next: Int32Array;
  /** Per node: what is in it, items[first[i]] … items[first[i + 1] − 1]; none where it holds other boxes. */
  first: Int32Array;
  items: Int32Array;
}

/** Walls and roofs in one, obstacles in the other. */
export interface BoxTree {
  panels: Boxes;
  /** 14 per panel in the order of `panels.items`: normal and offset, along and offset, up and offset, length, height. */
  rectangle: Float64Array;
  blocks: Boxes;
}

/** One plane each. Those of panels come first, in their order; then those of slabs; then four sides of each box that reflects. */
export interface Facets {
  n: number;
  /** 4 per facet: unit normal and offset; on the plane, normal · place = offset. */
  plane: Float64Array;
  /** Per facet: places on it that stand for all of it, from sampleStart[i] to sampleStart[i + 1]; none for a slab, which is everywhere. */
  sampleStart: Int32Array;
  /** 3 per place, m. */
  sample: Float64Array;
  /** Of the sides of boxes, 10 each: origin, along, up, length; and their block. */
  side: Float64Array;
  block: Int32Array;
}

export interface DiffractionEdges {
  n: number;
  /** Edges in the plane of facet f: facetStart[f] … facetStart[f + 1] − 1. Those of boxes come after all. */
  facetStart: Int32Array;
  /** 3 per edge, m: one of its ends; and the unit vector from there along it. */
  at: Float64Array;
  direction: Float64Array;
  lengthM: Float64Array;
  /** 2 per edge: what stands on its two sides; −1 = nothing. */
  lossIds: Int32Array;
  /** 3 per edge: away from the wall that ends here; zero where both sides are reached by the same legs. */
  outward: Float64Array;
  /** Opening, hole or box that the path turns in or round; edges of one item are one path. Negative for ends of walls. */
  item: Int32Array;
  /** In words, after «turn at the». */
  label: string[];
}

/** Losses that a signal depends on: how many dB it changes for each dB of a loss. */
export interface Crossed {
  count: number;
  lossId: Int32Array;
  /** How often it is crossed, over all paths by their share of the power. */
  times: Float64Array;
}

/** Where a signal goes, for what readings have taught of it. */
export interface SignalPath {
  unitId: Id;
  from: readonly [number, number, number];
  to: readonly [number, number, number];
  /** 0 … 2. */
  band: number;
  crossed: Crossed;
  /** Standard deviation of what belongs to this signal alone, dB. */
  ownDb: number;
}

/** A room in space, site coordinates, m. */
export interface SceneRoom {
  name: string;
  outline: Point[];
  holes: Point[][];
  z0: number;
  z1: number;
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
 * A unit made ready for many places: what it sees in each direction, and its images in the faces around it
 * (image method). An image of the second order stands for two reflections, one after the other.
 */
export interface Source {
  scene: Scene;
  transmitter: Transmitter;
  /** The unit that sends; null for what is none. */
  unitId: Id | null;
  /** It stands in a room, and so among furniture. */
  isInRoom: boolean;
  index: AngularIndex;
  /** Per facet: offset of its plane from the unit along its normal, m; negative = the unit is on the normal's side. */
  offset: Float64Array;
  /** Per facet and per edge: share of power that reaches it from the unit at most, in any band. */
  lit: Float32Array;
  litEdge: Float32Array;
  /** Images of the second order, the best first: facets in the order of the reflections. */
  images: number;
  firstFacet: Int32Array;
  secondFacet: Int32Array;
  /** 3 per image, m: the image in the first facet, and the image of that in the second. */
  firstImage: Float64Array;
  secondImage: Float64Array;
  /** Per image: offset of the second facet's plane from the first image, m; and the most that its reflections leave. */
  secondOffset: Float64Array;
  most: Float64Array;
  /** Scratch: offset of each facet's plane from the place at hand; crossings of the straight path and of a leg. */
  away: Float64Array;
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
  boxTree: BoxTree;
  /** Per loss id: name for people. */
  lossNames: string[];
  lossRecordIds: Id[];
  /** Share of power that passes: (loss id × transmittanceSteps + step of the cosine) × 3 bands. */
  transmittance: Float64Array;
  /** Share of power that is reflected, laid out in the same way. */
  reflectance: Float64Array;
  /** Loss ids × 3 bands, dB. */
  spread: Float64Array;
  /** Edges that a path can turn round. */
  edges: DiffractionEdges;
  /** Faces that reflect. */
  facets: Facets;
  /** Per facet, made when first asked for: share of power that passes from it to each other one at most; −1 = not yet asked. */
  passBetween: (Float32Array | undefined)[];
  /** What readings have taught of the signals in it; null = nothing, or it is not to be used. */
  posterior: PosteriorCorrection | null;
  /** Rooms, to name faces by. */
  rooms: SceneRoom[];
  /** Of each unit that is dragged, where all was looked at last, and the latest place; see `movingSource`. */
  moving: Map<Id, { searched: Source; latest: Source }>;
  /** Kept answers of `cachedSource`. */
  sources: Map<string, Source>;
  /** How many of them it keeps: planning, which asks for hundreds of places over and over, has it keep more. */
  mostSources: number;
}
