/** What limited the runs at a spot, by holding what they showed against each step of its chain. */
import { find, type Job } from '../job/job';
import type { ChainStep, Prediction } from '../network/predict';
import { rateText } from '../network/rateText';
import { decodeRate } from './linkRate';
import type { SpotProof } from './spotProof';

/** A median within this factor of what a step allows is taken for that step's limit (planning). */
const near = 1.25;

export interface SeenLimit {
  /** The step of the chain that fits; null where none does. */
  step: ChainStep | null;
  words: string;
}

/**
 * Compares the median download after the work with the steps of the predicted chain (without the plan
 * for runs in the house alone) and with the link rate that was noted. Null before there is an after-run.
 */
export function seenLimit(job: Job, proof: SpotProof, prediction: Prediction | undefined): SeenLimit | null {
  const got = proof.after.downMbps;
  if (proof.after.runs === 0 || got === null) return null;
  if (got === 0)
    return {
      step: null,
      words: 'Most runs could not connect: no unit is received there, or the unit refused.',
    };
  const noted = job.readings.find(
    (r) => r.spotId === proof.spotId && r.phase === 'after' && r.linkMbps !== null,
  );
  if (noted?.linkMbps) {
    const decoded = decodeRate(noted.linkMbps, find(job, 'device', noted.deviceId) ?? null);
    if (decoded.atDeviceTop && got * near >= decoded.goodputMbps)
      return {
        step: prediction?.chain.find((s) => s.kind === 'device') ?? null,
        words: `The device is the bottleneck: its link of ${rateText(noted.linkMbps)} Mbps (${decoded.words}) allows about ${rateText(decoded.goodputMbps)} through.`,
      };
  }
  const steps = (prediction?.chain ?? []).filter((s) => proof.kind === 'street' || s.kind !== 'plan');
  if (steps.length === 0)
    return { step: null, words: 'No unit reaches this spot in the prediction. There is nothing to compare.' };
  const off = (s: ChainStep) => Math.abs(Math.log(s.mbps / got));
  const nearest = steps.reduce((a, b) => (off(b) < off(a) ? b : a));
  const least = steps.reduce((a, b) => (b.mbps < a.mbps ? b : a));
  if (off(nearest) <= Math.log(near))
    return {
      step: nearest,
      words: `About what one step allows: ${nearest.label}, ${rateText(nearest.mbps)} Mbps. That is the bottleneck.`,
    };
  return got < least.mbps
    ? {
        step: null,
        words: `Less than every step should allow (the least is ${least.label}, ${rateText(least.mbps)} Mbps): a wall, the place of a unit or the use of a channel differs from the plan.`,
      }
    : {
        step: null,
        words: `More than predicted (its least step is ${least.label}, ${rateText(least.mbps)} Mbps).`,
      };
}
