/** Runs that are more likely a slip than a result, to be asked about before they are taken. */
import type { Job } from '../job/job';
import type { Reading } from '../job/records';

/** A street run above so many times the plan is a slip of the unit (planning). */
const overPlan = 3;
/** No device of today shows more than this within a house, Mbps (planning). */
const mostInHouseMbps = 10_000;

/** A run that asks whether its figures are kbit/s, and what it would be then. */
export interface Doubt {
  reading: Reading;
  words: string;
  asKbps: Reading;
}

const thousandth = (v: number | null) => (v === null ? null : v / 1000);

/**
 * A rate that no plan or radio of the house could give, but a thousandth of it could: most likely
 * kbit/s pasted as Mbps. Null when nothing is odd.
 * Example: 24 500 on a plan of 500 → asks whether it is 24.5 Mbps.
 */
export function doubtOf(job: Job, reading: Reading): Doubt | null {
  const most = (plan: number) =>
    reading.measures === 'house' ? mostInHouseMbps : Math.max(100, overPlan * plan);
  const far = (v: number | null, plan: number) => v !== null && v > most(plan);
  const { downMbps, upMbps } = reading;
  if (!far(downMbps, job.info.planDownMbps) && !far(upMbps, job.info.planUpMbps)) return null;
  const asKbps = { ...reading, downMbps: thousandth(downMbps), upMbps: thousandth(upMbps) };
  const shown = far(downMbps, job.info.planDownMbps) ? downMbps : upMbps;
  return {
    reading,
    asKbps,
    words:
      reading.measures === 'house'
        ? `${shown} Mbps is more than any radio can give. Is it kbit/s, so ${(shown ?? 0) / 1000} Mbps?`
        : `${shown} Mbps is far above the contract speed of ${job.info.planDownMbps} / ${job.info.planUpMbps}. Is it kbit/s, so ${(shown ?? 0) / 1000} Mbps?`,
  };
}

/** A clock may be so far off before a run counts as one of the future, ms. */
const clockMs = 10 * 60_000;

/** Says why a time can't be that of a run, or null. @param now ISO time. */
export function timeProblem(takenAt: string, now: string): string | null {
  const at = Date.parse(takenAt);
  if (!Number.isFinite(at)) return `“${takenAt}” is not a time`;
  return at > Date.parse(now) + clockMs ? `${takenAt} is in the future` : null;
}
