/** What the page «Your data» shows: where it is, how large, when last backed up, and what is wrong with it. */
import { accessSync, constants, existsSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { basename, isAbsolute, join } from 'node:path';
import { backUp, fileBytes, newestGood, upkeepFault } from './backup';
import { type BackupReason, backupFiles, backupsFolder, ownBackupsFolder, settingsFile } from './backupFiles';
import { database, databaseFile, dataFolder } from './database';
import { type TroubleKind, troubleOf } from './dataTrouble';
import { JobFileError } from '@/core/job/jobFile';
import { listJobs } from './jobs';

export interface DataState {
  folder: string;
  bytes: number;
  jobs: number;
  backupsFolder: string;
  /** Chosen by a person; null = in the data folder. */
  ownFolder: string | null;
  backups: { name: string; madeAt: string; reason: BackupReason; bytes: number }[];
  /** Why the last backup by itself failed. */
  backupFault: string | null;
  trouble: {
    kind: TroubleKind;
    message: string;
    details: readonly string[];
    newestGood: string | null;
  } | null;
}

export function dataState(): DataState {
  const folder = dataFolder();
  const where = backupsFolder(folder);
  const file = databaseFile(folder);
  const base = {
    folder,
    bytes: fileBytes(file) + fileBytes(`${file}-wal`),
    backupsFolder: where,
    ownFolder: ownBackupsFolder(folder),
    backups: backupFiles(where).map(({ file: path, ...rest }) => ({ name: basename(path), ...rest })),
    backupFault: upkeepFault(),
  };
  try {
    return { ...base, jobs: listJobs(database()).length, trouble: null };
  } catch (error) {
    const found = troubleOf(error);
    if (!found) throw error;
    const good = newestGood(where);
    const { kind, message, details } = found;
    return {
      ...base,
      jobs: 0,
      trouble: { kind, message, details, newestGood: good && basename(good.file) },
    };
  }
}

/**
 * Chooses a folder for backups; null = in the data folder. One that can't be written is refused. A backup is
 * made there at once.
 * @throws JobFileError with what is wrong.
 */
export async function chooseBackupFolder(folder: string | null, now: string): Promise<void> {
  if (folder !== null) {
    const fail = (message: string) => new JobFileError([{ path: 'backupFolder', message }]);
    if (!isAbsolute(folder)) throw fail('write the whole path, from the root of the disk');
    if (!existsSync(folder) || !statSync(folder).isDirectory()) throw fail('there is no such folder');
    try {
      accessSync(folder, constants.W_OK);
      const probe = join(folder, '.nestle-probe');
      writeFileSync(probe, '');
      rmSync(probe);
    } catch {
      throw fail('this folder can’t be written');
    }
  }
  writeFileSync(settingsFile(dataFolder()), `${JSON.stringify({ backupFolder: folder })}\n`);
  await backUp(database(), 'manual', now);
}
