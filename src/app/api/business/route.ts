import { ownSetSchema } from '@/core/papers/ownSet';
import { keepSet, ownSet } from '@/server/business';
import { database } from '@/server/database';
import { handle, readJson } from '@/server/http';

export const dynamic = 'force-dynamic';

/** Largest set that is taken, bytes. */
const mostBytes = 5_000_000;

/** What this machine keeps for new jobs: business, products, activities, assemblies. */
export const GET = () => handle(() => Response.json(ownSet(database())));

/** Keeps a set in its place. */
export const PUT = (request: Request) =>
  handle(async () => {
    keepSet(database(), await readJson(request, ownSetSchema, mostBytes));
    return Response.json(ownSet(database()));
  });
