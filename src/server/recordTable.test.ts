import fc from 'fast-check';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demos } from '@/testing/demoJobs';
import { jobFromRecords } from '@/core/job/job';
import { readJobFile, writeJobFile } from '@/core/job/jobFile';
import { checkReferences } from '@/core/job/references';
import { recordSchema, recordTypes, schemas } from '@/core/job/records';
import { anyRecord } from '../testing/anyRecord';
import { openDatabase } from './database';
import { exportJob, importJob } from './jobFiles';
import { insertJob, loadJob } from './jobs';
import { selectRecords, upsertRecord } from './recordTable';

const now = '2026-11-20T10:00:00.000Z';

/** A database that holds records without what they refer to: references are another matter. */
function loose() {
  const db = openDatabase(':memory:');
  db.pragma('foreign_keys = OFF');
  db.prepare('INSERT INTO job_head (id, revision, saved_at) VALUES (?, 0, ?)').run('job', now);
  return db;
}

test.each(recordTypes)('what the schema of %s accepts, its table accepts and gives back', (type) => {
  const db = loose();
  fc.assert(
    fc.property(anyRecord(type), (record) => {
      db.exec('BEGIN');
      try {
        upsertRecord(db, 'job', record);
        upsertRecord(db, 'job', record);
        expect(selectRecords(db, 'job')).toEqual([record]);
      } finally {
        db.exec('ROLLBACK');
      }
    }),
    { numRuns: 60 },
  );
  db.close();
});

test('a cable from a socket to itself is refused by its schema, not first by its table', () => {
  const cable = { type: 'cableRun', id: 'c', fromId: 'a', toId: 'a', cable: 'cat6', lengthM: 3, note: '' };
  expect(recordSchema.safeParse(cable).success).toBe(false);
  expect(recordSchema.safeParse({ ...cable, toId: 'b' }).success).toBe(true);
});

test('each reference that a table insists on is one that an edit is checked for', () => {
  const db = openDatabase(':memory:');
  const records = demos.flatMap((d) => [...d.job.byId.values()]);
  const field = (column: string) => column.replace(/_([a-z0-9])/g, (_, c: string) => c.toUpperCase());
  let seen = 0;
  for (const type of recordTypes) {
    const table = type.replace(/[A-Z]/g, (c) => `_${c.toLowerCase()}`);
    const keys = db.prepare(`SELECT "from" FROM pragma_foreign_key_list(?)`).pluck().all(table).map(String);
    for (const column of new Set(keys.filter((k) => k !== 'job_id'))) {
      const record = records.find((r) => r.type === type) ?? fc.sample(anyRecord(type), 1)[0];
      if (!record) throw new Error(type);
      const home = demos.find((d) => d.job.byId.get(record.id) === record)?.job ?? demos[0]?.job;
      if (!home) throw new Error('no demo');
      const others = [...home.byId.values()].filter(
        (r) => r.id !== record.id && (type !== 'job' || r.type !== 'job'),
      );
      const broken = { ...record, [field(column)]: 'nowhere' };
      const problems = checkReferences(jobFromRecords([...others, recordSchema.parse(broken)]));
      expect(problems.map((p) => p.path)).toContain(`${type}.${record.id}.${field(column)}`);
      seen++;
    }
  }
  expect(seen).toBeGreaterThan(20);
  expect(Object.keys(schemas)).toHaveLength(recordTypes.length);
});

const folder = mkdtempSync(join(tmpdir(), 'nestle-round-'));
afterAll(() => rmSync(folder, { recursive: true }));

test('a job with anything in it that its schemas accept goes out and comes back identical', async () => {
  const demo = demos[1]?.job;
  if (!demo) throw new Error('no demo');
  const free = [
    'activity',
    'assembly',
    'device',
    'kit',
    'neighbour',
    'stepEdit',
    'stepRun',
    'netSettings',
  ] as const;
  const extra = fc.tuple(...free.map((type) => anyRecord(type)));
  await fc.assert(
    fc.asyncProperty(extra, async (records) => {
      const more = records.map((r, i) => ({ ...r, id: `extra-${i}` }));
      const job = jobFromRecords([...demo.byId.values(), ...more]);
      const [from, to] = [openDatabase(':memory:'), openDatabase(':memory:')];
      insertJob(from, job, now);
      const file = join(folder, 'job');
      writeFileSync(file, Buffer.from(await new Response(exportJob(from, job.info.id).body).arrayBuffer()));
      await importJob(to, file, now);
      const records2 = (db: typeof from) =>
        [...loadJob(db, job.info.id).job.byId.values()].sort((a, b) => (a.id < b.id ? -1 : 1));
      expect(records2(to)).toEqual(records2(from));
      expect([...readJobFile(writeJobFile(job)).job.byId.values()]).toHaveLength(job.byId.size);
      from.close();
      to.close();
    }),
    { numRuns: 12 },
  );
});
