/** How far a job is, from the first call to the end of its warranty, and what comes next. */
import type { Job } from '../job/job';
import type { SpotProof } from '../proof/spotProof';
import { tally } from '../proof/spotProof';

/** In the order of the work. `warranty` and `closed` follow from the day of the hand-over. */
export const jobStates = [
  'asked',
  'surveyed',
  'quoted',
  'accepted',
  'fitted',
  'proven',
  'handed-over',
  'warranty',
  'closed',
] as const;
export type JobState = (typeof jobStates)[number];

export const stateWords: Record<JobState, string> = {
  asked: 'Asked',
  surveyed: 'Surveyed',
  quoted: 'Quoted',
  accepted: 'Accepted',
  fitted: 'Fitted',
  proven: 'Proven',
  'handed-over': 'Handed over',
  warranty: 'Under warranty',
  closed: 'Closed',
};

/** What comes next in a state, where nothing else is noted. */
export const nextWords: Record<JobState, string> = {
  asked: 'Survey the house',
  surveyed: 'Make a quote',
  quoted: 'Ask for an answer to the quote',
  accepted: 'Agree a day, order parts, install',
  fitted: 'Test every spot again',
  proven: 'Hand over and sign',
  'handed-over': 'Send the invoice',
  warranty: 'Test again after a year',
  closed: 'Nothing',
};

/** So long a job counts as just handed over, days (planning). */
const freshDays = 30;
const dayMs = 86_400_000;

/** The day so many months later; the last of the month where there is no such day. @param day «2026-11-05». */
export function monthsLater(day: string, months: number): string {
  const [y = 0, m = 1, d = 1] = day.split('-').map(Number);
  const first = new Date(Date.UTC(y, m - 1 + months, 1));
  const last = new Date(Date.UTC(y, m + months, 0)).getUTCDate();
  first.setUTCDate(Math.min(d, last));
  return first.toISOString().slice(0, 10);
}

/** The day of the hand-over: the newest that one side at least signed; null = not handed over. */
export const handedOverOn = (job: Job): string | null =>
  job.signOffs
    .filter((s) => s.installer !== null || s.householder !== null)
    .map((s) => s.day)
    .sort()
    .at(-1) ?? null;

/** The state as the records alone say it; the hand-over is the last that they know. */
export function recordedState(job: Job, proofs: readonly SpotProof[]): JobState {
  if (handedOverOn(job) !== null) return 'handed-over';
  const { all, proven } = tally(proofs);
  if (all > 0 && proven === all) return 'proven';
  if (job.readings.some((r) => r.phase === 'after')) return 'fitted';
  const quotes = job.quotes.filter((q) => q.kind === 'quote');
  if (quotes.some((q) => q.state === 'accepted')) return 'accepted';
  if (quotes.some((q) => q.state === 'offered')) return 'quoted';
  return job.spots.length > 0 && job.rooms.length > 0 ? 'surveyed' : 'asked';
}

/** The state on a day: some weeks after the hand-over a job is under warranty, and after that closed. */
export function stateOn(
  { state, handedOn, warrantyMonths }: { state: JobState; handedOn: string | null; warrantyMonths: number },
  today: string,
): JobState {
  if (state !== 'handed-over' || handedOn === null) return state;
  if (today >= monthsLater(handedOn, warrantyMonths)) return 'closed';
  return Date.parse(today) - Date.parse(handedOn) > freshDays * dayMs ? 'warranty' : 'handed-over';
}
