import type { Id, Reading } from '../job/records';

/** SIMULATED conditions that a speed test is put under instead of a real radio. */
export interface LinkConditions {
  connected: boolean;
  /** Per stream of all streams together, Mbps. */
  downMbps: number;
  upMbps: number;
  latencyMs: number;
  rssiDbm: number | null;
  air: SimulatedAir;
}

/** SIMULATED: what the air does to single packets. */
export interface SimulatedAir {
  /** Answers are later than `latencyMs` by up to so much, evenly spread, ms. */
  jitterMs: number;
  /** Share of answers that come a repetition later, since a packet was lost, 0 … 1. */
  lostShare: number;
  /** Nothing passes in either direction; from when the run has its turn, ms. */
  silences: readonly { atMs: number; lengthMs: number }[];
}
export const calmAir: SimulatedAir = { jitterMs: 0, lostShare: 0, silences: [] };

/** A lost packet is sent again after so long at the earliest, ms (RFC 6298 asks for 1 s; common systems take 0.2 s). */
export const repeatMs = 200;

/** For how long nothing passes yet, ms; 0 while the air is open. @param atMs from when the run has its turn. */
export function silentForMs({ silences }: SimulatedAir, atMs: number): number {
  const ends = silences.filter((s) => s.atMs <= atMs && atMs < s.atMs + s.lengthMs);
  return Math.max(0, ...ends.map((s) => s.atMs + s.lengthMs - atMs));
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
