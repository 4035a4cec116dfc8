import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demos } from '@/../demo/make/make';
import { putOne } from '@/core/job/edits';
import { get } from '@/core/job/job';
import { NewerDatabaseError, openDatabase } from './database';
import { handle, readJson } from './http';
import {
  binDays,
  ConflictError,
  editJob,
  emptyOldBin,
  insertJob,
  jobExists,
  listJobs,
  loadJob,
  NoSuchJobError,
  setBinned,
} from './jobs';
import { editRequestSchema } from './jobs';
import { copyName, freeId } from './naming';
import { storedSummary } from './summary';

const job = demos[0]?.job;
if (!job) throw new Error('no demo job');
const id = job.info.id;
const now = '2026-11-20T10:00:00.000Z';
const fresh = () => {
  const db = openDatabase(':memory:');
  insertJob(db, job, now);
  return db;
};
const spot = get(job, 'spot', 'spot-1');
const renamed = (name: string) => putOne(`Rename to ${name}`, { ...spot, name });

test('a job comes back as it went in, every record type', () => {
  const stored = loadJob(fresh(), id);
  expect(stored.revision).toBe(0);
  expect([...stored.job.byId.values()].sort((a, b) => (a.id < b.id ? -1 : 1))).toEqual(
    [...job.byId.values()].sort((a, b) => (a.id < b.id ? -1 : 1)),
  );
});

test('edits, undo and redo are kept over a restart', () => {
  const folder = mkdtempSync(join(tmpdir(), 'nestle-db-'));
  let db = openDatabase(folder);
  insertJob(db, job, now);
  expect(db.pragma('journal_mode', { simple: true })).toBe('wal');
  expect(db.pragma('synchronous', { simple: true })).toBe(2);
  editJob(db, id, { kind: 'do', revision: 0, edit: renamed('One') }, now);
  editJob(db, id, { kind: 'do', revision: 1, edit: renamed('Two') }, now);
  editJob(db, id, { kind: 'undo', revision: 2 }, now);
  db.close();
  db = openDatabase(folder);
  const stored = loadJob(db, id);
  expect(get(stored.job, 'spot', 'spot-1').name).toBe('One');
  expect([stored.history.undo.map((u) => u.label), stored.history.redo.map((u) => u.label)]).toEqual([
    ['Rename to One'],
    ['Rename to Two'],
  ]);
  editJob(db, id, { kind: 'redo', revision: 3 }, now);
  expect(get(loadJob(db, id).job, 'spot', 'spot-1').name).toBe('Two');
  db.close();
  rmSync(folder, { recursive: true });
});

test('an edit on an old revision, or one that breaks references, changes nothing', () => {
  const db = fresh();
  editJob(db, id, { kind: 'do', revision: 0, edit: renamed('One') }, now);
  expect(() => editJob(db, id, { kind: 'do', revision: 0, edit: renamed('Late') }, now)).toThrow(
    ConflictError,
  );
  expect(() =>
    editJob(db, id, { kind: 'do', revision: 1, edit: { label: 'x', put: [], remove: ['ground'] } }, now),
  ).toThrow(/no storey/);
  expect(() => editJob(db, id, { kind: 'redo', revision: 1 }, now)).toThrow(/nothing to redo/);
  expect(loadJob(db, id).revision).toBe(1);
  expect(get(loadJob(db, id).job, 'spot', 'spot-1').name).toBe('One');
});

test('the database itself refuses a dangling reference', () => {
  const db = fresh();
  expect(() => db.prepare(`UPDATE spot SET room_id = 'moon' WHERE id = 'spot-1'`).run()).toThrow(
    /FOREIGN KEY/,
  );
});

test('a database of a newer version is left alone', () => {
  const folder = mkdtempSync(join(tmpdir(), 'nestle-db-'));
  const db = openDatabase(folder);
  db.pragma('user_version = 999');
  db.close();
  expect(() => openDatabase(folder)).toThrow(NewerDatabaseError);
  expect(() => openDatabase(folder)).toThrow(/Nothing was changed/);
  rmSync(folder, { recursive: true });
});

test('the bin: out of reach, back again, gone after its days', () => {
  const db = fresh();
  setBinned(db, id, now);
  expect(() => loadJob(db, id)).toThrow(NoSuchJobError);
  setBinned(db, id, null);
  expect(loadJob(db, id).job.info.name).toBe('Quay House');
  setBinned(db, id, now);
  const later = (days: number) => new Date(Date.parse(now) + days * 86_400_000).toISOString();
  expect(emptyOldBin(db, later(binDays - 1))).toBe(0);
  expect(emptyOldBin(db, later(binDays + 1))).toBe(1);
  expect(jobExists(db, id)).toBe(false);
});

test('ids that are taken get new ones; copies keep within the length of a name', () => {
  const db = fresh();
  expect(freeId(db, id)).not.toBe(id);
  expect(freeId(db, 'free')).toBe('free');
  expect(copyName('x'.repeat(120)).length).toBeLessThanOrEqual(120);
});

test('the summary counts what is short', () => {
  const db = fresh();
  const [head] = listJobs(db);
  if (!head) throw new Error('no job');
  expect(storedSummary(db, head)).toMatchObject({ name: 'Quay House', foundShort: 5, spots: 14, demo: true });
});

describe('bodies', () => {
  const post = (body: string, headers: Record<string, string> = {}) =>
    handle(async () =>
      Response.json(
        await readJson(
          new Request('http://127.0.0.1/x', { method: 'POST', body, headers }),
          editRequestSchema,
          1000,
        ),
      ),
    );
  test.each<[string, string, Record<string, string>, number]>([
    ['too large', JSON.stringify({ kind: 'undo', revision: 0, x: 'y'.repeat(2000) }), {}, 413],
    ['not JSON', '{', {}, 422],
    ['wrong', '{"kind":"jump"}', {}, 400],
    [
      'from another site',
      '{"kind":"undo","revision":0}',
      { origin: 'http://evil.example', host: '127.0.0.1' },
      403,
    ],
    ['right', '{"kind":"undo","revision":0}', {}, 200],
  ])('%s', async (_name, body, headers, status) => {
    expect((await post(body, headers)).status).toBe(status);
  });
});
