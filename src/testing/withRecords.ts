import { applyEdit } from '@/core/job/edits';
import type { Job } from '@/core/job/job';
import type { AnyRecord } from '@/core/job/records';

/** For tests: a job with records put into it. @throws EditError */
export const withRecords = (job: Job, ...put: AnyRecord[]): Job =>
  applyEdit(job, { label: 'x', put, remove: [] }).job;
