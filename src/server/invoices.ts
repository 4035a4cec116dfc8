/** Invoices over all jobs. */
import type { Job } from '@/core/job/job';
import type { Db } from './database';
import { BrokenJobError, listJobs, readJob } from './jobs';

/**
 * Jobs with the invoices issued from one day to another, both included; null = no bound. Jobs in the bin count: an
 * invoice that was sent stays one. Jobs that can't be read are left out; the list of jobs says which.
 */
export function jobsWithInvoices(db: Db, from: string | null, to: string | null): Job[] {
  return listJobs(db).flatMap((head) => {
    try {
      const job = readJob(db, head);
      const invoices = job.invoices.filter((i) => (!from || i.issuedOn >= from) && (!to || i.issuedOn <= to));
      return invoices.length ? [{ ...job, invoices }] : [];
    } catch (error) {
      if (error instanceof BrokenJobError) return [];
      throw error;
    }
  });
}
