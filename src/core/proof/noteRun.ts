import type { Job } from '../job/job';
import { makeRecord, type InputOf } from '../job/make';
import type { Id, Reading, Spot } from '../job/records';

/** What a run shows; everything else of a reading is where, when and how it was taken. */
export type RunFigures = Partial<
  Pick<
    InputOf<'reading'>,
    | 'deviceId'
    | 'downMbps'
    | 'upMbps'
    | 'latencyMs'
    | 'rssiDbm'
    | 'measures'
    | 'server'
    | 'heightM'
    | 'loadedMs'
    | 'loadedUpMs'
    | 'silenceMs'
    | 'remarks'
    | 'jitterMs'
    | 'lossPct'
    | 'linkMbps'
    | 'roundId'
  >
> &
  Pick<InputOf<'reading'>, 'connected' | 'source' | 'takenAt'>;

/** The next free run number at a spot. */
export const nextRun = (
  readings: readonly Pick<Reading, 'spotId' | 'phase' | 'roundId' | 'run'>[],
  spotId: Id,
  phase: Reading['phase'],
  roundId: Id | null = null,
): number =>
  readings
    .filter((r) => r.spotId === spotId && r.phase === phase && r.roundId === roundId)
    .reduce((most, r) => Math.max(most, r.run), 0) + 1;

export const runId = (
  spotId: Id,
  phase: Reading['phase'],
  run: number,
  roundId: Id | null | undefined = null,
): Id => `rd-${spotId}-${roundId ?? phase}-${run}`;

/**
 * A reading with the circumstances of the day: the job's test device, the spot's height and the plan,
 * where the run does not say otherwise. A run of 0 Mbps down is one that could not connect.
 * @throws z.ZodError with the path of what is wrong.
 */
export function noteRun(
  job: Job,
  spot: Spot,
  phase: Reading['phase'],
  run: number,
  figures: RunFigures,
  id: Id = runId(spot.id, phase, run, figures.roundId),
): Reading {
  const connected = figures.connected && figures.downMbps !== 0;
  return makeRecord({
    type: 'reading',
    id,
    spotId: spot.id,
    phase,
    run,
    deviceId: job.info.testDeviceId ?? job.devices[0]?.id ?? null,
    heightM: spot.heightM,
    planMbps: job.info.planDownMbps,
    rssiDbm: null,
    ...figures,
    connected,
    downMbps: connected ? (figures.downMbps ?? null) : null,
    upMbps: connected ? (figures.upMbps ?? null) : null,
    latencyMs: connected ? (figures.latencyMs ?? null) : null,
  });
}
