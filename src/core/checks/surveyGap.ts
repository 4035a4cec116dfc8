import type { Edit } from '../job/edits';
import type { Job } from '../job/job';
import type { Id } from '../job/records';
import type { Term } from '../propagation/radioPaths';

/** Something that a survey lacks. */
export interface SurveyGap {
  id: string;
  /** What it is about, and what is missing. */
  subject: string;
  missing: string;
  /** Spread that it leaves, dB; null where it is not a matter of dB. */
  spreadDb: number | null;
  /** How many spots it touches; null where it is not a matter of spots. */
  spots: number | null;
  /** What it touches, in words: «3 spots», «coax links». */
  touches: string;
  /** Record to look at. */
  recordId: Id | null;
  /** A repair that needs no more knowledge. */
  repair: { name: string; edit: Edit } | null;
  /** Without it there is no plan at all. */
  needed: boolean;
}

/** What each spot's signal passes, for counting the spots that a gap touches. */
export interface SpotTerms {
  spotId: Id;
  unitId: Id | null;
  terms: readonly Pick<Term, 'id'>[];
}

/** What a rule looks at: the job, and how many spots' signals pass any of these records. */
export interface Surveyed {
  job: Job;
  crossedBy: (ids: ReadonlySet<Id>) => number;
}

/** What one rule finds missing, in the order of the house. */
export type GapRule = (surveyed: Surveyed) => SurveyGap[];

export const plural = (n: number, word: string): string => `${n} ${word}${n === 1 ? '' : 's'}`;

/** A gap: what is not said is not so. */
export const gap = (part: Pick<SurveyGap, 'id' | 'subject' | 'missing'> & Partial<SurveyGap>): SurveyGap => ({
  spreadDb: null,
  spots: null,
  touches: part.spots == null ? '' : plural(part.spots, 'spot'),
  recordId: null,
  repair: null,
  needed: false,
  ...part,
});
