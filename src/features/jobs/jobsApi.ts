'use client';

import { useCallback, useState } from 'react';
import { z } from 'zod';
import { ApiError, ask, messageOf } from '@/ui/store/api';

const stageMark = z.object({
  id: z.string(),
  state: z.enum(['empty', 'begun', 'attention', 'done']),
  text: z.string(),
});
const summarySchema = z.object({
  id: z.string(),
  name: z.string(),
  demo: z.boolean(),
  buildings: z.array(
    z.object({
      kind: z.string(),
      storeys: z.number(),
      widthM: z.number(),
      heightM: z.number(),
      roof: z.boolean(),
    }),
  ),
  buildingNames: z.string(),
  stages: z.array(stageMark),
  tally: z.object({
    all: z.number(),
    proven: z.number(),
    short: z.number(),
    testLimited: z.number(),
    untested: z.number(),
  }),
  foundShort: z.number(),
  spots: z.number(),
  savedAt: z.string(),
  deletedAt: z.string().nullable(),
});
export type JobSummary = z.infer<typeof summarySchema>;

/** The list of jobs, and a way to fetch it anew. */
export function useJobs(initial: JobSummary[]) {
  const [jobs, setJobs] = useState(initial);
  const refresh = useCallback(async () => setJobs(await ask(z.array(summarySchema), '/api/jobs')), []);
  return { jobs, refresh };
}

const anything = z.object({}).loose();

/** Moves a job to the bin. Returns what to say. */
export async function binJob(job: JobSummary): Promise<string> {
  await ask(anything, `/api/jobs/${job.id}`, { method: 'DELETE' });
  return `${job.name} is in the bin.`;
}

export async function restoreJob(job: JobSummary): Promise<string> {
  await ask(anything, `/api/jobs/${job.id}/restore`, { method: 'POST' });
  return `${job.name} is back.`;
}

export async function copyJob(job: JobSummary): Promise<string> {
  const copy = await ask(summarySchema, `/api/jobs/${job.id}/copy`, { method: 'POST' });
  return `${copy.name} made.`;
}

/** Largest job file taken, bytes; the server keeps to it too. */
const mostBytes = 8_000_000;

/** Brings in a job file. @throws Error with the path and message of the first thing wrong. */
export async function importJob(file: File): Promise<string> {
  if (file.size > mostBytes)
    throw new Error(`${file.name} is larger than 8 MB, the most that is taken. Nothing was changed.`);
  try {
    const job = await ask(summarySchema, '/api/jobs/import', { text: await file.text(), method: 'POST' });
    return `${job.name} is in the list.`;
  } catch (error) {
    const more =
      error instanceof ApiError && error.problems.length > 1
        ? ` (and ${error.problems.length - 1} more)`
        : '';
    throw new Error(`${file.name} was not taken. ${messageOf(error)}${more}. Nothing was changed.`, {
      cause: error,
    });
  }
}

export async function makeJob(form: unknown): Promise<JobSummary> {
  return ask(summarySchema, '/api/jobs', { body: form });
}
