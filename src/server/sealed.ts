/** The form of a sealed password. The server never sees it open. */
import { z } from 'zod';
import type { Id } from '@/core/job/records';
import type { Db } from './database';

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

/** All sealed passwords of a job. */
export const sealedOf = (db: Db, jobId: Id): Secret[] =>
  db
    .prepare('SELECT kind, salt, iv, sealed FROM secret WHERE job_id = ? ORDER BY kind')
    .all(jobId)
    .map((row) => secretSchema.parse(row));
