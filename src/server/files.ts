/** Files that a job keeps beside its records: pictures of storeys. Named by the SHA-256 of their bytes. */
import { createHash } from 'node:crypto';
import { imageSize } from 'image-size';
import { z } from 'zod';
import type { Id } from '@/core/job/records';
import type { Db } from './database';

/** The most that one picture may weigh, bytes. */
export const mostPictureBytes = 20_000_000;
const mostSidePx = 20_000;

/** A file that is no picture, or one that is too large; `message` says which, for people. */
export class PictureError extends Error {}

export interface StoredPicture {
  fileId: string;
  mime: 'image/png' | 'image/jpeg';
  widthPx: number;
  heightPx: number;
}

/** Looks at the first bytes, not at the name: what kind of picture it is and how large. @throws PictureError */
function lookAt(bytes: Uint8Array): Omit<StoredPicture, 'fileId'> {
  if (bytes.byteLength === 0) throw new PictureError('The file is empty. Choose a PNG or JPEG picture.');
  let size: { width?: number; height?: number; type?: string };
  try {
    size = imageSize(bytes);
  } catch {
    throw new PictureError('This is not a PNG or JPEG picture, or it is damaged. Nothing was changed.');
  }
  const mime = size.type === 'png' ? 'image/png' : size.type === 'jpg' ? 'image/jpeg' : null;
  if (!mime)
    throw new PictureError('Only PNG and JPEG pictures can lie under the drawing. Nothing was changed.');
  const [widthPx, heightPx] = [size.width ?? 0, size.height ?? 0];
  if (widthPx < 1 || heightPx < 1 || Math.max(widthPx, heightPx) > mostSidePx)
    throw new PictureError(
      `The picture is ${widthPx} × ${heightPx} px; up to ${mostSidePx} px a side are taken. Nothing was changed.`,
    );
  return { mime, widthPx, heightPx };
}

/** Keeps a picture of a job that is there; the same bytes are kept once. @throws PictureError */
export function keepPicture(db: Db, jobId: Id, bytes: Uint8Array): StoredPicture {
  const seen = lookAt(bytes);
  const fileId = createHash('sha256').update(bytes).digest('hex');
  db.prepare(
    'INSERT INTO job_file (job_id, id, mime, bytes) VALUES (?, ?, ?, ?) ON CONFLICT (job_id, id) DO NOTHING',
  ).run(jobId, fileId, seen.mime, Buffer.from(bytes));
  return { fileId, ...seen };
}

const fileRow = z.object({
  id: z.string(),
  mime: z.enum(['image/png', 'image/jpeg']),
  bytes: z.instanceof(Buffer),
});

/** A file of a job; undefined when there is none of that name. */
export function fileOf(db: Db, jobId: Id, fileId: string): { mime: string; bytes: Buffer } | undefined {
  const row = db
    .prepare('SELECT id, mime, bytes FROM job_file WHERE job_id = ? AND id = ?')
    .get(jobId, fileId);
  return row === undefined ? undefined : fileRow.parse(row);
}

/** All files that the pictures of a job and the photos of its steps show, for its export. */
export const filesOf = (db: Db, jobId: Id): z.infer<typeof fileRow>[] =>
  z.array(fileRow).parse(
    db
      .prepare(
        `SELECT f.id, f.mime, f.bytes FROM job_file f WHERE f.job_id = ? AND (
             f.id IN (SELECT file_id FROM picture WHERE job_id = ?)
             OR f.id IN (SELECT photo.value FROM step_run, json_each(step_run.photos) photo WHERE step_run.job_id = ?))`,
      )
      .all(jobId, jobId, jobId),
  );
