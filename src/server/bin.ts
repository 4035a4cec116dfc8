/** The bin: jobs that are out of the way, until a person deletes them or long use has passed. */
import { z } from 'zod';
import { binDays } from '@/core/job/limits';
import type { Id } from '@/core/job/records';
import type { Db } from './database';
import { headOf } from './jobs';
import { noteWhole } from './office/outbox';

/** Moves a job to the bin, or back; at the office too, unless it comes from there. A binned job is closed to phones. @throws NoSuchJobError */
export function setBinned(db: Db, id: Id, deletedAt: string | null, { fromOffice = false } = {}): void {
  const had = headOf(db, id);
  db.transaction(() => {
    if (!fromOffice && (had.deletedAt === null) !== (deletedAt === null))
      noteWhole(db, id, deletedAt === null ? 'back' : 'bin', '', deletedAt ?? new Date().toISOString());
    db.prepare('UPDATE job_head SET deleted_at = ?, bin_days = 0 WHERE id = ?').run(deletedAt, id);
    if (deletedAt !== null) db.prepare('DELETE FROM share WHERE job_id = ?').run(id);
  }).immediate();
}

/** Of a job that is still to be told to the office nothing is removed: the others would never hear of its bin. */
const isWhole =
  'id NOT IN (SELECT job_id FROM office_outbox JOIN office_job USING (job_id) WHERE stopped IS NULL)';

/** Removes binned jobs for good: the given one, or all. @returns how many, and how many the office must hear of first. */
export function emptyBin(db: Db, id: Id | null = null): { removed: number; waiting: number } {
  const binned = 'deleted_at IS NOT NULL AND (:id IS NULL OR id = :id)';
  return db
    .transaction(() => {
      const { changes } = db.prepare(`DELETE FROM job_head WHERE ${binned} AND ${isWhole}`).run({ id });
      const { n } = z
        .object({ n: z.number() })
        .parse(db.prepare(`SELECT count(*) AS n FROM job_head WHERE ${binned}`).get({ id }));
      return { removed: changes, waiting: n };
    })
    .immediate();
}

/**
 * Notes a day on which the program is in use. Each step of the clock to a later day makes binned jobs one day
 * older, however far it moved; a step back makes them no older. Those older than `binDays` are removed for good.
 * @param today ISO date. @returns whether the day is a new one, and how many jobs were removed.
 */
export function noteDay(db: Db, today: string): { isNew: boolean; removed: number } {
  return db
    .transaction(() => {
      const last = z
        .object({ day: z.string() })
        .optional()
        .parse(db.prepare('SELECT day FROM day_of_use WHERE id = 1').get());
      if (last?.day === today) return { isNew: false, removed: 0 };
      db.prepare(
        'INSERT INTO day_of_use (id, day) VALUES (1, ?) ON CONFLICT (id) DO UPDATE SET day = excluded.day',
      ).run(today);
      if (last && last.day < today)
        db.prepare('UPDATE job_head SET bin_days = bin_days + 1 WHERE deleted_at IS NOT NULL').run();
      const { changes } = db
        .prepare(`DELETE FROM job_head WHERE deleted_at IS NOT NULL AND bin_days > ? AND ${isWhole}`)
        .run(binDays);
      return { isNew: true, removed: changes };
    })
    .immediate();
}
