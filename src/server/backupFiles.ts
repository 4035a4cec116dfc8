/** Backups as files: their names, which are kept, and the copy before a change of version. */
import { format, parseISO } from 'date-fns';
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, statSync } from 'node:fs';
import { isAbsolute, join } from 'node:path';
import type Database from 'better-sqlite3';
import { z } from 'zod';

/** Why a backup was made. */
export type BackupReason = 'daily' | 'manual' | 'before-update' | 'before-restore';

export interface BackupFile {
  file: string;
  madeAt: string;
  reason: BackupReason;
  bytes: number;
}

const settingsSchema = z.object({ backupFolder: z.string().nullable() });
export const settingsFile = (folder: string): string => join(folder, 'settings.json');

/** Where backups go: a folder of one's own, else «backups» in the data folder. */
export function backupsFolder(folder: string): string {
  return ownBackupsFolder(folder) ?? join(folder, 'backups');
}

/** The folder that a person chose for backups; null = none. Kept beside the database, so that it outlives it. */
export function ownBackupsFolder(folder: string): string | null {
  const file = settingsFile(folder);
  if (!existsSync(file)) return null;
  try {
    const { backupFolder } = settingsSchema.parse(JSON.parse(readFileSync(file, 'utf8')));
    return backupFolder !== null && isAbsolute(backupFolder) ? backupFolder : null;
  } catch (error) {
    console.error(`${file} can’t be read; backups go to the data folder.`, error);
    return null;
  }
}

const namePattern =
  /^nestle-(\d{4}-\d\d-\d\d)T(\d\d)-(\d\d)-(\d\d)-(\d{3})Z-(daily|manual|before-update|before-restore)\.sqlite$/;
const reasonSchema = z.enum(['daily', 'manual', 'before-update', 'before-restore']);

export const backupName = (now: string, reason: BackupReason): string =>
  `nestle-${now.replace(/[:.]/g, '-')}-${reason}.sqlite`;

/** The backups of a folder, newest first. A folder that is not there has none. */
export function backupFiles(folder: string): BackupFile[] {
  if (!existsSync(folder)) return [];
  return readdirSync(folder)
    .flatMap((name): BackupFile[] => {
      const m = namePattern.exec(name);
      if (!m) return [];
      const [, day, h, min, s, ms, reason] = m;
      const file = join(folder, name);
      return [
        {
          file,
          madeAt: `${day}T${h}:${min}:${s}.${ms}Z`,
          reason: reasonSchema.parse(reason),
          bytes: statSync(file).size,
        },
      ];
    })
    .sort((a, b) => b.madeAt.localeCompare(a.madeAt));
}

const keptDays = 7;
const keptWeeks = 8;
/** Copies from before an update or a restore, and those made by hand, are kept so many each. */
const keptOthers = 5;

/** The week of a day, by the ISO calendar: «2026-W48». */
const weekOf = (day: string): string => format(parseISO(day), "RRRR-'W'II");

/**
 * Which backups can go: all but the newest of the last 7 days and of the last 8 weeks that have any, and the
 * newest five of each other reason. Days are those of the files, not of the clock: a wrong clock deletes nothing.
 */
export function surplus(files: readonly BackupFile[]): BackupFile[] {
  const kept = new Set<BackupFile>();
  const newestBy = (key: (f: BackupFile) => string, most: number) => {
    const seen = new Map<string, BackupFile>();
    for (const f of files) if (!seen.has(key(f)) && seen.size < most) seen.set(key(f), f);
    for (const f of seen.values()) kept.add(f);
  };
  newestBy((f) => f.madeAt.slice(0, 10), keptDays);
  newestBy((f) => weekOf(f.madeAt.slice(0, 10)), keptWeeks);
  for (const reason of ['manual', 'before-update', 'before-restore'] as const)
    files
      .filter((f) => f.reason === reason)
      .slice(0, keptOthers)
      .forEach((f) => kept.add(f));
  return files.filter((f) => !kept.has(f));
}

/** Removes what `surplus` names. */
export function prune(folder: string): void {
  for (const { file } of surplus(backupFiles(folder))) rmSync(file, { force: true });
}

/** A copy before migrations: nobody else writes then, so one statement copies a consistent state. */
export function backUpBeforeMigration(db: Database.Database, folder: string): void {
  const to = backupsFolder(folder);
  mkdirSync(to, { recursive: true });
  const file = join(to, backupName(new Date().toISOString(), 'before-update'));
  const part = `${file}.part`;
  rmSync(part, { force: true });
  db.prepare('VACUUM INTO ?').run(part);
  renameSync(part, file);
  prune(to);
}
