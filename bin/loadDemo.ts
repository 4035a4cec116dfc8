/** Puts the demo jobs into the database when they are absent; with --fresh, in place of what is there. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseJobFile } from '@/core/job/jobFile';
import { dataFolder, openDatabase } from '@/server/database';
import { DataTroubleError } from '@/server/dataTrouble';
import { insertJob, jobExists } from '@/server/jobs';

try {
  const db = openDatabase(dataFolder());
  const fresh = process.argv.includes('--fresh');
  const files = readdirSync('demo')
    .filter((f) => f.endsWith('.nestle.json'))
    .sort()
    .reverse();
  for (const [i, file] of files.entries()) {
    const job = parseJobFile(readFileSync(join('demo', file), 'utf8'));
    if (fresh) db.prepare('DELETE FROM job_head WHERE id = ?').run(job.info.id);
    if (jobExists(db, job.info.id)) continue;
    // the first file's job is the newest, so that it heads the list
    insertJob(db, job, new Date(Date.now() + i * 1000 - files.length * 1000).toISOString());
    console.log(`Loaded the demo job ${job.info.name}.`);
  }
  db.close();
} catch (error) {
  if (!(error instanceof DataTroubleError)) throw error;
  console.error(error.message);
  // the application starts all the same: its pages say what is damaged and offer a backup
  process.exit(error.kind === 'newer' ? 1 : 0);
}
