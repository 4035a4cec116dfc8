/** The papers of a job by name. */
import { asBuiltPaper, type LabelSize, labelsPaper } from '@/core/papers/asBuiltPaper';
import { householderPaper } from '@/core/papers/householderPaper';
import type { Paper } from '@/core/papers/paper';
import { invoicePaper } from '@/core/papers/invoice';
import { quotePaper } from '@/core/papers/quotePaper';
import { signOffPaper } from '@/core/papers/signOff';
import type { Job } from '@/core/job/job';

export const paperNames = ['quote', 'householder', 'as-built', 'labels', 'sign-off', 'invoice'] as const;
export type PaperName = (typeof paperNames)[number];
export const isPaperName = (name: string): name is PaperName => paperNames.some((n) => n === name);

/** The newest quote that was offered or agreed, else the newest. */
const shownQuote = (job: Job) =>
  [...job.quotes].reverse().find((q) => q.state === 'accepted') ??
  [...job.quotes].reverse().find((q) => q.state === 'offered') ??
  job.quotes.at(-1);

export interface PaperWishes {
  /** Of several quotes or invoices the one that is named; null = the newest that counts. */
  recordId?: string | null;
  labels?: LabelSize;
  /** Address of the job's page, for picture codes on labels. */
  page?: string | null;
}

/** A paper; null where the job has nothing for it, as a quote where none was made. */
export function paperOf(
  job: Job,
  name: PaperName,
  { recordId, labels, page }: PaperWishes = {},
): Paper | null {
  switch (name) {
    case 'quote': {
      const quote = job.quotes.find((q) => q.id === recordId) ?? shownQuote(job);
      return quote ? quotePaper(job, quote.id) : null;
    }
    case 'householder':
      return householderPaper(job);
    case 'as-built':
      return asBuiltPaper(job);
    case 'labels':
      return labelsPaper(job, labels, page);
    case 'sign-off':
      return signOffPaper(job);
    case 'invoice': {
      const invoice = job.invoices.find((i) => i.id === recordId) ?? job.invoices.at(-1);
      return invoice ? invoicePaper(job, invoice.id) : null;
    }
  }
}
