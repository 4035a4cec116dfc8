import type { Job } from './job';
import type { Id } from './records';

/** The storey that a job opens with: where the line comes in, else the first; empty where there is none. */
export const firstStorey = (job: Job): Id =>
  job.services.find((s) => s.kind === 'entry')?.storeyId ?? job.storeys[0]?.id ?? '';
