import { businessSchema, keepBusiness, ownBusiness } from '@/server/business';
import { database } from '@/server/database';
import { handle, readJson } from '@/server/http';

export const dynamic = 'force-dynamic';

/** The business of this machine. */
export const GET = () => handle(() => Response.json({ business: ownBusiness(database()) }));

/** Keeps it for new jobs. */
export const PUT = (request: Request) =>
  handle(async () => {
    keepBusiness(database(), await readJson(request, businessSchema, 20_000));
    return Response.json({ business: ownBusiness(database()) });
  });
