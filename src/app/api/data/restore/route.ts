import { join } from 'node:path';
import { z } from 'zod';
import { backupNamed } from '@/server/backup';
import { dataFolder } from '@/server/database';
import { dataState } from '@/server/dataState';
import { mostEverything, restoreEverything } from '@/server/everything';
import { handle } from '@/server/http';
import { NoSuchJobError } from '@/server/jobs';
import { bodyToFile, withScratch } from '@/server/scratch';

const asked = z.object({
  /** A sound database may be replaced; it is backed up first. */
  replace: z.enum(['0', '1']).default('0'),
  /** A backup by its name; absent: the file is the body. */
  backup: z.string().max(100).optional(),
});

/** Brings everything in from an archive, or from a backup. */
export const POST = (request: Request) =>
  handle(async () => {
    const { replace, backup } = asked.parse(Object.fromEntries(new URL(request.url).searchParams));
    const options = { replace: replace === '1' };
    const now = new Date().toISOString();
    if (backup !== undefined) {
      const found = backupNamed(backup);
      if (!found) throw new NoSuchJobError(backup);
      await restoreEverything(dataFolder(), found.file, options, now);
    } else
      await withScratch(async (folder) => {
        const file = join(folder, 'sent');
        await bodyToFile(request, file, mostEverything);
        await restoreEverything(dataFolder(), file, options, now);
      });
    return Response.json(dataState());
  });
