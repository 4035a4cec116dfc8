/** One's own business: kept once on this machine, copied into each new job. */
import { type Business, schemas } from '@/core/job/records';
import { plainBusiness } from '@/core/papers/quoteSheet';
import type { Db } from './database';

export const businessSchema = schemas.business;

/** The business of this machine; null where none was entered. */
export function ownBusiness(db: Db): Business | null {
  const row = db.prepare<[], { business: string }>('SELECT business FROM own_business WHERE one = 1').get();
  return row ? businessSchema.parse(JSON.parse(row.business)) : null;
}

/** Keeps it for the jobs to come; those that there are keep their copies. */
export function keepBusiness(db: Db, business: Business): void {
  db.prepare(
    'INSERT INTO own_business (one, business) VALUES (1, ?) ON CONFLICT (one) DO UPDATE SET business = excluded.business',
  ).run(JSON.stringify({ ...business, id: plainBusiness.id }));
}
