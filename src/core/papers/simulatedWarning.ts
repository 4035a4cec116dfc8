import type { Job } from '../job/job';

/** Said on every page that a simulated figure touches; null where none does. */
export const simulatedWarning = (job: Job): string | null =>
  job.readings.some((r) => r.source === 'simulated')
    ? `Simulated readings: from the built-in simulator, not measured.${job.info.demo ? ' Demonstration data.' : ''}`
    : job.info.demo
      ? 'Demonstration data.'
      : null;
