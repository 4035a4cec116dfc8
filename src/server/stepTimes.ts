/** What steps took on all jobs of this machine, by kind. */
import { takenOf, templateTimes, timesByKind, type KindTimes } from '@/core/install/stepTimes';
import type { Job } from '@/core/job/job';
import type { Db } from './database';
import { BrokenJobError, type JobHead, listJobs, readJob } from './jobs';

/** A job, or null where a record of it can't be read: the list of jobs says so. */
function readable(db: Db, head: JobHead): Job | null {
  try {
    return readJob(db, head);
  } catch (error) {
    if (error instanceof BrokenJobError) return null;
    throw error;
  }
}

/** Practice houses, what is in the bin and jobs that can't be read do not count. Planned is what the templates have. */
export function timesOfAllJobs(db: Db): KindTimes[] {
  const worked = new Set(
    db
      .prepare<[], { job_id: string }>('SELECT DISTINCT job_id FROM step_run')
      .all()
      .map((r) => r.job_id),
  );
  const taken = listJobs(db).flatMap((head) => {
    const job = head.deletedAt === null && worked.has(head.id) ? readable(db, head) : null;
    return job && !job.info.practice ? takenOf(job, templateTimes(job)) : [];
  });
  return timesByKind(taken);
}
