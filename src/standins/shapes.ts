/** SIMULATED conditions for the phone's own speed test: what the hidden truth lets through at a spot. */
import { applyEdit, putOne } from '@/core/job/edits';
import { find, type Job } from '@/core/job/job';
import { testDevice } from '@/core/network/predict';
import type { LinkConditions, SimulateRequest } from '@/core/speedtest/linkConditions';
import { hiddenTruth, simulateRun, trueNetwork } from './simulatedHouse';

/** Through the house alone the street takes no part: no plan, no delay of its own. */
const withoutStreet = (job: Job): Job =>
  applyEdit(
    job,
    putOne('without the street', {
      ...job.info,
      planDownMbps: 100_000,
      planUpMbps: 100_000,
      streetLatencyMs: 0,
    }),
  ).job;

/**
 * The conditions of one run at a spot; the same job, spot, phase, kind and run number give the same.
 * Null when the spot is unknown or the job has no test device.
 */
export function shapeFor(
  job: Job,
  { spotId, phase, measures }: SimulateRequest,
  run: number,
): LinkConditions | null {
  const spot = find(job, 'spot', spotId);
  const house = measures === 'house' ? withoutStreet(job) : job;
  const device = testDevice(house);
  if (!spot || !device) return null;
  const truth = hiddenTruth(house);
  const result = simulateRun(house, truth, trueNetwork(house, truth, phase), spot, device, phase, run);
  return {
    connected: result.connected,
    downMbps: result.downMbps ?? 0,
    upMbps: result.upMbps ?? 0,
    latencyMs: result.latencyMs ?? 0,
    rssiDbm: result.rssiDbm,
  };
}
