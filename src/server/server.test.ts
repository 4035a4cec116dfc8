import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demos } from '@/testing/demoJobs';
import { putOne } from '@/core/job/edits';
import { get } from '@/core/job/job';
import { binDays } from '@/core/job/limits';
import { NewerDatabaseError, openDatabase } from './database';
import { handle, readJson } from './http';
import { emptyBin, noteDay, setBinned } from './bin';
import {
  ConflictError,
  editJob,
  editRequestSchema,
  editsSince,
  historyFor,
  knownEdits,
  loggedEdit,
} from './editLog';
import { insertJob, jobExists, loadJob, NoSuchJobError } from './jobs';
import { asRequest, storeEdit } from '../testing/testEdits';
import { copyName, freeId } from './naming';
import { rawRecords } from './recordTable';
import { jobRows } from './summary';

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
  storeEdit(db, id, renamed('One'), now, { id: 'one' });
  storeEdit(db, id, renamed('Two'), now, { id: 'two' });
  storeEdit(db, id, renamed('One'), now, { kind: 'undo', of: 'two' });
  db.close();
  db = openDatabase(folder);
  expect(get(loadJob(db, id).job, 'spot', 'spot-1').name).toBe('One');
  const labels = (author: string) => {
    const { undo, redo } = historyFor(db, id, author);
    return [undo.map((u) => u.label), redo.map((u) => u.label)];
  };
  expect(labels('w-test')).toEqual([['Rename to One'], ['Rename to Two']]);
  expect(labels('w-other')).toEqual([[], []]);
  expect(loggedEdit(db, id, 'two').inverse.put).toMatchObject([{ name: 'One' }]);
  expect(() => loggedEdit(db, id, 'nine')).toThrow(/not in the log/);
  db.close();
  rmSync(folder, { recursive: true });
});

test('an edit sent again is answered as the first time and stored once', () => {
  const db = fresh();
  const request = asRequest(db, id, renamed('One'));
  const first = editJob(db, id, request, now);
  expect(editJob(db, id, request, '2026-11-21T10:00:00.000Z')).toEqual(first);
  expect(loadJob(db, id).revision).toBe(1);
  expect(knownEdits(db, id, [request.id, 'other'])).toEqual([request.id]);
});

test('an edit on an old revision, of another life, or one that breaks references, changes nothing', () => {
  const db = fresh();
  storeEdit(db, id, renamed('One'), now);
  expect(() => storeEdit(db, id, renamed('Late'), now, { revision: 0 })).toThrow(ConflictError);
  expect(() => storeEdit(db, id, renamed('Late'), now, { incarnation: 'other' })).toThrow(ConflictError);
  expect(() => storeEdit(db, id, { label: 'x', put: [], remove: ['ground'] }, now)).toThrow(/no storey/);
  expect(loadJob(db, id).revision).toBe(1);
  expect(get(loadJob(db, id).job, 'spot', 'spot-1').name).toBe('One');
});

test('who is behind is told what was missed; who is of another life is told to fetch the whole', () => {
  const db = fresh();
  const { incarnation } = loadJob(db, id);
  storeEdit(db, id, renamed('One'), now, { id: 'one' });
  storeEdit(db, id, renamed('Two'), now, { id: 'two' });
  expect(editsSince(db, id, { incarnation, revision: 1 }).edits?.map((e) => e.id)).toEqual(['two']);
  expect(editsSince(db, id, { incarnation, revision: 3 }).edits).toBeNull();
  expect(editsSince(db, id, { incarnation: 'other', revision: 1 }).edits).toBeNull();
});

test('a job in memory is never one that was rolled back', () => {
  const db = fresh();
  loadJob(db, id);
  const broken = { ...spot, roomId: 'moon' };
  expect(() =>
    db.transaction(() => {
      storeEdit(db, id, renamed('Never'), now);
      throw new Error('power cut');
    })(),
  ).toThrow('power cut');
  expect(() => storeEdit(db, id, putOne('x', broken), now)).toThrow(/no room/);
  expect(get(loadJob(db, id).job, 'spot', 'spot-1').name).toBe(spot.name);
  storeEdit(db, id, renamed('After'), now);
  expect(get(loadJob(db, id).job, 'spot', 'spot-1').name).toBe('After');
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

describe('the bin', () => {
  test('out of reach, back again, gone when a person says so', () => {
    const db = fresh();
    setBinned(db, id, now);
    expect(() => loadJob(db, id)).toThrow(NoSuchJobError);
    setBinned(db, id, null);
    expect(loadJob(db, id).job.info.name).toBe('Quay House');
    expect(emptyBin(db)).toEqual({ removed: 0, waiting: 0 });
    setBinned(db, id, now);
    expect(emptyBin(db, 'other')).toEqual({ removed: 0, waiting: 0 });
    expect(emptyBin(db, id)).toEqual({ removed: 1, waiting: 0 });
    expect(jobExists(db, id)).toBe(false);
  });

  const day = (n: number) => new Date(Date.UTC(2026, 10, 20 + n)).toISOString().slice(0, 10);
  test('after so many days of use it goes by itself, and not a day before', () => {
    const db = fresh();
    noteDay(db, day(0));
    setBinned(db, id, now);
    for (let i = 1; i <= binDays; i++) noteDay(db, day(i));
    expect(jobExists(db, id)).toBe(true);
    expect(noteDay(db, day(binDays))).toEqual({ isNew: false, removed: 0 });
    expect(noteDay(db, day(binDays + 1))).toEqual({ isNew: true, removed: 1 });
  });
  test('a clock that jumps years ahead makes it one day older, and back again none', () => {
    const db = fresh();
    noteDay(db, day(0));
    setBinned(db, id, now);
    noteDay(db, '2099-01-01');
    noteDay(db, day(1));
    expect(jobExists(db, id)).toBe(true);
    expect(db.prepare('SELECT bin_days FROM job_head').pluck().get()).toBe(1);
  });
});

test('ids that are taken get new ones; copies keep within the length of a name', () => {
  const db = fresh();
  expect(freeId(db, id)).not.toBe(id);
  expect(freeId(db, 'free')).toBe('free');
  expect(copyName('x'.repeat(120)).length).toBeLessThanOrEqual(120);
});

describe('the list of jobs', () => {
  test('counts what is short, and is kept until the job changes', () => {
    const db = fresh();
    expect(jobRows(db)).toMatchObject([
      { id, job: { name: 'Quay House', counts: [14, 5, 0, 0, 0, 14], demo: true } },
    ]);
    db.prepare(`UPDATE job_summary SET summary = replace(summary, 'Quay House', 'Kept')`).run();
    expect(jobRows(db)).toMatchObject([{ job: { name: 'Kept' } }]);
    storeEdit(db, id, renamed('One'), now);
    expect(jobRows(db)).toMatchObject([{ job: { name: 'Quay House' } }]);
  });

  test('one record that can’t be read is one row with its reason; the others are there', () => {
    const db = fresh();
    const other = demos[1]?.job;
    if (!other) throw new Error('no second demo');
    insertJob(db, other, now);
    db.prepare(`UPDATE spot SET number = 5000 WHERE job_id = ? AND id = 'spot-1'`).run(id);
    const rows = jobRows(db);
    expect(rows).toHaveLength(2);
    expect(rows.find((r) => r.id === id)?.job).toEqual({ broken: expect.stringContaining('number') });
    expect(rows.find((r) => r.id !== id)?.job).toMatchObject({ name: other.info.name });
    expect(JSON.stringify(rawRecords(db, id).spot)).toContain('5000');
  });

  test('a row of an ordinary job with state, visits and money is small', () => {
    expect(JSON.stringify(jobRows(fresh())[0]).length).toBeLessThan(600);
  });
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
  const right = JSON.stringify({
    id: 'e-1',
    author: 'w-1',
    kind: 'do',
    incarnation: 'x',
    revision: 0,
    edit: { label: 'x', put: [], remove: [] },
  });
  test.each<[string, string, Record<string, string>, number]>([
    ['too large', JSON.stringify({ kind: 'undo', revision: 0, x: 'y'.repeat(2000) }), {}, 413],
    ['cut short', right, { 'content-length': '900' }, 400],
    ['not JSON', '{', {}, 422],
    ['wrong', '{"kind":"jump"}', {}, 400],
    ['right', right, {}, 200],
  ])('%s', async (_name, body, headers, status) => {
    expect((await post(body, headers)).status).toBe(status);
  });
});
