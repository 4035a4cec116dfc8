import { database } from '@/server/database';
import { handle } from '@/server/http';
import { timesOfAllJobs } from '@/server/stepTimes';

export const dynamic = 'force-dynamic';

/** What steps took on all jobs, by kind. */
export const GET = () => handle(() => Response.json({ times: timesOfAllJobs(database()) }));
