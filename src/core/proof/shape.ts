import type { Id, Reading } from '../job/records';

/** SIMULATED conditions that a speed test is put under instead of a real radio. */
export interface Shape {
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
