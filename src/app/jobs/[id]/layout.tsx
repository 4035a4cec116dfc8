import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import type { ReactNode } from 'react';
import { database } from '@/server/database';
import { loadJob, NoSuchJobError } from '@/server/jobs';
import { JobProvider } from '@/ui/store/JobProvider';

interface Props {
  params: Promise<{ id: string }>;
  children: ReactNode;
}

function stored(id: string) {
  try {
    return loadJob(database(), id);
  } catch (error) {
    if (error instanceof NoSuchJobError) notFound();
    throw error;
  }
}

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: `${stored((await params).id).job.info.name} · Nestle` };
}

export default async function JobLayout({ params, children }: Props) {
  const { job, ...rest } = stored((await params).id);
  return <JobProvider initial={{ records: [...job.byId.values()], ...rest }}>{children}</JobProvider>;
}
