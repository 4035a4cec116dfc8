import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demos } from '@/testing/demoJobs';
import { putOne } from '@/core/job/edits';
import { makeRecord } from '@/core/job/make';
import { type Db, openDatabase } from './database';
import { fileList, fileOf, keepPicture, PictureError } from './files';
import { embeddedJob, exportJob, importJob } from './jobFiles';
import { type Part, zipOf } from './zip';
import { handle, readBytes } from './http';
import { insertJob, loadJob } from './jobs';
import { storeEdit } from '../testing/testEdits';

const job = demos[1]?.job;
if (!job) throw new Error('no demo job');
const id = job.info.id;
const now = '2026-11-20T10:00:00.000Z';
const fresh = () => {
  const db = openDatabase(':memory:');
  insertJob(db, job, now);
  return db;
};

/** The head of a PNG of this size: enough to be told what it is. */
function png(width: number, height: number): Buffer {
  const bytes = Buffer.alloc(33);
  Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13, 0x49, 0x48, 0x44, 0x52]).copy(
    bytes,
  );
  bytes.writeUInt32BE(width, 16);
  bytes.writeUInt32BE(height, 20);
  return bytes;
}

test('a picture is kept once, under the name of its bytes, with its size', () => {
  const db = fresh();
  const kept = keepPicture(db, id, png(640, 480));
  expect(kept).toMatchObject({ mime: 'image/png', widthPx: 640, heightPx: 480 });
  expect(kept.fileId).toMatch(/^[0-9a-f]{64}$/);
  expect(keepPicture(db, id, png(640, 480))).toEqual(kept);
  expect(fileOf(db, id, kept.fileId)?.bytes).toEqual(png(640, 480));
  expect(fileOf(db, id, 'f'.repeat(64))).toBeUndefined();
  expect(fileOf(db, 'another-job', kept.fileId)).toBeUndefined();
});

test.each([
  ['not connected', Buffer.alloc(0), 'empty'],
  ['a text', Buffer.from('hello, I am a picture.png'), 'not a PNG or JPEG'],
  [
    'an SVG',
    Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"></svg>'),
    'not a PNG or JPEG',
  ],
  ['a picture without size', png(0, 0), '0 × 0 px'],
  ['one as wide as a street', png(30_000, 10), '30000 × 10 px'],
])('%s is refused and nothing is kept', (_, bytes, message) => {
  const db = fresh();
  expect(() => keepPicture(db, id, bytes)).toThrow(message);
  expect(() => keepPicture(db, id, bytes)).toThrow(PictureError);
  expect(db.prepare('SELECT count(*) AS n FROM job_file').get()).toEqual({ n: 0 });
});

describe('a job with files as one file', () => {
  const pinned = (fileId: string) =>
    makeRecord({
      type: 'picture',
      id: 'picture-1',
      storeyId: job.storeys[0]?.id ?? '',
      fileId,
      mime: 'image/png',
      widthPx: 640,
      heightPx: 480,
      name: 'Plan',
      xM: 0,
      yM: 0,
      metresPerPx: 0.01,
      turnDeg: 0,
      opacity: 0.5,
    });
  const run = (photos: string[]) =>
    makeRecord({
      type: 'stepRun',
      id: 'run-modem',
      stepKey: 'modem',
      startedAt: now,
      handsFreeAt: null,
      doneAt: null,
      skipped: null,
      windowAt: null,
      by: '',
      note: '',
      photos,
      read: [],
      ticks: [],
      shown: null,
      changedAt: now,
    });
  const folder = mkdtempSync(join(tmpdir(), 'nestle-files-'));
  afterAll(() => rmSync(folder, { recursive: true }));
  const save = async (db: Db): Promise<string> => {
    const { name, body } = exportJob(db, id);
    const file = join(folder, name);
    writeFileSync(file, Buffer.from(await new Response(body).arrayBuffer()));
    return file;
  };
  const records = (db: Db) => [...loadJob(db, id).job.byId.values()].sort((a, b) => (a.id < b.id ? -1 : 1));

  test('goes out with its pictures and photos and comes back identical; what nothing names stays', async () => {
    const db = fresh();
    const [plan, photo] = [keepPicture(db, id, png(640, 480)), keepPicture(db, id, png(320, 200))];
    keepPicture(db, id, png(10, 10));
    storeEdit(db, id, putOne('both', pinned(plan.fileId), run([photo.fileId])), now);
    const file = await save(db);
    expect(file).toMatch(/\.nestle\.zip$/);
    const other = openDatabase(':memory:');
    expect(await importJob(other, file, now)).toBe(id);
    expect(records(other)).toEqual(records(db));
    expect(fileList(other, id)).toEqual(fileList(db, id));
    expect(fileList(other, id)).toHaveLength(2);
    expect(fileOf(other, id, plan.fileId)?.bytes).toEqual(png(640, 480));
    // and as one text, as before
    writeFileSync(join(folder, 'one.json'), embeddedJob(db, id));
    const third = openDatabase(':memory:');
    await importJob(third, join(folder, 'one.json'), now);
    expect(fileList(third, id)).toEqual(fileList(db, id));
  });

  test('without files it is plain JSON; a photo that has not come yet keeps nothing from being saved', async () => {
    const db = fresh();
    storeEdit(db, id, putOne('on its way', run(['a'.repeat(64)])), now);
    const file = await save(db);
    expect(file).toMatch(/\.nestle\.json$/);
    const other = openDatabase(':memory:');
    await importJob(other, file, now);
    expect(loadJob(other, id).job.stepRuns[0]?.photos).toEqual(['a'.repeat(64)]);
  });

  test('bytes that are not those of their name, what is not expected, and torn archives are refused whole', async () => {
    const db = fresh();
    const plan = keepPicture(db, id, png(640, 480));
    storeEdit(db, id, putOne('pin', pinned(plan.fileId)), now);
    const text = embeddedJob(db, id);
    const bad = text.replace(png(640, 480).toString('base64'), png(641, 480).toString('base64'));
    const zip = async (...parts: Part[]) => Buffer.from(await new Response(zipOf(parts)).arrayBuffer());
    const entry = (name: string, bytes: Buffer): Part => ({ name, bytes: () => bytes });
    const whole = readFileSync(await save(db));
    for (const [bytes, said] of [
      [Buffer.from(bad), /is damaged/],
      [await zip(entry('job.nestle.json', Buffer.from(text)), entry('evil.sh', png(1, 1))), /not expected/],
      [await zip(entry(`files/${plan.fileId}.png`, png(640, 480))), /no job\.nestle\.json/],
      [
        await zip(entry('job.nestle.json', Buffer.from(text)), entry(`files/${plan.fileId}.png`, png(9, 9))),
        /is damaged/,
      ],
      [whole.subarray(0, whole.length / 2), /no zip archive|damaged/],
      [
        Buffer.concat([whole.subarray(0, 60), Buffer.alloc(40, 7), whole.subarray(100)]),
        /damaged|is not JSON|no zip archive/,
      ],
    ] as const) {
      const file = join(folder, 'bad');
      writeFileSync(file, bytes);
      const other = openDatabase(':memory:');
      await expect(importJob(other, file, now)).rejects.toThrow(said);
      expect(other.prepare('SELECT count(*) FROM job_head').pluck().get()).toBe(0);
      expect(other.prepare('SELECT count(*) FROM job_file').pluck().get()).toBe(0);
    }
  });
});

test('a body past the limit is not read to its end, and the answer says the limit', async () => {
  const request = new Request('http://localhost/x', { method: 'POST', body: new Uint8Array(3_000_000) });
  const answer = await handle(async () => Response.json((await readBytes(request, 2_000_000)).length));
  expect(answer.status).toBe(413);
  expect((await answer.json()).error.message).toContain('2 MB');
});
