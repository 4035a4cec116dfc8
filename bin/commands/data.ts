/** The commands that work on the database: jobs in and out, backups, and whether all is sound. */
import { createWriteStream, existsSync, writeFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { Writable } from 'node:stream';
import { checkData } from '@/server/checkData';
import { dataFolder, openDatabase } from '@/server/database';
import { restoreEverything, saveEverything } from '@/server/everything';
import { embeddedJob, exportJob, importJob } from '@/server/jobFiles';
import { listJobs, loadJob } from '@/server/jobs';
import { type Command, parsed, print, UsageError, word } from './command';

export const exportCommand: Command = {
  help: `nestle export            lists the jobs: id, revision, name
nestle export JOB        writes the job file to standard output, its pictures in it
nestle export JOB FILE   writes it to FILE; a FILE ending in .zip holds job file and pictures apart`,
  async run(args) {
    const [id, file] = parsed(args, {}, [], 2).words;
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
  },
};

/** @throws UsageError when there is no such file. */
function existing(file: string): string {
  if (!existsSync(file)) throw new UsageError(`there is no file ${file}`);
  return file;
}

export const importCommand: Command = {
  help: `nestle import FILE

Reads a job file, JSON or zip, into the database and prints the job's id. An id that is taken gets a new one.
A file that is not right changes nothing.`,
  async run(args) {
    const file = existing(word(parsed(args, {}, ['FILE']).words, 0));
    const id = await importJob(openDatabase(dataFolder()), file, new Date().toISOString());
    process.stdout.write(`${id}\n`);
  },
};

export const backup: Command = {
  help: `nestle backup FILE.zip

Writes everything to one file: all jobs, their files, the log of steps and encrypted passwords. The program may
run meanwhile.`,
  async run(args) {
    const file = word(parsed(args, {}, ['FILE']).words, 0);
    if (!file.endsWith('.zip')) throw new UsageError('the FILE of a backup ends in .zip');
    const db = openDatabase(dataFolder());
    await saveEverything(db, resolve(file), new Date().toISOString());
    process.stdout.write(`${listJobs(db).length} jobs are in ${file}\n`);
  },
};

export const restore: Command = {
  help: `nestle restore FILE [--replace]

Brings everything in from a FILE of “backup”, or from a copy in the folder of backups. Into a folder without a
database, or with an empty or damaged one; what lies there is kept under another name. A sound database with
jobs is replaced only with --replace, and backed up before.`,
  async run(args) {
    const { values, words } = parsed(args, { replace: { type: 'boolean' } }, ['FILE']);
    const file = existing(word(words, 0));
    const jobs = await restoreEverything(
      dataFolder(),
      resolve(file),
      { replace: values.replace === true },
      new Date().toISOString(),
    );
    process.stdout.write(`${jobs} jobs are restored\n`);
  },
};

export const checkDataCommand: Command = {
  help: `nestle check-data

Reads the whole database and writes JSON: sound, file, bytes, jobs, and for each problem where and what.
Exit 0: sound. Exit 1: damaged.`,
  run(args) {
    parsed(args, {}, []);
    const report = checkData(dataFolder());
    print(report);
    process.exitCode = report.sound ? 0 : 1;
  },
};
