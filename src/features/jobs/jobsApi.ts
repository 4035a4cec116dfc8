'use client';

import { useCallback, useState } from 'react';
import { z } from 'zod';
import { type JobRow, jobRowSchema } from '@/core/progress/jobSummary';
import { ApiError, ask, messageOf } from '@/client/store/api';
import type { Lengths } from '@/ui/units';

/** The list of jobs, and a way to fetch it anew. */
export function useJobs(initial: JobRow[]) {
  const [jobs, setJobs] = useState(initial);
  const refresh = useCallback(async () => setJobs(await ask(z.array(jobRowSchema), '/api/jobs')), []);
  return { jobs, refresh };
}

const anything = z.object({}).loose();

/** The name of a row; a job that can't be read has its id. */
export const nameOf = (row: JobRow): string => ('broken' in row.job ? row.id : row.job.name);

/** Moves a job to the bin. Returns what to say. */
export async function binJob(row: JobRow): Promise<string> {
  await ask(anything, `/api/jobs/${row.id}`, { method: 'DELETE' });
  return `${nameOf(row)} is in the bin.`;
}

export async function restoreJob(row: JobRow): Promise<string> {
  await ask(anything, `/api/jobs/${row.id}/restore`, { method: 'POST' });
  return `${nameOf(row)} is restored.`;
}

/** Removes binned jobs for good: one, or all. */
export async function emptyBin(row: JobRow | null): Promise<string> {
  const one = row ? `?job=${encodeURIComponent(row.id)}` : '';
  const { removed, waiting } = await ask(
    z.object({ removed: z.number(), waiting: z.number() }),
    `/api/jobs/bin${one}`,
    { method: 'DELETE' },
  );
  const done = `${removed} ${removed === 1 ? 'job is' : 'jobs are'} deleted.`;
  if (waiting === 0) return done;
  const stays = waiting === 1 ? '1 job stays in the bin' : `${waiting} jobs stay in the bin`;
  return `${removed ? `${done} ` : ''}${stays} until the office has heard of it.`;
}

export async function copyJob(row: JobRow): Promise<string> {
  const copy = await ask(jobRowSchema, `/api/jobs/${row.id}/copy`, { method: 'POST' });
  return `${nameOf(copy)} made.`;
}

/** Imports a job file, JSON or zip. @throws Error with the path and message of the first thing wrong. */
export async function importJob(file: File): Promise<string> {
  try {
    const row = await ask(jobRowSchema, '/api/jobs/import', { bytes: file });
    return `${nameOf(row)} is in the list.`;
  } catch (error) {
    const more =
      error instanceof ApiError && error.problems.length > 1
        ? ` (and ${error.problems.length - 1} more)`
        : '';
    const words = messageOf(error).replace(/\.?( Nothing was changed\.)?$/, '');
    throw new Error(`${file.name} was not imported. ${words}${more}. Nothing was changed.`, { cause: error });
  }
}

/** Makes a job of a practice house. */
export const startPractice = (houseId: string, lengths: Lengths): Promise<JobRow> =>
  ask(jobRowSchema, '/api/practice', { body: { houseId, lengths } });

export async function makeJob(form: unknown): Promise<JobRow> {
  return ask(jobRowSchema, '/api/jobs', { body: form });
}
