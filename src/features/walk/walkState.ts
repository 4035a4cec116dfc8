/** What a phone on a walk holds: the job as last seen, what waits, and what it is doing. */
import type { Job } from '@/core/job/job';
import type { Id, Reading, StepRun } from '@/core/job/records';
import type { DataCap } from '@/core/speedtest/dataUse';
import type { SpeedProgress, SpeedStep } from './speedTest';
import type { PlanForetold, Unsent, UnsentRoam, Waiting } from './walkKept';

export interface WalkState {
  code: string;
  job: Job | null;
  /** What the plan predicts; null where the laptop did not say. */
  foretold: PlanForetold | null;
  /** The order in which spots are walked. */
  order: Id[];
  waiting: Waiting;
  /** Photos on this phone that the laptop does not have yet. */
  photos: number;
  /** closed: the code is not open any more. */
  link: 'joining' | 'online' | 'offline' | 'closed';
  /** When the laptop last answered, ms since 1970; null = not yet. */
  heardMs: number | null;
  savedAt: string | null;
  problem: string | null;
  phase: Reading['phase'];
  /** Of a later phase: which round. */
  roundId: Id | null;
  measures: Reading['measures'];
  simulated: boolean;
  deviceId: Id | null;
  /** No run moves more data than this. */
  dataCapMB: DataCap;
  spotId: Id | null;
  rssiDbm: number | null;
  linkMbps: number | null;
  heightM: number | null;
  /** What the phone is on, as its settings show. */
  onUnitId: Id | null;
  onBand: Reading['onBand'];
  networkName: string;
  /** How many phones test at the same time, on purpose; 1 = this one alone. */
  together: number;
  testing: (SpeedProgress & { run: number; of: number }) | null;
  /** What was measured when the last test broke off: is that the result? Null when it did not. */
  brokenOffIn: SpeedStep | null;
  set: (part: Partial<WalkState>) => void;
  /** @param asked the phase that the one who opened the walk had before them; null = as the readings suggest. */
  start: (asked?: Reading['phase'] | null) => () => void;
  go: (spotId: Id) => void;
  test: () => Promise<void>;
  stop: () => void;
  note: (figures: Partial<Unsent> & Pick<Unsent, 'connected'>) => void;
  addRoam: (walk: UnsentRoam) => void;
  /** Notes what was done of a step of the runbook. */
  addStep: (run: StepRun) => void;
  /** Keeps a photo of a step until it is sent. @returns its name. */
  addPhoto: (file: File, stepKey: string) => Promise<string>;
  dropRefused: (id: Id) => void;
  /** Sends a run that was refused once more. */
  sendAgain: (id: Id) => void;
  flush: () => Promise<void>;
}
