/** What a step of the runbook is. */
import type { Id } from '../job/records';
import type { CautionId } from './cautions';

/** A duration: its median, minutes, and its spread as a standard deviation of the logarithm (planning). */
export interface Duration {
  min: number;
  spread: number;
}

export interface HoldPoint {
  /** What must be seen, as a question that is answered with yes. */
  question: string;
  /** The light to be seen, in words, with what it means; null where none tells. */
  light: { colour: string; means: string } | null;
}

export const stepKinds = [
  'bench',
  'update',
  'pair',
  'set',
  'carry',
  'cable',
  'mount',
  'check',
  'label',
  'clear',
] as const;
export type StepKind = (typeof stepKinds)[number];

export interface Step {
  /** Stable: what it is, and of which unit or link: «pair.unit-b». */
  key: string;
  kind: StepKind;
  unitId: Id | null;
  linkId: Id | null;
  title: string;
  text: string;
  holdPoint: HoldPoint | null;
  cautions: CautionId[];
  /** What is ticked off one by one; empty = it has no list. */
  list: { mark: string; words: string }[];
  /** Keys of the steps that come first. */
  after: string[];
  hands: Duration;
  /** Time after the hands are free, until its gate can be passed; null = none. */
  wait: Duration | null;
  /** Seconds that a pairing window stays open; null = it has none. */
  windowS: number | null;
  /** A step of one's own, or changed by hand. */
  edited: boolean;
}

/** Planning values for hands and waits, minutes; spreads as of a lognormal. */
export const durations = {
  quick: { min: 0.5, spread: 0.4 },
  short: { min: 1, spread: 0.4 },
  small: { min: 2, spread: 0.4 },
  some: { min: 4, spread: 0.4 },
  more: { min: 8, spread: 0.4 },
  boot: { min: 2.5, spread: 0.25 },
  modem: { min: 3, spread: 0.3 },
  pairing: { min: 1.5, spread: 0.35 },
  firmware: { min: 6, spread: 0.5 },
  settle: { min: 2.5, spread: 0.3 },
} as const satisfies Record<string, Duration>;

/** How long a unit listens after its button was pressed, s (planning). */
export const pairingWindowS = 120;
