import type { QuoteSheet } from '@/core/job/businessRecords';
import type { Job } from '@/core/job/job';
import { makeRecord } from '@/core/job/make';
import type { Id, Quote } from '@/core/job/records';
import { acceptedOf, businessOf } from '@/core/papers/quoteSheet';
import { dayText } from '@/ui/time';

/** A quote of today, or, where one was agreed before, a change order. */
export function newQuote(job: Job, id: Id, name: string, sheet: QuoteSheet): Quote {
  const today = new Date();
  const until = new Date(today);
  until.setDate(until.getDate() + businessOf(job).validDays);
  return makeRecord({
    ...{ type: 'quote', id, kind: acceptedOf(job).length ? 'change' : 'quote', note: '' },
    ...{ name, madeOn: dayText(today), validUntil: dayText(until), sheet },
  });
}
