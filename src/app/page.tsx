import { JobsPage } from '@/features/jobs/JobsPage';
import { database } from '@/server/database';
import { listJobs } from '@/server/jobs';
import { storedSummary } from '@/server/summary';

export default function Page() {
  const db = database();
  return <JobsPage initial={listJobs(db).map((head) => storedSummary(db, head))} />;
}
