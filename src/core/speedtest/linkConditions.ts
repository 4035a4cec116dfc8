import type { Id, Reading } from '../job/records';

/** SIMULATED conditions that a speed test is put under instead of a real radio. */
export interface LinkConditions {
  connected: boolean;
  /** Per stream of all streams together, Mbps. */
  downMbps: number;
  upMbps: number;
  latencyMs: number;
  rssiDbm: number | null;
}

/** What a phone asks to be simulated. */
export interface SimulateRequest {
  spotId: Id;
  phase: Reading['phase'];
  measures: Reading['measures'];
}

/** SIMULATED: one second of a phone that walks. */
export interface SimulatedBeat {
  unitId: Id | null;
  lost: boolean;
  mbps: number;
  latencyMs: number;
}

/** Who answers for the hidden truth. Null = the job has no such spot. */
export interface Simulation {
  shapeOf: (jobId: Id, request: SimulateRequest, run: number) => LinkConditions | null;
  beatOf: (jobId: Id, spotId: Id, phase: Reading['phase'], heldId: Id | null) => SimulatedBeat | null;
}
