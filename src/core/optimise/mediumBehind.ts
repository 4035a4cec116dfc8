/** What a medium is asked when a new unit is to feed another. */
import type { Job } from '../job/job';
import type { Id, Link, Product, Unit } from '../job/records';
import type { Backhaul, Network } from '../network/backhaul';
import type { Scene } from '../propagation/model';
import type { optionSnags } from './optionSnags';
import type { CandidateOption, PlacedProduct } from './planningInstance';

export interface BehindContext {
  job: Job;
  scene: Scene;
  network: Network;
  places: readonly PlacedProduct[];
  /** By unit: the options that what is kept feeds, as far as looked at. */
  direct: ReadonlyMap<Id, readonly CandidateOption[]>;
  serve: (backhaul: Backhaul) => Pick<CandidateOption, 'serves' | 'draws'>;
  /** What a unit would serve if it were fed so. */
  hoped: (backhaul: Backhaul) => CandidateOption['serves'];
  /** Spots that what is kept serves. */
  served: CandidateOption['serves'];
  snagsAt: (unit: Unit) => ReturnType<typeof optionSnags>;
  /** Products that the job's catalogue lacks. */
  lacking: readonly Product[];
  /** Kept units with ports to spare: a cable from one of them takes none that another needs. */
  roomy: ReadonlySet<Id>;
  /** Farther off in one building no unit feeds another over the air, m. */
  reachM: number;
}

/** An option with all that feeds it. */
export interface Chain {
  option: CandidateOption;
  backhaul: Backhaul;
  costEur: number;
  airHops: number;
  /** What it serves, and what each that it hangs on does. */
  serves: readonly CandidateOption['serves'][];
}

/** A link that may feed a unit behind another, with what it costs beside the unit. */
export type LinkBehind = { link: Link } & Pick<
  CandidateOption,
  'also' | 'label' | 'partsEur' | 'minutes' | 'holes'
>;

/** One medium: may a chain feed a unit over it, worked out at once; and the link, or null where there is none. */
export interface MediumBehind {
  medium: Link['medium'];
  may: (chain: Chain, to: PlacedProduct) => boolean;
  /** The link costs no less than this. */
  leastEur: (chain: Chain, to: PlacedProduct) => number;
  /** The same whatever it hangs on; null = it is fed by nothing new. */
  leastEver: (to: PlacedProduct) => number | null;
  linkTo: (chain: Chain, to: PlacedProduct) => LinkBehind | null;
}
