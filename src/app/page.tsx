import { JobsPage } from '@/features/jobs/JobsPage';
import { upkeep } from '@/server/backup';
import { database } from '@/server/database';
import { troubleOf } from '@/server/dataTrouble';
import { jobRows } from '@/server/summary';
import { DataTrouble } from '@/ui/DataTrouble';

function rows() {
  try {
    const found = jobRows(database());
    void upkeep();
    return { found };
  } catch (error) {
    const trouble = troubleOf(error);
    if (trouble) return { trouble };
    throw error;
  }
}

export default function Page() {
  const had = rows();
  return 'trouble' in had ? (
    <DataTrouble message={had.trouble.message} details={had.trouble.details} />
  ) : (
    <JobsPage initial={had.found} />
  );
}
