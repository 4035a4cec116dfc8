/** Sealed passwords of a job. The server never sees them open, and no job file holds them. */
import type { Id } from '@/core/job/records';
import type { Db } from './database';
import { headOf } from './jobs';
import { noteWhole } from './office/outbox';
import { type Secret, sealedOf } from './sealed';

/** All sealed passwords of a job. @throws NoSuchJobError */
export function secretsOf(db: Db, jobId: Id): Secret[] {
  headOf(db, jobId);
  return sealedOf(db, jobId);
}

/** Keeps a sealed password in place of the one before; at the office too, unless it comes from there. @throws NoSuchJobError */
export function keepSecret(
  db: Db,
  jobId: Id,
  secret: Secret,
  now: string,
  { fromOffice = false } = {},
): void {
  headOf(db, jobId);
  db.transaction(() => {
    db.prepare(
      `INSERT INTO secret (job_id, kind, salt, iv, sealed, changed_at) VALUES (?, ?, ?, ?, ?, ?)
       ON CONFLICT (job_id, kind) DO UPDATE SET salt = excluded.salt, iv = excluded.iv, sealed = excluded.sealed, changed_at = excluded.changed_at`,
    ).run(jobId, secret.kind, secret.salt, secret.iv, secret.sealed, now);
    if (!fromOffice) noteWhole(db, jobId, 'secret', JSON.stringify(secret), now);
  }).immediate();
}

/** Forgets one; at the office too, unless it comes from there. */
export function dropSecret(
  db: Db,
  jobId: Id,
  kind: Secret['kind'],
  now: string,
  { fromOffice = false } = {},
): void {
  db.transaction(() => {
    db.prepare('DELETE FROM secret WHERE job_id = ? AND kind = ?').run(jobId, kind);
    if (!fromOffice) noteWhole(db, jobId, 'no-secret', kind, now);
  }).immediate();
}
