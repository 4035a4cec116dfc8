import type { Edit } from '../job/edits';
import type { Job } from '../job/job';
import type { Id, Product, Unit } from '../job/records';
import type { Network } from '../network/backhaul';
import type { Scene } from '../propagation/model';

/** How sure a check is of what it found. */
export type Sure = 'certain' | 'likely' | 'possible';

/** Something that a check found in the plan. */
export interface Snag {
  /** Rule and record: the same snag keeps it. */
  id: string;
  rule: string;
  what: string;
  why: string;
  sure: Sure;
  /** What it is about; shown when the snag is chosen. */
  recordId: Id;
  /** The edit that mends it, where one does. */
  repair: Edit | null;
}

/** What every rule looks at. */
export interface SnagInput {
  job: Job;
  scene: Scene;
  /** The planned network. */
  network: Network;
  planned: { unit: Unit; product: Product; at: readonly [number, number, number]; outdoors: boolean }[];
}

/** One check: pure, one file. */
export type SnagRule = (input: SnagInput) => Omit<Snag, 'id' | 'rule'>[];
