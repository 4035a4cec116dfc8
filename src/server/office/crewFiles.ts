/** Files of jobs at the office: sent before the step that shows them, fetched when they are opened or taken along. */
import type { NatsConnection } from '@nats-io/transport-node';
import { Objm } from '@nats-io/obj';
import { z } from 'zod';
import type { Id } from '@/core/job/records';
import type { Db } from '../database';
import { fileOf, hasFile, keepPicture } from '../files';
import { filesBucket } from './subjects';

const name = /^[0-9a-f]{64}$/;

/** Names of files in any data: they are SHA-256 sums, which nothing else looks like. */
export function fileIdsOf(value: unknown): string[] {
  const found = new Set<string>();
  const look = (v: unknown): void => {
    if (typeof v === 'string') {
      if (name.test(v)) found.add(v);
    } else if (Array.isArray(v)) v.forEach(look);
    else if (typeof v === 'object' && v !== null) Object.values(v).forEach(look);
  };
  look(value);
  return [...found];
}

const bucketOf = (nc: NatsConnection) => new Objm(nc).open(filesBucket, { check: false });

/** Sends files of a job that the office lacks. */
export async function sendFiles(
  db: Db,
  { nc }: { nc: NatsConnection },
  jobId: Id,
  ids: readonly string[],
): Promise<void> {
  const own = ids.filter((id) => hasFile(db, jobId, id));
  if (own.length === 0) return;
  const bucket = await bucketOf(nc);
  for (const id of own) {
    const had = await bucket.info(id);
    const file = had && !had.deleted ? undefined : fileOf(db, jobId, id);
    if (file) await bucket.putBlob({ name: id }, file.bytes);
  }
}

/** Fetches a file of a job from the office and keeps it. @returns whether it is there now. @throws PictureError when it is damaged. */
export async function fetchFile(db: Db, nc: NatsConnection, jobId: Id, id: string): Promise<boolean> {
  if (hasFile(db, jobId, id)) return true;
  const bytes = await (await bucketOf(nc)).getBlob(id);
  if (!bytes) return false;
  keepPicture(db, jobId, bytes, id);
  return true;
}

const row = z.object({ id: z.string() });

/** Files that a job shows and this laptop has not. */
export const lackingFiles = (db: Db, jobId: Id): string[] =>
  z
    .array(row)
    .parse(
      db
        .prepare(
          `SELECT id FROM (SELECT file_id AS id FROM picture WHERE job_id = :job
             UNION SELECT file_id FROM photo WHERE job_id = :job
             UNION SELECT photo.value FROM step_run, json_each(step_run.photos) photo WHERE step_run.job_id = :job)
           WHERE id NOT IN (SELECT id FROM job_file WHERE job_id = :job) ORDER BY id`,
        )
        .all({ job: jobId }),
    )
    .map((r) => r.id);

/** Takes all files of a job along. @returns how many came, and how many the office has not. */
export async function takeAlong(
  db: Db,
  nc: NatsConnection,
  jobId: Id,
): Promise<{ came: number; missing: number }> {
  const lacking = lackingFiles(db, jobId);
  let came = 0;
  for (const id of lacking) if (await fetchFile(db, nc, jobId, id)) came++;
  return { came, missing: lacking.length - came };
}
