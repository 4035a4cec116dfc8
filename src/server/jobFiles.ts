/** A job with its files as one file: plain JSON when it has none, else a zip of the job file and its pictures. */
import { closeSync, openSync, readFileSync, readSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { type Job, renameJob } from '@/core/job/job';
import { JobFileError, readJobFile, writeJobFile } from '@/core/job/jobFile';
import { mostFiles, mostFileBytes } from '@/core/job/limits';
import type { Id } from '@/core/job/records';
import type { Db } from './database';
import { fileList, fileOf, keepPicture } from './files';
import { insertJob, loadJob } from './jobs';
import { copyName, freeId } from './naming';
import { withScratch } from './scratch';
import { ArchiveError, looksLikeZip, openZip, type Part, unpackBytes, zipOf } from './zip';

export const jobEntry = 'job.nestle.json';
/** Largest job file as text, bytes: more than JSON of the largest job. */
export const mostJobText = 300_000_000;

/** The name under which a job is saved, without an ending. */
export const fileNameOf = (job: Job): string =>
  job.info.name
    .replace(/[^A-Za-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .toLowerCase() || 'job';

const entryOf = (id: string, mime: string) => `files/${id}.${mime === 'image/png' ? 'png' : 'jpg'}`;
/** Beside the job an archive may hold what was made of it: that is not read. */
const madePattern = /^(papers\/[a-z-]+\.pdf|plans\/[A-Za-z0-9_-]+\.(svg|geojson)|[a-z]+\.csv)$/;
/** Largest of such a file, bytes. */
const mostMadeBytes = 50_000_000;
const entryPattern = /^files\/([0-9a-f]{64})\.(png|jpg)$/;

/**
 * A job for saving. Files that have not come yet are left out; the records go on naming them.
 * @param options.always a zip also when there are no files.
 * @throws NoSuchJobError
 */
export function exportJob(
  db: Db,
  id: Id,
  { always = false } = {},
): { name: string; mime: string; body: ReadableStream<Uint8Array> } {
  const { job } = loadJob(db, id);
  const files = fileList(db, id);
  const name = fileNameOf(job);
  if (files.length === 0 && !always)
    return {
      name: `${name}.nestle.json`,
      mime: 'application/json; charset=utf-8',
      body: new Blob([writeJobFile(job)]).stream(),
    };
  return { name: `${name}.nestle.zip`, mime: 'application/zip', body: zipOf(jobParts(db, id)) };
}

/** A job and its files as parts of an archive. @throws NoSuchJobError */
export function jobParts(db: Db, id: Id): Part[] {
  const { job } = loadJob(db, id);
  return [
    { name: jobEntry, bytes: () => Buffer.from(writeJobFile(job)) },
    ...fileList(db, id).map((f) => ({
      name: entryOf(f.id, f.mime),
      stored: true,
      bytes: () => {
        const file = fileOf(db, id, f.id);
        if (!file) throw new Error(`the file ${f.id} was removed while it was saved`);
        return file.bytes;
      },
    })),
  ];
}

/**
 * Takes a job from a file, JSON or zip, in one transaction. A job whose id is known comes in beside it as a copy.
 * @returns the id that it has now.
 * @throws JobFileError, ArchiveError, PictureError; then nothing was changed.
 */
export async function importJob(db: Db, file: string, now: string): Promise<Id> {
  const head = Buffer.alloc(4);
  const opened = openSync(file, 'r');
  readSync(opened, head);
  closeSync(opened);
  if (looksLikeZip(head)) return importZip(db, file, now);
  if (statSync(file).size > mostJobText)
    throw new JobFileError([{ path: '', message: `a job file weighs at most ${mostJobText / 1e6} MB` }]);
  const { job, files } = readJobFile(readFileSync(file, 'utf8'));
  return insert(
    db,
    job,
    now,
    files.map((f) => ({ id: f.id, bytes: () => Buffer.from(f.base64, 'base64') })),
  );
}

async function importZip(db: Db, file: string, now: string): Promise<Id> {
  const { entries, close } = await openZip(file, {
    entries: mostFiles + 500,
    bytes: (name) => {
      if (name === jobEntry) return mostJobText;
      if (entryPattern.test(name)) return mostFileBytes;
      return madePattern.test(name) ? mostMadeBytes : null;
    },
  });
  try {
    const main = entries.get(jobEntry);
    if (!main) throw new ArchiveError(`The archive holds no ${jobEntry}.`);
    const { job } = readJobFile((await unpackBytes(main)).toString('utf8'));
    return await withScratch(async (folder) => {
      const files: { id: string; bytes: () => Buffer }[] = [];
      for (const [name, entry] of entries) {
        const id = entryPattern.exec(name)?.[1];
        if (!id) continue;
        const path = join(folder, id);
        writeFileSync(path, await unpackBytes(entry));
        files.push({ id, bytes: () => readFileSync(path) });
      }
      return insert(db, job, now, files);
    });
  } finally {
    await close();
  }
}

function insert(db: Db, job: Job, now: string, files: readonly { id: string; bytes: () => Buffer }[]): Id {
  const id = freeId(db, job.info.id);
  const name = id === job.info.id ? job.info.name : copyName(job.info.name);
  db.transaction(() => {
    insertJob(db, renameJob(job, id, name), now);
    for (const f of files) keepPicture(db, id, f.bytes(), f.id);
  }).immediate();
  return id;
}

/** A job as JSON text with its files in it, for programs that want one text. */
export function embeddedJob(db: Db, id: Id): string {
  const { job } = loadJob(db, id);
  const files = fileList(db, id).flatMap((f) => {
    const file = fileOf(db, id, f.id);
    return file ? [{ id: f.id, mime: f.mime, base64: file.bytes.toString('base64') }] : [];
  });
  return writeJobFile(job, files);
}
