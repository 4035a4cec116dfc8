/** Sealed passwords of a job. The server never sees them open, and no job file holds them. */
import { z } from 'zod';
import type { Id } from '@/core/job/records';
import type { Db } from './database';
import { headOf } from './jobs';

const base64 = z
  .string()
  .regex(/^[A-Za-z0-9+/]+=*$/)
  .max(4000);
export const secretSchema = z.strictObject({
  /** Of the network, of guests, of the administrator, or the key on the label of a unit: «label-B». */
  kind: z.string().regex(/^(network|guest|admin|label-[A-Z][0-9]?)$/, 'there is no such password'),
  salt: base64,
  iv: base64,
  sealed: base64,
});
export type Secret = z.infer<typeof secretSchema>;

/** All sealed passwords of a job. @throws NoSuchJobError */
export function secretsOf(db: Db, jobId: Id): Secret[] {
  headOf(db, jobId);
  return db
    .prepare('SELECT kind, salt, iv, sealed FROM secret WHERE job_id = ? ORDER BY kind')
    .all(jobId)
    .map((row) => secretSchema.parse(row));
}

/** Keeps a sealed password in place of the one before. @throws NoSuchJobError */
export function keepSecret(db: Db, jobId: Id, secret: Secret, now: string): void {
  headOf(db, jobId);
  db.prepare(
    `INSERT INTO secret (job_id, kind, salt, iv, sealed, changed_at) VALUES (?, ?, ?, ?, ?, ?)
     ON CONFLICT (job_id, kind) DO UPDATE SET salt = excluded.salt, iv = excluded.iv, sealed = excluded.sealed, changed_at = excluded.changed_at`,
  ).run(jobId, secret.kind, secret.salt, secret.iv, secret.sealed, now);
}

/** Forgets one. */
export const dropSecret = (db: Db, jobId: Id, kind: Secret['kind']): void => {
  db.prepare('DELETE FROM secret WHERE job_id = ? AND kind = ?').run(jobId, kind);
};
