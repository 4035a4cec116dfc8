/** Puts the demo jobs into the database when they are absent; with --fresh, in place of what is there. */
import { dataFolder, openDatabase } from '@/server/database';
import { DataTroubleError } from '@/server/dataTrouble';
import { loadDemoJobs, readDemoJobs } from '@/server/demoJobs';

try {
  const db = openDatabase(dataFolder());
  for (const name of loadDemoJobs(db, readDemoJobs('demo'), process.argv.includes('--fresh'), Date.now()))
    console.log(`Loaded the demo job ${name}.`);
  db.close();
} catch (error) {
  if (!(error instanceof DataTroubleError)) throw error;
  console.error(error.message);
  // the application starts all the same: its pages say what is damaged and offer a backup
  process.exit(error.kind === 'newer' ? 1 : 0);
}
