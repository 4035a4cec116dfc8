import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Job } from '@/core/job/job';
import { parseJobFile } from '@/core/job/jobFile';
import type { Db } from './database';
import { insertJob, jobExists } from './jobs';

/** The demo jobs of a folder, the one that heads the list last. @throws JobFileError */
export const readDemoJobs = (folder: string): Job[] =>
  readdirSync(folder)
    .filter((f) => f.endsWith('.nestle.json'))
    .sort()
    .reverse()
    .map((file) => parseJobFile(readFileSync(join(folder, file), 'utf8')));

/**
 * Puts demo jobs into a database when they are absent; `fresh`: in place of what is there.
 * @returns the names of those that were put in.
 */
export function loadDemoJobs(db: Db, jobs: readonly Job[], fresh: boolean, nowMs: number): string[] {
  return jobs.flatMap((job, i) => {
    if (fresh) db.prepare('DELETE FROM job_head WHERE id = ?').run(job.info.id);
    if (jobExists(db, job.info.id)) return [];
    // a second apart, so that the last one is the newest and heads the list
    insertJob(db, job, new Date(nowMs + (i - jobs.length) * 1000).toISOString());
    return [job.info.name];
  });
}
