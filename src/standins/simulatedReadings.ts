import { afterRounds, builtOrFound } from '@/core/proof/rounds';
import { get, type Job } from '@/core/job/job';
import type { Id, Reading } from '@/core/job/records';
import { testDevice } from '@/core/job/testDevice';
import { trueJob } from '@/core/practice/practiceJob';
import { nextRun, noteRun } from '@/core/proof/noteRun';
import { hiddenTruth, simulateRun, trueNetwork } from './simulatedHouse';

/** What the stand-in's runs are made against. */
export const simulatedStreet = 'Simulated internet server';

/**
 * SIMULATED readings: the next `runs` runs at a spot, numbered after those it has, a minute apart.
 * @param takenAt time of the first run, ISO 8601.
 * @throws Error when the spot is unknown or the job has no test device.
 */
export function simulatedReadings(
  job: Job,
  spotId: Id,
  phase: Reading['phase'],
  runs: number,
  takenAt: string,
  roundId: Id | null = null,
): Reading[] {
  const spot = get(job, 'spot', spotId);
  const device = testDevice(job);
  if (!device) throw new Error('the job has no device to test with');
  // of a practice house the survey may be wrong
  const real = trueJob(job);
  const truth = hiddenTruth(real);
  const network = trueNetwork(real, truth, builtOrFound(phase));
  const first = nextRun(job.readings, spotId, phase, roundId);
  return Array.from({ length: runs }, (_, i): Reading => {
    const run = first + i;
    return noteRun(job, spot, phase, run, {
      takenAt: new Date(Date.parse(takenAt) + i * 60_000).toISOString(),
      deviceId: device.id,
      ...simulateRun(
        real,
        truth,
        network,
        spot,
        device,
        builtOrFound(phase),
        run + afterRounds(job, roundId),
      ),
      server: simulatedStreet,
      source: 'simulated',
      roundId,
    });
  });
}
