/** Is everything in the data folder sound? Reads all of it: the file, the records, the files of jobs, the log. */
import { statSync } from 'node:fs';
import Database from 'better-sqlite3';
import { z } from 'zod';
import { jobFromRecords } from '@/core/job/job';
import { checkReferences } from '@/core/job/references';
import { databaseFile, type Db, integrityProblems } from './database';
import { sha256 } from './files';
import { rawRecords, selectRecords } from './recordTable';
import type { Part } from './zip';

export interface DataReport {
  sound: boolean;
  file: string;
  bytes: number;
  jobs: number;
  /** What is damaged: where, and how. */
  problems: { where: string; what: string }[];
}

const wordsOf = (error: unknown): string => {
  if (error instanceof z.ZodError)
    return error.issues
      .map((i) => `${i.path.join('.')}: ${i.message}`)
      .join('; ')
      .slice(0, 400);
  return error instanceof Error ? error.message : String(error);
};

/** Opens the database for reading only and checks it. Never throws for damage: that is the answer. */
export function checkData(folder: string): DataReport {
  const file = databaseFile(folder);
  const info = statSync(file, { throwIfNoEntry: false });
  const report: DataReport = { sound: false, file, bytes: info?.size ?? 0, jobs: 0, problems: [] };
  const say = (where: string, what: string) => report.problems.push({ where, what });
  if (!info) say('database', 'there is no database file');
  else if (info.size === 0) say('database', 'the database file is empty');
  else {
    let db: Db | null = null;
    try {
      db = new Database(file, { readonly: true, fileMustExist: true });
      for (const problem of integrityProblems(db)) say('database', problem);
      const ids = z.array(z.string()).parse(db.prepare('SELECT id FROM job_head ORDER BY id').pluck().all());
      report.jobs = ids.length;
      for (const id of ids) checkJob(db, id, (where, what) => say(`job ${id}${where}`, what));
    } catch (error) {
      say('database', wordsOf(error));
    } finally {
      db?.close();
    }
  }
  report.sound = report.problems.length === 0;
  return report;
}

function checkJob(db: Db, id: string, say: (where: string, what: string) => void): void {
  try {
    const job = jobFromRecords(selectRecords(db, id));
    for (const p of checkReferences(job).slice(0, 12)) say(` ${p.path}`, p.message);
  } catch (error) {
    say('', wordsOf(error));
  }
  try {
    const log = z
      .array(z.number())
      .parse(db.prepare('SELECT revision FROM edits WHERE job_id = ? ORDER BY revision').pluck().all(id));
    const gap = log.findIndex((r, i) => r !== i + 1);
    if (gap >= 0) say(' log', `step ${gap + 1} is not in the log`);
  } catch (error) {
    say(' log', wordsOf(error));
  }
  try {
    const files = db.prepare('SELECT id, bytes FROM job_file WHERE job_id = ?');
    for (const raw of files.iterate(id)) {
      const f = z.object({ id: z.string(), bytes: z.instanceof(Buffer) }).parse(raw);
      if (sha256(f.bytes) !== f.id) say(` file ${f.id}`, 'its bytes are not those that it is named by');
    }
  } catch (error) {
    say(' files', wordsOf(error));
  }
}

/** What can still be read of a damaged database: each job as rows, table by table, and its pictures. */
export function* readable(folder: string): Generator<Part> {
  const db = new Database(databaseFile(folder), { readonly: true, fileMustExist: true });
  try {
    const lost: string[] = [];
    for (const id of idsIn(db, lost)) yield* jobParts(db, id, lost);
    yield text('not-readable.txt', `${lost.join('\n') || 'Everything could be read.'}\n`);
  } finally {
    db.close();
  }
}

const text = (name: string, words: string): Part => ({ name, bytes: () => Buffer.from(words) });

function* jobParts(db: Db, id: string, lost: string[]): Generator<Part> {
  const name = id.replace(/[^A-Za-z0-9_-]/g, '_');
  const tables = rawRecords(db, id, (table, error) => lost.push(`${id}, ${table}: ${wordsOf(error)}`));
  yield text(`${name}.raw.json`, `${JSON.stringify({ format: 'nestle-raw', id, tables }, null, 1)}\n`);
  try {
    const files = db.prepare('SELECT id, mime, bytes FROM job_file WHERE job_id = ?');
    for (const raw of files.iterate(id)) {
      const f = z.object({ id: z.string(), mime: z.string(), bytes: z.instanceof(Buffer) }).parse(raw);
      yield {
        name: `${name}/${f.id}.${f.mime === 'image/png' ? 'png' : 'jpg'}`,
        bytes: () => f.bytes,
        stored: true,
      };
    }
  } catch (error) {
    lost.push(`${id}, files: ${wordsOf(error)}`);
  }
}

function idsIn(db: Db, lost: string[]): string[] {
  const ids = new Set<string>();
  for (const sql of ['SELECT id FROM job_head', 'SELECT job_id FROM job', 'SELECT DISTINCT job_id FROM spot'])
    try {
      for (const id of db.prepare(sql).pluck().iterate()) ids.add(String(id));
    } catch (error) {
      lost.push(`${sql}: ${wordsOf(error)}`);
    }
  return [...ids];
}
