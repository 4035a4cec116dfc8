/** What a proposal is chosen from: options with what they cost and which spots they serve. */
import type { Job } from '../job/job';
import type { AnyRecord, Id, Link, Product, Spot, Unit } from '../job/records';
import type { Network } from '../network/backhaul';
import type { Scene } from '../propagation/model';
import type { Candidate } from './candidate';
import type { RestBound } from './restBound';
import type { SpotService } from './spotServices';

/** An hour of work (planning), in the job's currency. */
export const hourEur = 45;
/** Where wired is preferred a wire may cost so much more than a link over the air (custom). */
export const wiredWorthEur = 80;
/** What a link over the air counts for beside its price. */
export const overAirEur = (job: Job): number => (job.info.preferWired ? wiredWorthEur : 0);

export interface CandidateOption {
  id: string;
  candidate: Candidate;
  product: Product;
  unit: Unit;
  link: Link;
  /** Adapters and the like that the job's catalogue lacks. */
  also: AnyRecord[];
  label: string;
  /** The option that feeds it; null = a unit that is kept. */
  parent: string | null;
  partsEur: number;
  minutes: number;
  /** Parts and work, and what its likely snags count for: what is made least. */
  costEur: number;
  holes: number;
  downMbps: number;
  upMbps: number;
  /** By spot: what it gets from here alone; of those whose need is met surely enough, and of all that hear it. */
  serves: Map<Id, SpotService>;
  draws: Map<Id, SpotService>;
}

export interface PlanningInstance {
  /** The job with what is kept alone. */
  base: Job;
  scene: Scene;
  network: Network;
  kept: Unit[];
  candidates: Candidate[];
  /** Fixed devices that join over the air are spots too, numbered 0. */
  spots: Spot[];
  /** Spots that what is kept serves already, as `CandidateOption.serves`. */
  served: CandidateOption['serves'];
  options: CandidateOption[];
  /** By product that is not bought, but there: how many there are. */
  stock: ReadonlyMap<Id, number>;
  /** By open spot: the option that would be surest, whether or not it is sure enough. */
  hopes: Map<Id, { certainty: number; words: string }>;
}

/** A product at a place, before it is fed. */
export type PlacedProduct = Pick<CandidateOption, 'candidate' | 'product' | 'unit'>;

/**
 * Is a product at a place looked at behind an option? @param to null = whether anything is, for so much.
 * @param costEur of it and of all that feeds it, as far as known, and what the needs that are left cost at least.
 */
export type HopTest = (
  parent: CandidateOption,
  to: (Pick<PlacedProduct, 'candidate' | 'product'> & { medium: Link['medium'] }) | null,
  costEur: number,
) => boolean;

/** What may hang on some options. What it works out is kept, so that it may be asked again, nearer ones first. */
export type Behind = (
  parents: readonly CandidateOption[],
  test: HopTest,
  rest?: RestBound,
) => CandidateOption[];

/** A unit behind another new one, however it is fed: it costs no less, and serves no more. */
export interface AtLeast {
  costEur: number;
  serves: ReadonlyMap<Id, unknown>;
  family: string;
  medium: Link['medium'];
}

/** An instance of which the options behind other options are still to be looked at. */
export interface DirectInstance extends PlanningInstance {
  /** All places, also those aside of sockets. */
  all: Candidate[];
  /** The same at places aside of those that have names. */
  aside: () => readonly CandidateOption[];
  behind: Behind;
  /** Units behind other new ones, by what each costs at least and what it serves at most. */
  atLeast: () => AtLeast[];
  /** What is not served of some spots costs at least so much, by units at some of the places. */
  restOf: (spots: readonly Id[], among: (at: PlacedProduct) => boolean) => RestBound;
}

/** Is it at a place that has a name of its own? */
export const isNamed = ({ candidate }: Pick<CandidateOption, 'candidate'>): boolean =>
  candidate.asideOf === undefined;
