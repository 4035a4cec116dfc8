'use client';

import { z } from 'zod';
import { ask } from '@/client/store/api';
import type { AnyRecord } from '@/core/job/records';
import type { Change } from '@/core/sync/changes';

const role = z.enum(['office', 'crew', 'trainee']);
const connection = z.enum(['none', 'trying', 'with the office', 'apart']);

const alone = z.object({ member: z.null(), jobsHere: z.number() });
const joined = z.object({
  member: z.object({
    firmName: z.string(),
    laptopId: z.string(),
    laptopName: z.string(),
    role,
    connection,
    said: z.string().nullable(),
    refused: z.boolean(),
    seenAt: z.string().nullable(),
    waiting: z.number(),
    version: z.number(),
    /** The newest entry that was taken in: with it the list of jobs may change. */
    seq: z.number(),
  }),
  laptops: z.array(
    z.object({
      id: z.string(),
      name: z.string(),
      role,
      at: z.string(),
      version: z.number(),
      program: z.string(),
      waiting: z.number(),
      open: z.array(z.object({ jobId: z.string(), name: z.string() })),
    }),
  ),
  waiting: z.array(z.object({ jobId: z.string(), name: z.string(), steps: z.number() })),
  stopped: z.array(z.object({ jobId: z.string(), name: z.string(), why: z.string() })),
  /** Names of own products that were not taken, since another laptop had changed them too. */
  lost: z.array(z.string()),
});
export const officeSchema = z.union([joined, alone]);
export type OfficeView = z.infer<typeof officeSchema>;
export type Joined = z.infer<typeof joined>;

const clash = z.object({
  id: z.string(),
  recordId: z.string(),
  field: z.string().nullable(),
  label: z.string(),
  by: z.string(),
  mine: z.unknown(),
  theirs: z.unknown(),
});
const record = z.custom<AnyRecord>((v) => typeof v === 'object' && v !== null && 'type' in v);
const change: z.ZodType<Change> = z.object({
  id: z.string(),
  before: record.nullable(),
  after: record.nullable(),
});
const aside = z.object({ id: z.string(), label: z.string(), reason: z.string(), asked: z.array(change) });
export const jobOfficeSchema = z.object({
  shared: z
    .object({
      lastBy: z.string(),
      lastAt: z.string(),
      stopped: z.string().nullable(),
      onlyFor: z.object({ id: z.string(), name: z.string() }).nullable(),
      isMine: z.boolean(),
      role,
      connection,
      said: z.string().nullable(),
      refused: z.boolean(),
      seenAt: z.string().nullable(),
      waiting: z.number(),
      others: z.array(z.string()),
      clashes: z.array(clash),
      aside: z.array(aside),
      lacking: z.number(),
      /** Of the job on this laptop: a window that is behind fetches what came. */
      revision: z.number(),
    })
    .nullable(),
});
export type JobOffice = NonNullable<z.infer<typeof jobOfficeSchema>['shared']>;

export const readOffice = () => ask(officeSchema, '/api/office');
export const joinOffice = (code: string, name: string) =>
  ask(officeSchema, '/api/office', { body: { code, name } });
export const leaveOffice = () => ask(officeSchema, '/api/office', { method: 'DELETE' });

const ofJob = (jobId: string) => `/api/jobs/${encodeURIComponent(jobId)}/office`;
export const readJobOffice = async (jobId: string) => (await ask(jobOfficeSchema, ofJob(jobId))).shared;
export type JobOfficeDo =
  { do: 'mine' | 'theirs' | 'retry' | 'leave-out'; id: string } | { do: 'only' | 'everyone' | 'take-along' };
export const actOnJobOffice = async (jobId: string, body: JobOfficeDo) =>
  (await ask(jobOfficeSchema, ofJob(jobId), { body })).shared;
