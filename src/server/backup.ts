/** Backups: copies of the whole database, made while it is in use, checked, and thinned out. */
import { createHash } from 'node:crypto';
import { createReadStream, existsSync, mkdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { basename, join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import Database from 'better-sqlite3';
import {
  type BackupFile,
  backupFiles,
  backupName,
  type BackupReason,
  backupsFolder,
  prune,
} from './backupFiles';
import { database, dataFolder, type Db, integrityProblems } from './database';
import { trouble } from './dataTrouble';
import { noteDay } from './bin';

/** A consistent copy by SQLite's own online backup; a copy that is not sound is no backup. */
export async function copyDatabase(db: Db, to: string): Promise<void> {
  const part = `${to}.part`;
  rmSync(part, { force: true });
  try {
    await db.backup(part);
    const problems = problemsOfFile(part);
    if (problems.length) throw trouble('damaged', problems);
    renameSync(part, to);
  } finally {
    for (const end of ['', '-wal', '-shm', '-journal']) rmSync(`${part}${end}`, { force: true });
  }
}

/** What is wrong with a database file that nothing else has open; empty when it is sound. */
export function problemsOfFile(file: string): string[] {
  let db: Db | null = null;
  try {
    db = new Database(file, { readonly: true, fileMustExist: true });
    return integrityProblems(db);
  } catch (error) {
    return [error instanceof Error ? error.message : String(error)];
  } finally {
    db?.close();
  }
}

/** Makes a backup, then removes those that are not kept any more. */
export async function backUp(db: Db, reason: BackupReason, now: string): Promise<BackupFile> {
  const folder = backupsFolder(dataFolder());
  mkdirSync(folder, { recursive: true });
  const file = join(folder, backupName(now, reason));
  await copyDatabase(db, file);
  prune(folder);
  return { file, madeAt: now, reason, bytes: statSync(file).size };
}

/** The newest backup that is sound; null when there is none. */
export const newestGood = (folder: string): BackupFile | null =>
  backupFiles(folder).find((b) => problemsOfFile(b.file).length === 0) ?? null;

/** A backup of the folder by its file name. */
export const backupNamed = (name: string): BackupFile | undefined =>
  backupFiles(backupsFolder(dataFolder())).find((b) => basename(b.file) === name);

const lookEveryMs = 5 * 60_000;
const state = globalThis as typeof globalThis & {
  nestleUpkeep?: { nextAt: number; running: boolean; fault: string | null };
};
const upkeepState = () => (state.nestleUpkeep ??= { nextAt: 0, running: false, fault: null });

/** Why the last backup by itself failed; null when it did not. */
export const upkeepFault = (): string | null => upkeepState().fault;

/**
 * Once a day while the program is in use: a backup, and only then is the bin thinned out. To be called often;
 * does nothing most of the time, and never fails: a fault is told on the page of one's data.
 */
export async function upkeep(nowMs = Date.now()): Promise<void> {
  const own = upkeepState();
  if (own.running || nowMs < own.nextAt) return;
  own.running = true;
  own.nextAt = nowMs + lookEveryMs;
  try {
    const db = database();
    const now = new Date(nowMs).toISOString();
    const today = now.slice(0, 10);
    const had = backupFiles(backupsFolder(dataFolder()));
    if (!had.some((b) => b.madeAt.startsWith(today))) await backUp(db, 'daily', now);
    noteDay(db, today);
    own.fault = null;
  } catch (error) {
    console.error(error);
    own.fault = error instanceof Error ? error.message : String(error);
  } finally {
    own.running = false;
  }
}

/** SHA-256 of a file, hex. */
export async function hashOf(file: string): Promise<string> {
  const hash = createHash('sha256');
  await pipeline(createReadStream(file), hash);
  return hash.digest('hex');
}

export const fileBytes = (file: string): number => (existsSync(file) ? statSync(file).size : 0);
