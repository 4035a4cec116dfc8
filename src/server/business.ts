/** What the business keeps once on this machine: itself, its products, activities and assemblies. New jobs begin with it. */
import { type OwnRecord, ownRecordSchema, type OwnSet } from '@/core/papers/ownSet';
import { type Business, schemas } from '@/core/job/records';
import { plainBusiness } from '@/core/papers/quoteSheet';
import type { Db } from './database';

export const businessSchema = schemas.business;

/** The business of this machine; null where none was entered. */
export function ownBusiness(db: Db): Business | null {
  const row = db.prepare<[], { business: string }>('SELECT business FROM own_business WHERE one = 1').get();
  return row ? businessSchema.parse(JSON.parse(row.business)) : null;
}

const ownRecords = (db: Db): OwnRecord[] =>
  db
    .prepare<[], { record: string }>('SELECT record FROM own_record ORDER BY type, id')
    .all()
    .map((row) => ownRecordSchema.parse(JSON.parse(row.record)));

export const ownSet = (db: Db): OwnSet => ({
  ...{ format: 'nestle-business', version: 1 },
  ...{ business: ownBusiness(db), records: ownRecords(db) },
});

/** Keeps a set for the jobs to come, in the place of what was kept, and for the firm; jobs that there are keep their copies. */
export function keepSet(db: Db, { business, records }: OwnSet, { fromOffice = false } = {}): void {
  db.transaction(() => {
    if (!fromOffice) db.prepare('UPDATE office SET set_waits = 1').run();
    db.prepare('DELETE FROM own_business').run();
    if (business)
      db.prepare('INSERT INTO own_business (one, business) VALUES (1, ?)').run(
        JSON.stringify({ ...business, id: plainBusiness.id }),
      );
    db.prepare('DELETE FROM own_record').run();
    const put = db.prepare('INSERT INTO own_record (type, id, record) VALUES (?, ?, ?)');
    for (const r of records) put.run(r.type, r.id, JSON.stringify(r));
  }).immediate();
}
