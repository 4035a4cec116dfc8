/** Everything in one file: all jobs, their files, the log of steps and encrypted passwords; and bringing it in again. */
import {
  closeSync,
  copyFileSync,
  createWriteStream,
  existsSync,
  mkdirSync,
  openAsBlob,
  openSync,
  readSync,
  renameSync,
  rmSync,
  statSync,
} from 'node:fs';
import { join } from 'node:path';
import { Writable } from 'node:stream';
import { z } from 'zod';
import { backUp, copyDatabase, hashOf, problemsOfFile } from './backup';
import {
  closeDatabase,
  database,
  databaseFile,
  databaseVersion,
  type Db,
  NewerDatabaseError,
  openDatabase,
} from './database';
import { DataTroubleError, NotEmptyError } from './dataTrouble';
import { listJobs } from './jobs';
import { withScratch } from './scratch';
import { ArchiveError, looksLikeZip, openZip, type Part, unpack, unpackBytes, zipOf } from './zip';

const databaseEntry = 'nestle.sqlite';
const manifestEntry = 'manifest.json';
const manifestSchema = z.object({
  format: z.literal('nestle-everything'),
  version: z.literal(1),
  madeAt: z.string(),
  databaseVersion: z.number(),
  bytes: z.number(),
  sha256: z.string().regex(/^[0-9a-f]{64}$/),
  jobs: z.number(),
});

/** Largest archive and database taken, bytes. */
export const mostEverything = 20_000_000_000;

/** The parts of an archive of everything; the copy is made beside the database and removed at the end. */
async function partsOf(db: Db, folder: string, now: string): Promise<Part[]> {
  const copy = join(folder, databaseEntry);
  await copyDatabase(db, copy);
  const manifest = {
    format: 'nestle-everything',
    version: 1,
    madeAt: now,
    databaseVersion: databaseVersion(),
    bytes: statSync(copy).size,
    sha256: await hashOf(copy),
    jobs: listJobs(db).length,
  };
  const blob = await openAsBlob(copy);
  return [
    { name: manifestEntry, bytes: () => Buffer.from(`${JSON.stringify(manifest, null, 2)}\n`) },
    { name: databaseEntry, bytes: () => blob },
  ];
}

/** Writes everything to a file. */
export const saveEverything = (db: Db, file: string, now: string): Promise<void> =>
  withScratch(async (folder) => {
    const part = join(folder, 'everything.zip');
    await zipOf(await partsOf(db, folder, now)).pipeTo(Writable.toWeb(createWriteStream(part)));
    copyFileSync(part, `${file}.part`);
    renameSync(`${file}.part`, file);
  });

/** Everything as a stream, for a download. */
export function everythingStream(db: Db, now: string): ReadableStream<Uint8Array> {
  const { readable, writable } = new TransformStream<Uint8Array, Uint8Array>();
  withScratch(async (folder) => zipOf(await partsOf(db, folder, now)).pipeTo(writable)).catch(
    (error: unknown) => writable.abort(error).catch(() => console.error(error)),
  );
  return readable;
}

/** How the database is now: sound with so many jobs, or not there, empty or damaged. */
function standing(folder: string): { db: Db; jobs: number } | null {
  const file = databaseFile(folder);
  if (!existsSync(file) || statSync(file).size === 0) return null;
  try {
    const db = openDatabase(folder);
    return { db, jobs: listJobs(db).length };
  } catch (error) {
    if (error instanceof DataTroubleError && error.kind === 'damaged') return null;
    throw error;
  }
}

/**
 * Brings everything in from an archive, or from a backup as it lies in the folder of backups.
 * @param replace a sound database that is there already; a backup of it is made first.
 * @returns how many jobs there are now.
 * @throws ArchiveError when the file is not sound, NotEmptyError, NewerDatabaseError; then nothing was changed.
 */
export const restoreEverything = (
  folder: string,
  file: string,
  { replace }: { replace: boolean },
  now: string,
): Promise<number> =>
  withScratch(async (scratch) => {
    const copy = join(scratch, 'restored', databaseEntry);
    mkdirSync(join(scratch, 'restored'));
    if (isArchive(file)) await unpackDatabase(file, copy);
    else copyFileSync(file, copy);
    const problems = problemsOfFile(copy);
    if (problems.length) throw new ArchiveError(`The database in it is damaged (${problems[0]}).`);
    // brought up to date where it lies, so that both have the same tables
    const restored = openDatabase(join(scratch, 'restored'), { evenIfLost: true });
    const jobs = listJobs(restored).length;
    restored.prepare('UPDATE job_head SET incarnation = lower(hex(randomblob(8)))').run();
    restored.prepare('DELETE FROM share').run();
    restored.pragma('wal_checkpoint(TRUNCATE)');
    restored.close();
    closeDatabase();
    const had = standing(folder);
    if (!had) {
      putInPlace(folder, copy, now);
      return jobs;
    }
    try {
      if (!replace && had.jobs > 0) throw new NotEmptyError(had.jobs);
      if (had.jobs > 0) await backUp(had.db, 'before-restore', now);
      replaceContent(had.db, copy);
    } finally {
      had.db.close();
    }
    return jobs;
  });

function isArchive(file: string): boolean {
  const head = Buffer.alloc(16);
  const opened = openSync(file, 'r');
  readSync(opened, head);
  closeSync(opened);
  if (looksLikeZip(head)) return true;
  if (head.toString('latin1', 0, 15) === 'SQLite format 3') return false;
  throw new ArchiveError('This is neither an archive of everything nor a backup.');
}

async function unpackDatabase(file: string, to: string): Promise<void> {
  const { entries, close } = await openZip(file, {
    entries: 2,
    bytes: (name) => (name === databaseEntry ? mostEverything : name === manifestEntry ? 100_000 : null),
  });
  try {
    const [main, about] = [entries.get(databaseEntry), entries.get(manifestEntry)];
    if (!main || !about) throw new ArchiveError('This is no archive of everything.');
    let raw: unknown;
    try {
      raw = JSON.parse((await unpackBytes(about)).toString('utf8'));
    } catch (error) {
      throw error instanceof ArchiveError ? error : new ArchiveError('Its manifest is not JSON.');
    }
    const parsed = manifestSchema.safeParse(raw);
    if (!parsed.success) throw new ArchiveError('This is no archive of everything.');
    const manifest = parsed.data;
    if (manifest.databaseVersion > databaseVersion())
      throw new NewerDatabaseError(file, manifest.databaseVersion, databaseVersion());
    const out = createWriteStream(to, { flags: 'wx' });
    const sink = Writable.toWeb(out).getWriter();
    await unpack(main, (part) => sink.write(part));
    await sink.close();
    if ((await hashOf(to)) !== manifest.sha256)
      throw new ArchiveError('The database in it is not the one that was saved.');
  } finally {
    await close();
  }
}

/** Where no sound database is: what is there is kept under another name, and the copy takes its place. */
function putInPlace(folder: string, copy: string, now: string): void {
  mkdirSync(folder, { recursive: true });
  const file = databaseFile(folder);
  for (const end of ['', '-wal', '-shm'])
    if (existsSync(/*turbopackIgnore: true*/ `${file}${end}`)) {
      const kept = join(folder, `damaged-${now.replace(/[:.]/g, '-')}.sqlite${end}`);
      if (statSync(/*turbopackIgnore: true*/ `${file}${end}`).size > 0) renameSync(`${file}${end}`, kept);
      else rmSync(`${file}${end}`);
    }
  copyFileSync(copy, `${file}.part`);
  renameSync(`${file}.part`, file);
}

const tableRow = z.array(z.object({ name: z.string().regex(/^[a-z_]+$/) }));

/** Where a sound one is, perhaps open in a running server: its content is replaced in one transaction. */
function replaceContent(db: Db, copy: string): void {
  db.prepare('ATTACH DATABASE ? AS restored').run(copy);
  try {
    const tables = tableRow.parse(
      db
        .prepare(`SELECT name FROM restored.sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%'`)
        .all(),
    );
    db.transaction(() => {
      db.pragma('defer_foreign_keys = ON');
      for (const { name } of tables) db.exec(`DELETE FROM main.${name}`);
      for (const { name } of tables) {
        const columns = z
          .array(z.object({ name: z.string() }))
          .parse(db.pragma(`restored.table_info(${name})`))
          .map((c) => c.name)
          .join(', ');
        db.exec(`INSERT INTO main.${name} (${columns}) SELECT ${columns} FROM restored.${name}`);
      }
    }).immediate();
  } finally {
    db.exec('DETACH DATABASE restored');
  }
}

/** Begins an empty database where one was lost. What lies there is kept under another name. */
export function beginEmpty(folder: string, now: string): void {
  closeDatabase();
  if (standing(folder)) throw new NotEmptyError(listJobs(database()).length);
  const file = databaseFile(folder);
  for (const end of ['', '-wal', '-shm'])
    if (existsSync(/*turbopackIgnore: true*/ `${file}${end}`))
      renameSync(`${file}${end}`, join(folder, `damaged-${now.replace(/[:.]/g, '-')}.sqlite${end}`));
  openDatabase(folder, { evenIfLost: true }).close();
}
