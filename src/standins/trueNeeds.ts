/** SIMULATED: how often each need is met in the true house of a practice job, by runs that the learner has not seen. */
import { spotNeed } from '@/core/job/needs';
import type { Job } from '@/core/job/job';
import { testDevice } from '@/core/job/testDevice';
import type { TrueNeed } from '@/core/practice/score';
import { trueJob } from '@/core/practice/practiceJob';
import { hiddenTruth, simulateRun, trueNetwork } from './simulatedHouse';

/** Runs at each spot, numbered beyond all that anyone takes. */
const runs = 20;
const firstRun = 1000;

/** Spots that have a need. Without a device to test with there are none. */
export function trueNeeds(job: Job): TrueNeed[] {
  const real = trueJob(job);
  const device = testDevice(real);
  if (!device) return [];
  const truth = hiddenTruth(real);
  const network = trueNetwork(real, truth, 'after');
  return real.spots.flatMap((spot) => {
    const need = spotNeed(real, spot);
    if (need.downMbps === 0 && need.upMbps === 0) return [];
    const good = Array.from({ length: runs }, (_, i) =>
      simulateRun(real, truth, network, spot, device, 'after', firstRun + i),
    ).filter(
      (r) =>
        (r.downMbps ?? 0) >= need.downMbps &&
        (r.upMbps ?? 0) >= need.upMbps &&
        (r.latencyMs ?? Infinity) <= need.latencyMs,
    );
    return [{ spotId: spot.id, share: good.length / runs }];
  });
}
