import { z } from 'zod';
import { chooseBackupFolder, dataState } from '@/server/dataState';
import { handle, readJson } from '@/server/http';

export const dynamic = 'force-dynamic';

/** Where one's data is, and how it does. */
export const GET = () => handle(() => Response.json(dataState()));

const body = z.strictObject({ backupFolder: z.string().trim().min(1).max(1000).nullable() });

/** Chooses where backups go. */
export const PUT = (request: Request) =>
  handle(async () => {
    const { backupFolder } = await readJson(request, body, 5000);
    await chooseBackupFolder(backupFolder, new Date().toISOString());
    return Response.json(dataState());
  });
