/** How much a walk may bring: a phone can't fill the disk. */
import { z } from 'zod';
import type { Db } from '../database';
import type { Share } from './shares';

/** Photos of one share. */
const mostPhotos = 300;
const mostPhotoBytes = 1_000_000_000;

/** A walk has brought as much as it may. */
export class QuotaError extends Error {
  constructor(what: string) {
    super(`This walk has brought ${what}, the limit. Close it and open it again on the laptop.`);
    this.name = 'QuotaError';
  }
}

const row = z.object({ photo_count: z.number(), photo_bytes: z.number() });

/** Counts a photo against the share, for use in the transaction that keeps it. @throws QuotaError */
export function countPhoto(db: Db, { jobId }: Share, bytes: number): void {
  const had = row.parse(db.prepare('SELECT photo_count, photo_bytes FROM share WHERE job_id = ?').get(jobId));
  if (had.photo_count >= mostPhotos) throw new QuotaError(`${mostPhotos} photos`);
  if (had.photo_bytes + bytes > mostPhotoBytes) throw new QuotaError('1000 MB of photos');
  db.prepare(
    'UPDATE share SET photo_count = photo_count + 1, photo_bytes = photo_bytes + ? WHERE job_id = ?',
  ).run(bytes, jobId);
}
