'use client';

import { z } from 'zod';
import { ask } from '@/client/store/api';

export const dataStateSchema = z.object({
  folder: z.string(),
  bytes: z.number(),
  jobs: z.number(),
  backupsFolder: z.string(),
  ownFolder: z.string().nullable(),
  backups: z.array(
    z.object({
      name: z.string(),
      madeAt: z.string(),
      reason: z.enum(['daily', 'manual', 'before-update', 'before-restore']),
      bytes: z.number(),
    }),
  ),
  backupFault: z.string().nullable(),
  trouble: z
    .object({
      kind: z.string(),
      message: z.string(),
      details: z.array(z.string()).readonly(),
      newestGood: z.string().nullable(),
    })
    .nullable(),
});
export type DataView = z.infer<typeof dataStateSchema>;

export const backUpNow = () => ask(dataStateSchema, '/api/data/backup', { method: 'POST' });
export const chooseFolder = (backupFolder: string | null) =>
  ask(dataStateSchema, '/api/data', { method: 'PUT', body: { backupFolder } });
export const beginEmpty = () => ask(dataStateSchema, '/api/data/empty', { method: 'POST' });

/** Restores a backup of the list by its name, or a file of one's own. @param replace a sound database too. */
export const restore = (from: string | File, replace: boolean) =>
  typeof from === 'string'
    ? ask(
        dataStateSchema,
        `/api/data/restore?replace=${Number(replace)}&backup=${encodeURIComponent(from)}`,
        {
          method: 'POST',
        },
      )
    : ask(dataStateSchema, `/api/data/restore?replace=${Number(replace)}`, { bytes: from });

/** Example: 1 234 567 → «1.2 MB». */
export const bytesText = (bytes: number): string =>
  bytes < 1e5
    ? `${Math.ceil(bytes / 1000)} kB`
    : bytes < 1e9
      ? `${(bytes / 1e6).toFixed(1)} MB`
      : `${(bytes / 1e9).toFixed(2)} GB`;
