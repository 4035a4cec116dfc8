import { backUp } from '@/server/backup';
import { database } from '@/server/database';
import { dataState } from '@/server/dataState';
import { handle } from '@/server/http';

/** Makes a backup now. */
export const POST = () =>
  handle(async () => {
    await backUp(database(), 'manual', new Date().toISOString());
    return Response.json(dataState());
  });
