/** Files that a job keeps beside its records: pictures of storeys, photos of steps. Named by the SHA-256 of their bytes. */
import { createHash } from 'node:crypto';
import { disableTypes, imageSize, types } from 'image-size';
import { z } from 'zod';
import { mostFileBytes, mostFiles, mostFilesBytes } from '@/core/job/limits';
import type { Id } from '@/core/job/records';
import type { Db } from './database';

const mostSidePx = 20_000;
// readers of formats that are not taken are not let near the bytes
disableTypes(types.filter((t) => t !== 'png' && t !== 'jpg'));

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
  if (!mime) throw new PictureError('This is not a PNG or JPEG picture. Nothing was changed.');
  const [widthPx, heightPx] = [size.width ?? 0, size.height ?? 0];
  if (widthPx < 1 || heightPx < 1 || Math.max(widthPx, heightPx) > mostSidePx)
    throw new PictureError(
      `The picture is ${widthPx} × ${heightPx} px; up to ${mostSidePx} px a side are allowed. Nothing was changed.`,
    );
  return { mime, widthPx, heightPx };
}

/** The name of a file: the SHA-256 of its bytes, in hex. */
export const sha256 = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');

export const hasFile = (db: Db, jobId: Id, fileId: string): boolean =>
  db.prepare('SELECT 1 FROM job_file WHERE job_id = ? AND id = ?').get(jobId, fileId) !== undefined;

const sumRow = z.object({ files: z.number(), bytes: z.number() });

/**
 * Keeps a picture of a job that is there; the same bytes are kept once.
 * @param name what the bytes should be named; another name means that they were damaged on the way.
 * @throws PictureError
 */
export function keepPicture(db: Db, jobId: Id, bytes: Uint8Array, name?: string): StoredPicture {
  if (bytes.byteLength > mostFileBytes)
    throw new PictureError(`A picture weighs at most ${mostFileBytes / 1e6} MB. Nothing was changed.`);
  const seen = lookAt(bytes);
  const fileId = sha256(bytes);
  if (name !== undefined && name !== fileId)
    throw new PictureError(`The file ${name} is damaged: its bytes are not those that it is named by.`);
  if (!hasFile(db, jobId, fileId)) {
    const had = sumRow.parse(
      db
        .prepare(
          'SELECT count(*) AS files, coalesce(sum(length(bytes)), 0) AS bytes FROM job_file WHERE job_id = ?',
        )
        .get(jobId),
    );
    if (had.files >= mostFiles || had.bytes + bytes.byteLength > mostFilesBytes)
      throw new PictureError(
        `A job keeps at most ${mostFiles} files and ${mostFilesBytes / 1e6} MB of them. Nothing was changed.`,
      );
    db.prepare('INSERT INTO job_file (job_id, id, mime, bytes) VALUES (?, ?, ?, ?)').run(
      jobId,
      fileId,
      seen.mime,
      Buffer.from(bytes),
    );
  }
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

const named = `SELECT file_id AS id FROM picture WHERE job_id = :job
  UNION SELECT file_id FROM photo WHERE job_id = :job
  UNION SELECT photo.value FROM step_run, json_each(step_run.photos) photo WHERE step_run.job_id = :job`;
const briefRow = z.object({ id: z.string(), mime: z.enum(['image/png', 'image/jpeg']), bytes: z.number() });

/** The files that the pictures of a job and the photos of its steps show, without their bytes. */
export const fileList = (db: Db, jobId: Id): z.infer<typeof briefRow>[] =>
  z
    .array(briefRow)
    .parse(
      db
        .prepare(
          `SELECT id, mime, length(bytes) AS bytes FROM job_file WHERE job_id = :job AND id IN (${named}) ORDER BY id`,
        )
        .all({ job: jobId }),
    );

/** Copies the files of one job to another. */
export const copyFiles = (db: Db, fromId: Id, toId: Id): void => {
  db.prepare(
    `INSERT INTO job_file (job_id, id, mime, bytes)
     SELECT :to, id, mime, bytes FROM job_file WHERE job_id = :job AND id IN (${named})`,
  ).run({ job: fromId, to: toId });
};
