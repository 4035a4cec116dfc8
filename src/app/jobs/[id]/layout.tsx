import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import type { ReactNode } from 'react';
import { database } from '@/server/database';
import { type DataTroubleError, troubleOf } from '@/server/dataTrouble';
import { firstPictures } from '@/server/firstPicture';
import { BrokenJobError, loadJob, NoSuchJobError, type StoredJob } from '@/server/jobs';
import { DataTrouble } from '@/ui/DataTrouble';
import { JobProvider } from '@/client/store/JobProvider';

interface Props {
  params: Promise<{ id: string }>;
  children: ReactNode;
}

function stored(
  id: string,
): { found: StoredJob } | { trouble: Pick<DataTroubleError, 'message' | 'details'> } {
  try {
    return { found: loadJob(database(), id) };
  } catch (error) {
    if (error instanceof NoSuchJobError) notFound();
    if (error instanceof BrokenJobError) return { trouble: { message: error.message, details: [] } };
    const trouble = troubleOf(error);
    if (trouble) return { trouble };
    throw error;
  }
}

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const had = stored((await params).id);
  return { title: 'found' in had ? `${had.found.job.info.name} · Nestle` : 'Nestle' };
}

export default async function JobLayout({ params, children }: Props) {
  const had = stored((await params).id);
  if ('trouble' in had) return <DataTrouble message={had.trouble.message} details={had.trouble.details} />;
  const { job, ...rest } = had.found;
  return (
    <JobProvider initial={{ records: [...job.byId.values()], ...rest }} first={firstPictures.of(had.found)}>
      {children}
    </JobProvider>
  );
}
