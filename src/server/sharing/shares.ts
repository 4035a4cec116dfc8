/** Which jobs are open to phones, and with which code. */
import { z } from 'zod';
import type { Id } from '@/core/job/records';
import type { Db } from '../database';
import { headOf, NoSuchJobError } from '../jobs';
import { newCode } from './codes';

/** A share closes by itself after so long. */
const openHours = 12;

export interface Share {
  jobId: Id;
  code: string;
  openedAt: string;
  expiresAt: string;
}

const rowSchema = z.object({
  job_id: z.string(),
  code: z.string(),
  opened_at: z.string(),
  expires_at: z.string(),
});
const toShare = (raw: unknown): Share => {
  const r = rowSchema.parse(raw);
  return { jobId: r.job_id, code: r.code, openedAt: r.opened_at, expiresAt: r.expires_at };
};

/** There is no open walk with this code. */
export class NoSuchCodeError extends Error {
  constructor() {
    super('This code is not open, or not any more. Ask for the code that the Phone button shows now.');
    this.name = 'NoSuchCodeError';
  }
}

/** The share of a job that has not run out; null = the job is not open. */
export function shareOf(db: Db, jobId: Id, now: string): Share | null {
  const raw = db
    .prepare('SELECT job_id, code, opened_at, expires_at FROM share WHERE job_id = ? AND expires_at > ?')
    .get(jobId, now);
  return raw === undefined ? null : toShare(raw);
}

/** All shares that have not run out. */
export const openShares = (db: Db, now: string): Share[] =>
  db
    .prepare(
      `SELECT s.job_id, s.code, s.opened_at, s.expires_at FROM share s
       JOIN job_head h ON h.id = s.job_id WHERE s.expires_at > ? AND h.deleted_at IS NULL`,
    )
    .all(now)
    .map(toShare);

/** The share with a code. Capitals do not matter. @throws NoSuchCodeError */
export function shareByCode(db: Db, code: string, now: string): Share {
  const raw = db
    .prepare(
      `SELECT s.job_id, s.code, s.opened_at, s.expires_at FROM share s
       JOIN job_head h ON h.id = s.job_id WHERE s.code = ? AND s.expires_at > ? AND h.deleted_at IS NULL`,
    )
    .get(code.toUpperCase(), now);
  if (raw === undefined) throw new NoSuchCodeError();
  return toShare(raw);
}

/** Opens a job to phones; an open one keeps its code, so that phones under way stay in. @throws NoSuchJobError */
export function openShare(db: Db, jobId: Id, now: string): Share {
  if (headOf(db, jobId).deletedAt !== null) throw new NoSuchJobError(jobId);
  const expiresAt = new Date(Date.parse(now) + openHours * 3_600_000).toISOString();
  const had = shareOf(db, jobId, now);
  const code = had?.code ?? newCode();
  db.prepare(
    `INSERT INTO share (job_id, code, opened_at, expires_at) VALUES (?, ?, ?, ?)
     ON CONFLICT (job_id) DO UPDATE SET code = excluded.code, expires_at = excluded.expires_at`,
  ).run(jobId, code, had?.openedAt ?? now, expiresAt);
  return { jobId, code, openedAt: had?.openedAt ?? now, expiresAt };
}

/** Closes a job to phones; its code is never valid again. */
export const closeShare = (db: Db, jobId: Id): void => {
  db.prepare('DELETE FROM share WHERE job_id = ?').run(jobId);
};
