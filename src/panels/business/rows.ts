import type { JobRow, JobSummary } from '@/core/progress/jobSummary';

export type SoundRow = JobRow & { job: JobSummary };

/** Rows of jobs that can be read and are not in the bin. */
export const soundRows = (rows: readonly JobRow[]): SoundRow[] =>
  rows.filter((r): r is SoundRow => !('broken' in r.job) && r.deletedAt === null);

/** An amount without cents, in its currency. */
export const amountText = (eur: number, currency: string): string =>
  new Intl.NumberFormat('en-GB', {
    style: 'currency',
    currency,
    currencyDisplay: 'narrowSymbol',
    maximumFractionDigits: 0,
  }).format(eur);
