/**
 * What is kept: damaged files by the thousand, a very large job out and in, the list of 500 jobs, and memory.
 * npx tsx bench/keeping.ts [share of the damaged files, 1]
 */
import { randomBytes } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { readDxf } from '@/core/formats/dxf';
import { readPlanGeoJson, writePlanGeoJson } from '@/core/formats/planGeoJson';
import { DrawingError } from '@/core/formats/planLines';
import { type Job, jobFromRecords, renameJob } from '@/core/job/job';
import { JobFileError, parseJobFile } from '@/core/job/jobFile';
import { makeRecord } from '@/core/job/make';
import type { Reading, StepRun } from '@/core/job/records';
import { openDatabase } from '@/server/database';
import { fileList, keepPicture, PictureError, sha256 } from '@/server/files';
import { exportJob, importJob } from '@/server/jobFiles';
import { insertJob, loadJob } from '@/server/jobs';
import { jobRows } from '@/server/summary';
import { ArchiveError } from '@/server/zip';
import { makeApp } from '../bin/app';
import { dice, mutate, sampleDxf } from './mutate';

const now = '2026-11-20T10:00:00.000Z';
const flat = () => readFileSync('demo/tannery-lofts.nestle.json');
const median = (values: number[]) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? NaN;
const isExpected = (error: unknown) =>
  error instanceof JobFileError ||
  error instanceof ArchiveError ||
  error instanceof PictureError ||
  error instanceof DrawingError;

interface Damaged {
  files: number;
  refused: number;
  /** Errors that say nothing of the file. */
  crashes: number;
  'over 10 s': number;
  'longest ms': number;
  'partial writes': number;
}

async function tryAll(
  count: number,
  seed: number,
  whole: Buffer,
  read: (bytes: Buffer) => Promise<void> | void,
  partial: () => boolean = () => false,
): Promise<Damaged> {
  const random = dice(seed);
  const out: Damaged = {
    files: count,
    refused: 0,
    crashes: 0,
    'over 10 s': 0,
    'longest ms': 0,
    'partial writes': 0,
  };
  for (let i = 0; i < count; i++) {
    const bytes = mutate(whole, random);
    const start = performance.now();
    try {
      await read(bytes);
    } catch (error) {
      if (isExpected(error)) out.refused++;
      else {
        out.crashes++;
        console.error(error);
      }
      if (partial()) out['partial writes']++;
    }
    const ms = performance.now() - start;
    if (ms > 10_000) out['over 10 s']++;
    out['longest ms'] = Math.max(out['longest ms'], Math.round(ms));
  }
  return out;
}

/** @param share of 20 000 job files, 2000 DXF, 2000 GeoJSON and 500 pictures. */
async function damagedFigures(share: number): Promise<Record<string, Damaged>> {
  const folder = mkdtempSync(join(tmpdir(), 'nestle-bench-'));
  process.env.NESTLE_DATA = folder;
  const db = openDatabase(':memory:');
  const file = join(folder, 'job');
  const empty = () => db.prepare('SELECT count(*) FROM job_head').pluck().get() === 0;
  const bring = async (bytes: Buffer) => {
    writeFileSync(file, bytes);
    await importJob(db, file, now);
    db.prepare('DELETE FROM job_head').run();
  };
  const job = parseJobFile(flat().toString('utf8'));
  const plan = Buffer.from(writePlanGeoJson(job, job.storeys[0]?.id ?? ''));
  const pictures = openDatabase(':memory:');
  pictures.prepare('INSERT INTO job_head (id, revision, saved_at) VALUES (?, 0, ?)').run('j', now);
  const some = (n: number) => Math.max(1, Math.round(n * share));
  const figures = {
    'job files': await tryAll(some(20_000), 1, flat(), bring, () => !empty()),
    DXF: await tryAll(some(2000), 2, Buffer.from(sampleDxf()), (b) => void readDxf(b.toString('latin1'))),
    GeoJSON: await tryAll(some(2000), 3, plan, (b) => void readPlanGeoJson(b.toString('utf8'))),
    pictures: await tryAll(some(500), 4, readFileSync('docs/screenshots/phone-walk.png'), (b) => {
      const kept = keepPicture(pictures, 'j', b);
      if (kept.fileId !== sha256(b)) throw new Error('kept under another name');
      pictures.prepare('DELETE FROM job_file').run();
    }),
  };
  rmSync(folder, { recursive: true });
  return figures;
}

/** The flat with 60 000 readings and 400 photos of 375 kB. */
function veryLarge(job: Job, photos: readonly string[]): Job {
  const readings = Array.from({ length: 60_000 }, (_, i): Reading => {
    const spot = job.spots[i % job.spots.length];
    return makeRecord({
      type: 'reading',
      id: `rd-${i}`,
      spotId: spot?.id ?? '',
      phase: i % 2 ? 'after' : 'before',
      run: 1 + (Math.floor(i / 10) % 999),
      takenAt: new Date(Date.parse(now) + i * 1000).toISOString(),
      deviceId: null,
      connected: true,
      downMbps: 20 + (i % 97) / 3,
      upMbps: 5.5,
      latencyMs: 12,
      rssiDbm: -60,
      source: 'measured',
    });
  });
  const steps = Array.from({ length: Math.ceil(photos.length / 12) }, (_, i): StepRun => ({
    type: 'stepRun',
    id: `run-${i}-large`,
    stepKey: `own.step-${i}`,
    startedAt: now,
    handsFreeAt: null,
    doneAt: now,
    skipped: null,
    windowAt: null,
    ticks: [],
    shown: null,
    by: 'bench',
    note: '',
    photos: photos.slice(i * 12, i * 12 + 12),
    read: [],
    changedAt: now,
  }));
  const rest = [...job.byId.values()].filter((r) => r.type !== 'reading');
  return jobFromRecords([...rest, ...readings, ...steps]);
}

async function largeFigures(): Promise<object> {
  const folder = mkdtempSync(join(tmpdir(), 'nestle-bench-'));
  process.env.NESTLE_DATA = folder;
  const job = parseJobFile(flat().toString('utf8'));
  const picture = () => {
    const head = Buffer.alloc(33);
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13, 0x49, 0x48, 0x44, 0x52]).copy(
      head,
    );
    head.writeUInt32BE(1600, 16);
    head.writeUInt32BE(1200, 20);
    return Buffer.concat([head, randomBytes(375_000)]);
  };
  const [from, to] = [openDatabase(folder), openDatabase(':memory:')];
  const pictures = Array.from({ length: 400 }, picture);
  insertJob(from, veryLarge(job, pictures.map(sha256)), now);
  for (const bytes of pictures) keepPicture(from, job.info.id, bytes);
  const file = join(folder, 'out.zip');
  let start = performance.now();
  const { body } = exportJob(from, job.info.id);
  const parts: Uint8Array[] = [];
  const reader = body.getReader();
  for (let part = await reader.read(); !part.done; part = await reader.read()) parts.push(part.value);
  writeFileSync(file, Buffer.concat(parts));
  const outMs = performance.now() - start;
  start = performance.now();
  await importJob(to, file, now);
  const inMs = performance.now() - start;
  const records = (db: typeof from) =>
    JSON.stringify([...loadJob(db, job.info.id).job.byId.values()].sort((a, b) => (a.id < b.id ? -1 : 1)));
  const figures = {
    readings: loadJob(to, job.info.id).job.readings.length,
    photos: fileList(to, job.info.id).length,
    'MB in the archive': Math.round(statSync(file).size / 1e6),
    'out, s': Number((outMs / 1000).toFixed(1)),
    'in, s': Number((inMs / 1000).toFixed(1)),
    identical:
      records(from) === records(to) &&
      JSON.stringify(fileList(from, job.info.id)) === JSON.stringify(fileList(to, job.info.id)),
  };
  from.close();
  rmSync(folder, { recursive: true });
  return figures;
}

function listFigures(): object {
  const db = openDatabase(':memory:');
  const jobs = ['quay-house', 'tannery-lofts'].map((n) =>
    parseJobFile(readFileSync(`demo/${n}.nestle.json`, 'utf8')),
  );
  for (let i = 0; i < 500; i++) {
    const job = jobs[i % 2];
    if (job) insertJob(db, renameJob(job, `job-${i}`, `${job.info.name} ${i}`), now);
  }
  const first = performance.now();
  jobRows(db);
  const firstMs = performance.now() - first;
  const times: number[] = [];
  let text = '';
  for (let i = 0; i < 20; i++) {
    const start = performance.now();
    text = JSON.stringify(jobRows(db));
    times.push(performance.now() - start);
  }
  return {
    jobs: 500,
    'first time, s': Number((firstMs / 1000).toFixed(1)),
    'then, ms (median)': Number(median(times).toFixed(1)),
    'kB as text': Math.round(text.length / 1000),
    'kB as sent': Math.round(gzipSync(text).length / 1000),
  };
}

/** The server's own process after 2000 edits and 200 imports. */
async function memoryFigures(): Promise<object> {
  const app = makeApp(4378);
  await app.start();
  const send = async (path: string, body: string) => {
    const answer = await fetch(`${app.url}${path}`, { method: 'POST', body });
    const text = await answer.text();
    if (!answer.ok) throw new Error(`${path}: ${answer.status} ${text.slice(0, 200)}`);
    return JSON.parse(text);
  };
  const { records, incarnation } = await (await fetch(`${app.url}/api/jobs/quay-house`)).json();
  const spot = records.find((r: { type: string }) => r.type === 'spot');
  const startMb = Math.round(app.memory() / 1e6);
  const times: number[] = [];
  for (let i = 0; i < 2000; i++) {
    const start = performance.now();
    await send(
      '/api/jobs/quay-house/edits',
      JSON.stringify({
        id: `e-${i}`,
        author: 'w-bench',
        kind: 'do',
        incarnation,
        revision: i,
        edit: { label: 'Rename', put: [{ ...spot, name: `Name ${i}` }], remove: [] },
      }),
    );
    times.push(performance.now() - start);
  }
  const afterEdits = Math.round(app.memory() / 1e6);
  for (let i = 0; i < 200; i++) await send('/api/jobs/import', flat().toString('utf8'));
  const afterImports = Math.round(app.memory() / 1e6);
  await app.stop();
  app.discard();
  return {
    'MB at the start': startMb,
    'MB after 2000 edits': afterEdits,
    'MB after 200 imports too': afterImports,
    'ms an edit (median)': Number(median(times).toFixed(1)),
  };
}

/** Prints all tables. @param share of the damaged files. */
export async function keepingTables(share: number): Promise<void> {
  console.table([listFigures()]);
  console.table([await largeFigures()]);
  console.table([await memoryFigures()]);
  console.table(await damagedFigures(share));
}
if (process.argv[1]?.endsWith('keeping.ts'))
  keepingTables(Number(process.argv[2] ?? 1)).then(
    () => process.exit(0),
    (error: unknown) => {
      console.error(error);
      process.exit(1);
    },
  );
