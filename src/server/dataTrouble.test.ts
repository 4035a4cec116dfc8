import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import fc from 'fast-check';
import { demos } from '@/testing/demoJobs';
import { putOne } from '@/core/job/edits';
import { get } from '@/core/job/job';
import { backUp, newestGood, problemsOfFile, upkeep, upkeepFault } from './backup';
import { type BackupFile, backupFiles, backupName, backupsFolder, surplus } from './backupFiles';
import { checkData, readable } from './checkData';
import { closeDatabase, database, databaseFile, openDatabase } from './database';
import { chooseBackupFolder, dataState } from './dataState';
import { DataTroubleError, NotEmptyError, troubleOf } from './dataTrouble';
import { beginEmpty, restoreEverything, saveEverything } from './everything';
import { handle } from './http';
import { setBinned } from './bin';
import { insertJob, loadJob } from './jobs';
import { keepPicture } from './files';
import { keepSecret, secretsOf } from './secrets';
import { storeEdit } from '../testing/testEdits';

const job = demos[0]?.job;
if (!job) throw new Error('no demo job');
const id = job.info.id;
const now = '2026-11-20T10:00:00.000Z';
const spot = get(job, 'spot', 'spot-1');
const renamed = (name: string) => putOne('Rename', { ...spot, name });

let folder = '';
const file = () => databaseFile(folder);
const kindOf = (run: () => unknown): string => {
  try {
    run();
    return 'none';
  } catch (error) {
    return troubleOf(error)?.kind ?? String(error);
  }
};
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'nestle-trouble-'));
  process.env.NESTLE_DATA = folder;
  jest.spyOn(console, 'error').mockImplementation(() => undefined);
});
afterEach(() => {
  closeDatabase();
  rmSync(folder, { recursive: true, force: true });
  jest.restoreAllMocks();
});
const damage = () => {
  closeDatabase();
  const bytes = readFileSync(file());
  bytes.fill(0x5a, 4096 * 2, 4096 * 9);
  writeFileSync(file(), bytes);
};

describe('each trouble of the data folder has its own words, and nothing is acknowledged that is not stored', () => {
  test('a full disk: the edit is refused, and taken when there is room again', async () => {
    insertJob(database(), job, now);
    const db = database();
    const pages = Number(db.pragma('page_count', { simple: true }));
    db.pragma(`max_page_count = ${pages}`);
    const big = { ...job.info, note: 'x'.repeat(2000) };
    const fill = () => {
      for (let i = 0; i < 60; i++) storeEdit(db, id, putOne('fill', { ...big, name: `n${i}` }), now);
    };
    expect(kindOf(fill)).toBe('full');
    const { revision } = loadJob(db, id);
    const answer = await handle(() => {
      fill();
      return new Response();
    });
    expect(answer.status).toBe(503);
    expect((await answer.json()).error).toMatchObject({
      kind: 'full',
      message: expect.stringContaining('disk'),
    });
    expect(loadJob(db, id).revision).toBe(revision);
    db.pragma('max_page_count = 1000000');
    storeEdit(db, id, renamed('Room again'), now);
    expect(get(loadJob(db, id).job, 'spot', 'spot-1').name).toBe('Room again');
  });

  test('a database that can’t be written', () => {
    insertJob(database(), job, now);
    closeDatabase();
    const locked = new Database(file(), { readonly: true });
    expect(kindOf(() => storeEdit(locked, id, renamed('x'), now))).toBe('read-only');
    locked.close();
  });

  test('deleted while it runs: not written into nothing, and read again when it is back', () => {
    insertJob(database(), job, now);
    storeEdit(database(), id, renamed('Kept'), now);
    const running = database();
    running.pragma('wal_checkpoint(TRUNCATE)');
    const bytes = readFileSync(file());
    rmSync(file());
    expect(kindOf(() => storeEdit(running, id, renamed('Into nothing'), now))).toBe('missing');
    expect(kindOf(() => database())).toBe('missing');
    writeFileSync(file(), bytes);
    // what was acknowledged is there; what was not may be, and is known when it is sent again
    expect(['Kept', 'Into nothing']).toContain(get(loadJob(database(), id).job, 'spot', 'spot-1').name);
  });

  test('missing, empty or damaged beside its backups: told, never begun anew by itself', async () => {
    insertJob(database(), job, now);
    await backUp(database(), 'manual', now);
    closeDatabase();
    rmSync(file());
    expect(kindOf(() => database())).toBe('missing');
    writeFileSync(file(), '');
    expect(kindOf(() => database())).toBe('empty');
    writeFileSync(file(), 'this is no database at all, but long enough to be read as one'.repeat(100));
    expect(kindOf(() => database())).toBe('damaged');
    expect(dataState().trouble).toMatchObject({
      kind: 'damaged',
      newestGood: expect.stringContaining('manual'),
    });
    beginEmpty(folder, now);
    expect(dataState()).toMatchObject({ jobs: 0, trouble: null });
  });

  test('a folder without anything is a first start', () => {
    expect(dataState()).toMatchObject({ jobs: 0, trouble: null, backups: [] });
  });
});

describe('backups', () => {
  test('once a day while in use, a copy that is sound; the bin is thinned out only after it', async () => {
    insertJob(database(), job, now);
    setBinned(database(), id, now);
    const day = (n: number) => Date.UTC(2026, 10, 20 + n, 9);
    for (let n = 0; n < 32; n++) {
      await upkeep(day(n));
      await upkeep(day(n) + 60_000);
    }
    expect(upkeepFault()).toBeNull();
    const files = backupFiles(backupsFolder(folder));
    expect(new Set(files.map((f) => f.madeAt.slice(0, 10))).size).toBe(files.length);
    expect(files.length).toBeLessThanOrEqual(15);
    expect(files.filter((f) => problemsOfFile(f.file).length)).toEqual([]);
    expect(kindOf(() => loadJob(database(), id))).toMatch(/no job/);
    // the copy of the day has what was removed that day
    const newest = openDatabase(':memory:');
    expect(newest.open).toBe(true);
    const last = new Database(files[0]?.file ?? '', { readonly: true });
    expect(last.prepare('SELECT count(*) FROM job_head').pluck().get()).toBe(1);
    last.close();
  });

  test('7 days and 8 weeks are kept, by the days of the files and not by the clock', () => {
    const made = (at: number): BackupFile => {
      const madeAt = new Date(at).toISOString();
      return { file: backupName(madeAt, 'daily'), madeAt, reason: 'daily', bytes: 1 };
    };
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 0, max: 400 }), { minLength: 1, maxLength: 80 }),
        (days) => {
          const files = days
            .map((d) => made(Date.UTC(2026, 0, 1 + d, 12)))
            .sort((a, b) => b.madeAt.localeCompare(a.madeAt));
          const gone = new Set(surplus(files));
          const kept = files.filter((f) => !gone.has(f));
          expect(kept.slice(0, Math.min(7, files.length))).toEqual(files.slice(0, 7));
          expect(kept.length).toBeLessThanOrEqual(15);
          expect(kept.length).toBeGreaterThanOrEqual(Math.min(files.length, 7));
          // one from years ahead costs no other more than its place
          const ahead = [made(Date.UTC(2099, 0, 1)), ...files];
          expect(ahead.length - surplus(ahead).length).toBeGreaterThanOrEqual(
            Math.min(ahead.length, kept.length - 1),
          );
        },
      ),
    );
  });

  test('a folder of one’s own: refused when it is none, used at once when it is', async () => {
    insertJob(database(), job, now);
    await expect(chooseBackupFolder('relative/path', now)).rejects.toThrow(/whole path/);
    await expect(chooseBackupFolder('/no/such/folder', now)).rejects.toThrow(/no such folder/);
    const own = join(folder, 'own');
    mkdirSync(own);
    await chooseBackupFolder(own, now);
    expect(dataState()).toMatchObject({ ownFolder: own, backupsFolder: own });
    expect(backupFiles(own)).toHaveLength(1);
    await chooseBackupFolder(null, now);
    expect(dataState().ownFolder).toBeNull();
  });

  test('before the tables change a copy is made, and the old database goes on in it', () => {
    insertJob(database(), job, now);
    closeDatabase();
    const old = new Database(file());
    for (const table of ['job_summary', 'day_of_use', 'phone_word']) old.exec(`DROP TABLE ${table}`);
    for (const [table, column] of [
      ['job_head', 'incarnation'],
      ['job_head', 'bin_days'],
      ['edits', 'of_id'],
      ['share', 'photo_count'],
      ['share', 'photo_bytes'],
      ['reading', 'loaded_up_ms'],
      ['reading', 'silence_ms'],
      ['reading', 'remarks'],
      ['job', 'far_end_url'],
      ['storey', 'guessed'],
      ['service', 'guessed'],
      ['kit', 'setup'],
      ['room', 'named'],
      ['step_run', 'ticks'],
      ['step_run', 'shown'],
      ['net_settings', 'line'],
      ['net_settings', 'line_holder'],
      ['unit', 'serial'],
      ['service', 'plate'],
      ['service', 'switched'],
      ['reading', 'network_name'],
      ['reading', 'on_unit_id'],
      ['reading', 'on_band'],
      ['reading', 'together_id'],
      ['reading', 'round_id'],
      ['job', 'next_action'],
      ['job', 'next_on'],
      ['kit', 'supplier'],
      ['kit', 'on_van'],
      ['kit', 'preferred'],
    ])
      old.exec(`ALTER TABLE ${table} DROP COLUMN ${column}`);
    for (const part of [
      'office',
      'office_job',
      'office_seen',
      'office_base',
      'office_outbox',
      'office_aside',
      'office_clash',
      'office_want',
    ])
      old.exec(`DROP TABLE ${part}`);
    old.exec('DROP TABLE device_cable');
    for (const table of [
      ...['visit', 'business', 'customer', 'quote', 'own_business', 'own_record'],
      ...['test_round', 'photo', 'sign_off', 'invoice'],
    ])
      old.exec(`DROP TABLE ${table}`);
    old.exec('ALTER TABLE job DROP COLUMN cover_rooms');
    old.exec('ALTER TABLE job DROP COLUMN clear_windows');
    old.exec('ALTER TABLE job DROP COLUMN practice');
    for (const index of ['edits_edit_id', 'edits_author', 'step_run_step_key'])
      old.exec(`DROP INDEX ${index}`);
    for (const column of ['edit_id', 'author']) old.exec(`ALTER TABLE edits DROP COLUMN ${column}`);
    const twin = (n: number, note: string, photo: string) =>
      old
        .prepare(
          `INSERT INTO step_run (job_id, id, step_key, by, note, photos, read, changed_at) VALUES (?, ?, 'modem', '', ?, ?, '[]', ?)`,
        )
        .run(id, `twin-${n}`, note, JSON.stringify([photo.repeat(64)]), `2026-11-2${n}T10:00:00.000Z`);
    twin(1, 'wet', 'a');
    twin(2, 'dry', 'b');
    old
      .prepare(`UPDATE kit SET lights = ? WHERE job_id = ? AND id = 'kit-node'`)
      .run('[{"colour":"dim","means":"no link"},{"colour":"odd","means":"of its own"}]', id);
    old.pragma('user_version = 9');
    old.close();
    const db = database();
    expect(backupFiles(backupsFolder(folder)).map((b) => b.reason)).toEqual(['before-update']);
    const [run, ...more] = loadJob(db, id).job.stepRuns;
    expect(more).toEqual([]);
    expect(run).toMatchObject({ id: 'twin-2', photos: ['a'.repeat(64), 'b'.repeat(64)], note: 'wet\ndry' });
    // what a light meant in words is a state; how a product is set up is as for any
    expect(loadJob(db, id).job.kits.find((k) => k.id === 'kit-node')).toMatchObject({
      lights: [{ state: 'no-link' }, { state: 'other' }],
      setup: { join: ['app'], resetHoldS: 10 },
    });
  });
});

describe('everything in one file', () => {
  test('brings back jobs, files, the log of steps and encrypted passwords', async () => {
    const db = database();
    insertJob(db, job, now);
    storeEdit(db, id, renamed('Last'), now, { id: 'the-step' });
    const secret = { kind: 'network', salt: 'c2FsdA==', iv: 'aXY=', sealed: 'c2VhbGVk' } as const;
    keepSecret(db, id, secret, now);
    const png = Buffer.alloc(33);
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13, 0x49, 0x48, 0x44, 0x52]).copy(
      png,
    );
    png.writeUInt32BE(4, 16);
    png.writeUInt32BE(4, 20);
    keepPicture(db, id, png);
    const zip = join(folder, 'all.zip');
    await saveEverything(db, zip, now);
    const before = loadJob(db, id);
    storeEdit(db, id, renamed('After the backup'), now);
    await expect(restoreEverything(folder, zip, { replace: false }, now)).rejects.toThrow(NotEmptyError);
    expect(get(loadJob(database(), id).job, 'spot', 'spot-1').name).toBe('After the backup');

    expect(await restoreEverything(folder, zip, { replace: true }, now)).toBe(1);
    const back = loadJob(database(), id);
    expect([...back.job.byId.values()]).toEqual([...before.job.byId.values()]);
    expect(back.incarnation).not.toBe(before.incarnation);
    expect(secretsOf(database(), id)).toEqual([secret]);
    expect(database().prepare('SELECT edit_id FROM edits').pluck().all()).toEqual(['the-step']);
    expect(database().prepare('SELECT count(*) FROM job_file').pluck().get()).toBe(1);
    expect(newestGood(backupsFolder(folder))?.reason).toBe('before-restore');
    expect(checkData(folder)).toMatchObject({ sound: true, problems: [], jobs: 1 });
  });

  test('a damaged database: what is readable can be saved, the check names it, a restore keeps what was damaged', async () => {
    insertJob(database(), job, now);
    const zip = join(folder, 'all.zip');
    await saveEverything(database(), zip, now);
    database().pragma('wal_checkpoint(TRUNCATE)');
    damage();
    expect(kindOf(() => database())).toBe('damaged');
    const report = checkData(folder);
    expect(report.sound).toBe(false);
    expect(report.problems.length).toBeGreaterThan(0);
    const parts = [...readable(folder)];
    expect(parts.at(-1)?.name).toBe('not-readable.txt');
    expect(await restoreEverything(folder, zip, { replace: false }, now)).toBe(1);
    expect(loadJob(database(), id).job.spots.length).toBe(job.spots.length);
    expect(checkData(folder).sound).toBe(true);
  });

  test('the check finds a file whose bytes are not its own, and a record that is not as it should be', () => {
    insertJob(database(), job, now);
    const db = database();
    db.prepare('INSERT INTO job_file (job_id, id, mime, bytes) VALUES (?, ?, ?, ?)').run(
      id,
      'a'.repeat(64),
      'image/png',
      Buffer.from('x'),
    );
    db.prepare(`UPDATE spot SET number = 5000 WHERE id = 'spot-1'`).run();
    db.pragma('wal_checkpoint(TRUNCATE)');
    const { sound, problems } = checkData(folder);
    expect(sound).toBe(false);
    expect(problems.map((p) => p.where).join()).toContain('file aaaa');
    expect(problems.map((p) => p.what).join()).toContain('number');
  });
});

test('an error that is none of the data folder’s is not taken for one', () => {
  expect(troubleOf(new Error('x'))).toBeNull();
  expect(troubleOf(new DataTroubleError('full', 'm'))?.kind).toBe('full');
});
