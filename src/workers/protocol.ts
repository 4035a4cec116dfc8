/** What the interface asks of the computing worker and what it answers; both ends import this. */
import type { Isoband } from '@/core/coverage/isolines';
import type { Layer } from '@/core/coverage/field';
import type { Edit } from '@/core/job/edits';
import type { AnyRecord, Band, Id, Unit } from '@/core/job/records';
import type { Scenario } from '@/core/network/feeds';
import type { Load } from '@/core/network/load';
import type { AirLink } from '@/core/plan/placeUnit';
import type { Prediction } from '@/core/network/predict';

export interface FieldRequest {
  storeyId: Id;
  scenario: Scenario;
  layer: Layer;
  band: Band;
  /** A unit being dragged, in place of the stored one. */
  moved: Unit | null;
  /** Also give the outline of what was short as found. */
  shortBefore: boolean;
}

export interface RoomField {
  roomId: Id;
  bands: Isoband[];
  /** Share of the room that meets its need, 0 … 1. */
  shareMet: number;
  /** Where the network as found falls short: the region that met the need. */
  metBefore: Isoband | null;
}

export interface FieldAnswer {
  request: FieldRequest;
  rooms: RoomField[];
  predictions: Prediction[];
  load: Load;
  /** What each link alone allows, Mbps. */
  links: { linkId: Id; downMbps: number; upMbps: number }[];
  unfed: { unitId: Id; why: string }[];
  /** Time spent in the worker, ms. */
  tookMs: number;
}

export interface ComputeApi {
  /** Takes the records of a job; what did not change is kept. */
  setJob(records: AnyRecord[]): Promise<void>;
  /** Coverage of one storey and the predictions of all spots. */
  field(request: FieldRequest): Promise<FieldAnswer>;
  /** Ways to feed a unit over the air, best first. */
  airLinks(unitId: Id): Promise<AirLink[]>;
  /** The edit that puts a new unit of a kit at a place, with its best link. */
  placeUnit(kitId: Id, at: { storeyId: Id; xM: number; yM: number }): Promise<{ edit: Edit; unit: Unit }>;
  /** Predictions of all spots for a scenario. */
  predict(scenario: Scenario): Promise<Prediction[]>;
}

/** Levels that each layer is drawn at, lowest first. */
export const layerLevels: Record<Layer, readonly number[]> = {
  headroom: [0, 5, 10, 15, 20],
  signal: [-80, -75, -70, -65, -60, -55, -50],
  certainty: [0.5, 0.75, 0.9, 0.95, 0.99],
};

/** Distance of grid nodes, m. */
export const indoorStepM = 0.25;
export const outdoorStepM = 0.5;
