/** The papers of a job by name. */
import { asBuiltPaper, labelsPaper } from '@/core/papers/asBuiltPaper';
import { householderPaper } from '@/core/papers/householderPaper';
import type { Paper } from '@/core/papers/paper';
import { quotePaper } from '@/core/papers/quotePaper';
import type { Job } from '@/core/job/job';

export const paperNames = ['quote', 'householder', 'as-built', 'labels'] as const;
export type PaperName = (typeof paperNames)[number];
export const isPaperName = (name: string): name is PaperName => paperNames.some((n) => n === name);

/** The newest quote that was offered or agreed, else the newest. */
const shownQuote = (job: Job) =>
  [...job.quotes].reverse().find((q) => q.state === 'accepted') ??
  [...job.quotes].reverse().find((q) => q.state === 'offered') ??
  job.quotes.at(-1);

/** A paper; of several quotes the one that is named. Null where the job has nothing for it, as a quote where none was made. */
export function paperOf(job: Job, name: PaperName, quoteId: string | null = null): Paper | null {
  switch (name) {
    case 'quote': {
      const quote = job.quotes.find((q) => q.id === quoteId) ?? shownQuote(job);
      return quote ? quotePaper(job, quote.id) : null;
    }
    case 'householder':
      return householderPaper(job);
    case 'as-built':
      return asBuiltPaper(job);
    case 'labels':
      return labelsPaper(job);
  }
}
