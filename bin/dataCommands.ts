/** The commands that work on the database: jobs in and out, backups, and whether all is sound. */
import { createWriteStream, existsSync, writeFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { Writable } from 'node:stream';
import { checkData } from '@/server/checkData';
import { dataFolder, openDatabase } from '@/server/database';
import { saveEverything, restoreEverything } from '@/server/everything';
import { embeddedJob, exportJob, importJob } from '@/server/jobFiles';
import { listJobs, loadJob } from '@/server/jobs';
import { UsageError } from './usage';

export const dataHelp = {
  export: `nestle export            lists the jobs: id, revision, name
nestle export JOB        writes the job file to standard output, its pictures in it
nestle export JOB FILE   writes it to FILE; a FILE ending in .zip holds job file and pictures apart`,
  import: `nestle import FILE

Reads a job file, JSON or zip, into the database and prints the job's id. An id that is taken gets a new one.
A file that is not right changes nothing.`,
  backup: `nestle backup FILE.zip

Writes everything to one file: all jobs, their files, the log of steps and encrypted passwords. The program may
run meanwhile.`,
  restore: `nestle restore FILE [--replace]

Brings everything in from a FILE of “backup”, or from a copy in the folder of backups. Into a folder without a
database, or with an empty or damaged one; what lies there is kept under another name. A sound database with
jobs is replaced only with --replace, and backed up before.`,
  'check-data': `nestle check-data

Reads the whole database and writes JSON: sound, file, bytes, jobs, and for each problem where and what.
Exit 0: sound. Exit 1: damaged.`,
};

function one(args: string[], what: string): string {
  const [first, ...rest] = args;
  if (!first || rest.length) throw new UsageError(`${what} needs one FILE`);
  return first;
}

async function exportCommand(args: string[]) {
  const [id, file, ...rest] = args;
  if (rest.length) throw new UsageError('export takes at most JOB and FILE');
  const db = openDatabase(dataFolder());
  if (!id) {
    for (const head of listJobs(db).filter((h) => h.deletedAt === null))
      process.stdout.write(`${head.id}\t${head.revision}\t${loadJob(db, head.id).job.info.name}\n`);
    return;
  }
  if (!file) process.stdout.write(embeddedJob(db, id));
  else if (!file.endsWith('.zip')) writeFileSync(file, embeddedJob(db, id));
  else {
    const { body } = exportJob(db, id, { always: true });
    await body.pipeTo(Writable.toWeb(createWriteStream(file)));
  }
}

async function importCommand(args: string[]) {
  const file = one(args, 'import');
  if (!existsSync(file)) throw new UsageError(`there is no file ${file}`);
  const id = await importJob(openDatabase(dataFolder()), file, new Date().toISOString());
  process.stdout.write(`${id}\n`);
}

async function backupCommand(args: string[]) {
  const file = one(args, 'backup');
  if (!file.endsWith('.zip')) throw new UsageError('the FILE of a backup ends in .zip');
  const db = openDatabase(dataFolder());
  await saveEverything(db, resolve(file), new Date().toISOString());
  process.stdout.write(`${listJobs(db).length} jobs are in ${file}\n`);
}

async function restoreCommand(args: string[]) {
  const file = one(
    args.filter((a) => a !== '--replace'),
    'restore',
  );
  if (!existsSync(file)) throw new UsageError(`there is no file ${file}`);
  const replace = args.includes('--replace');
  const jobs = await restoreEverything(dataFolder(), resolve(file), { replace }, new Date().toISOString());
  process.stdout.write(`${jobs} jobs are restored\n`);
}

function checkCommand(args: string[]) {
  if (args.length) throw new UsageError('check-data takes no argument');
  const report = checkData(dataFolder());
  process.stdout.write(`${JSON.stringify(report, null, 2)}\n`);
  process.exitCode = report.sound ? 0 : 1;
}

export const dataCommands = [
  ['export', exportCommand],
  ['import', importCommand],
  ['backup', backupCommand],
  ['restore', restoreCommand],
  ['check-data', checkCommand],
] as const;
