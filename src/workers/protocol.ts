/** What the interface asks of the computing worker and what it answers; both ends import this. */
import type { Isoband } from '@/core/coverage/isolines';
import type { Layer } from '@/core/coverage/field';
import type { Handover } from '@/core/coverage/roaming';
import type { Snag } from '@/core/checks/snag';
import type { Edit } from '@/core/job/edits';
import type { Live } from '@/core/install/live';
import type { AnyRecord, Band, Id, Link, PerBand, StepRun, Unit } from '@/core/job/records';
import type { Scenario } from '@/core/network/backhaul';
import type { Load } from '@/core/network/load';
import type { ChannelPlan } from '@/core/network/channelPlan';
import type { BackhaulOption } from '@/core/network/backhaulOptions';
import type { ProfilePart } from '@/core/propagation/pathProfile';
import type { Term } from '@/core/propagation/radioPaths';
import type { NextStep } from '@/core/optimise/nextSteps';
import type { Calibration } from '@/core/calibration/fit';
import type { LinkLoad } from '@/core/proof/linkLoad';
import type { Prediction } from '@/core/network/predict';

/** What is drawn with levels: a value of the core, or what readings change of the signal, dB. */
export type LevelLayer = Layer | 'taught';

/** What the sheet can show: something with levels, or which unit serves where. */
export type SheetLayer = LevelLayer | 'units';

export interface FieldRequest {
  storeyId: Id;
  scenario: Scenario;
  layer: SheetLayer;
  band: Band;
  /** A unit being dragged, in place of the stored one. */
  moved: Unit | null;
  /** Also give the outline of what was short as found. */
  shortBefore: boolean;
  /** Coarse while something moves: a wider grid, and no reasons with the predictions. */
  quality: 'coarse' | 'fine';
  /** Also answer for the network: all spots, the load and the links. */
  network: boolean;
}

export interface RoomField {
  roomId: Id;
  bands: Isoband[];
  /** Layer «units»: the unit that each of `bands` belongs to. */
  unitIds: Id[];
  /** Layer «units»: where a phone may hold on to a unit that does not meet the need. */
  cling: Isoband | null;
  /** Where the network as found falls short: the region that met the need. */
  metBefore: Isoband | null;
}

export interface FieldAnswer {
  request: FieldRequest;
  rooms: RoomField[];
  /** null when it was not asked for. */
  network: NetworkAnswer | null;
  /** Time spent in the worker, ms. */
  tookMs: number;
}

/** How a network does as a whole. */
export interface NetworkAnswer {
  scenario: Scenario;
  predictions: Prediction[];
  load: Load;
  /** What each link alone allows, Mbps. */
  links: LinkAnswer[];
  unfed: { unitId: Id; why: string }[];
}

export interface LinkAnswer {
  linkId: Id;
  downMbps: number;
  upMbps: number;
  /** Over the air: what arrives each way, and the terms that add up to the first. */
  air: { band: Band; downDbm: number; upDbm: number; spreadDb: number; terms: Term[] } | null;
}

/** How a storey's rooms fare as areas. */
export interface StoreyAreas {
  storeyId: Id;
  rooms: RoomArea[];
  handovers: Handover[];
}

export interface RoomArea {
  roomId: Id;
  /** Share of the room that meets its need, and that meets it with 90 % certainty, 0 … 1; null: too small to say. */
  shareMet: number | null;
  shareSure: number | null;
  /** Where a phone may cling to a unit, m². */
  cling: { unitId: Id; areaM2: number }[];
}

/** A place in the house, storey coordinates. */
export interface PlaceIn {
  storeyId: Id;
  xM: number;
  yM: number;
  heightM: number;
}

/** A cut along a way through the house: what stands there, and what its straight legs cross. */
export interface PathProfileAnswer {
  /** Unfolded: distance along the way, and height above the site's zero. */
  path: { sM: number; zM: number }[];
  parts: ProfilePart[];
  /** Length in space, m, and what that costs in free space, dB by band. */
  lengthM: number;
  freeDb: PerBand;
  /** In order; dB ≤ 0 by band; where in the drawing. */
  crossed: { label: string; id: Id | null; db: PerBand; sM: number; zM: number }[];
}

export interface ComputeApi {
  /** Takes the records of a job; what did not change is kept. */
  setJob: (records: AnyRecord[]) => Promise<void>;
  /** Coverage of one storey and, if asked for, how the network does. */
  field: (request: FieldRequest) => Promise<FieldAnswer>;
  /** How the rooms of a storey fare: for all storeys in turn while nothing else is asked. */
  areas: (storeyId: Id, scenario: Scenario) => Promise<StoreyAreas>;
  /** A step of a drag for practice; false where there is no unit to drag. */
  rehearse: (storeyId: Id, scenario: Scenario, turn: number) => Promise<boolean>;
  /** The cut along points in space (site coordinates, m), or between places of the house. */
  cut: (points: readonly (readonly [number, number, number])[]) => Promise<PathProfileAnswer>;
  cutBetween: (a: PlaceIn, b: PlaceIn) => Promise<PathProfileAnswer>;
  /** Every way to feed a unit, best first. */
  backhaulOptions: (unitId: Id) => Promise<BackhaulOption[]>;
  /** Length, m, and holes of a cable between its units with the way that it has. */
  cableWay: (link: Link) => Promise<{ lengthM: number; holes: number }>;
  /** The edit that puts a new unit of a product at a place, with its best link. */
  placeUnit: (kitId: Id, at: { storeyId: Id; xM: number; yM: number }) => Promise<{ edit: Edit; unit: Unit }>;
  /** Predictions of all spots for a scenario. */
  predict: (scenario: Scenario) => Promise<Prediction[]>;
  /** The channels in which the planned units take least of one another's time. */
  channels: () => Promise<ChannelPlan>;
  /** What the checks find in the plan, surest first. */
  snags: () => Promise<Snag[]>;
  /** The single moves that would help a spot most, as planned. */
  nextSteps: (spotId: Id) => Promise<NextStep[]>;
  /** The radio links of the plan, by what the runs after the work say of them under load. */
  linkLoads: () => Promise<LinkLoad[]>;
  /** The runbook as it stands at a time, ms since 1970; with other runs than the job's in a rehearsal; of one visit, or null. */
  runbook: (people: number, nowMs: number, runs: StepRun[] | null, visitId: Id | null) => Promise<Live>;
  /** What the job's readings teach, used or not; null where none has a signal. */
  calibration: () => Promise<Omit<Calibration, 'posterior'> | null>;
  /** Predictions of the fixed devices that use Wi-Fi. */
  predictFixed: (scenario: Scenario) => Promise<Prediction[]>;
}

/** Levels that each layer is drawn at, lowest first. */
export const layerLevels: Record<LevelLayer, readonly number[]> = {
  headroom: [0, 5, 10, 15, 20],
  signal: [-80, -75, -70, -65, -60, -55, -50],
  certainty: [0.5, 0.75, 0.9, 0.95, 0.99],
  taught: [-9, -6, -3, 0, 3, 6, 9],
};

/** Distance of grid nodes, m; twice that while something moves, three times where the machine does not keep up. */
export const indoorStepM = 0.25;
export const outdoorStepM = 0.5;
