import { dataFolder } from '@/server/database';
import { dataState } from '@/server/dataState';
import { beginEmpty } from '@/server/everything';
import { handle } from '@/server/http';

/** Begins an empty database where one was lost; what lies there is kept beside it. */
export const POST = () =>
  handle(() => {
    beginEmpty(dataFolder(), new Date().toISOString());
    return Response.json(dataState());
  });
