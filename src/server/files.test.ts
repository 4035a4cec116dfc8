import { demos } from '@/../demo/make/make';
import { putOne } from '@/core/job/edits';
import { makeRecord } from '@/core/job/make';
import { readJobFile, writeJobFile } from '@/core/job/jobFile';
import { openDatabase } from './database';
import { fileOf, filesOf, keepPicture, PictureError } from './files';
import { handle, readBytes } from './http';
import { editJob, insertJob, loadJob } from './jobs';

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
  ['nothing', Buffer.alloc(0), 'empty'],
  ['a text', Buffer.from('hello, I am a picture.png'), 'not a PNG or JPEG'],
  [
    'an SVG',
    Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"></svg>'),
    'Only PNG and JPEG',
  ],
  ['a picture without size', png(0, 0), '0 × 0 px'],
  ['one as wide as a street', png(30_000, 10), '30000 × 10 px'],
])('%s is refused and nothing is kept', (_, bytes, message) => {
  const db = fresh();
  expect(() => keepPicture(db, id, bytes)).toThrow(message);
  expect(() => keepPicture(db, id, bytes)).toThrow(PictureError);
  expect(db.prepare('SELECT count(*) AS n FROM job_file').get()).toEqual({ n: 0 });
});

test('a pinned picture goes out with the job file and comes in again; one that is not pinned stays', () => {
  const db = fresh();
  const kept = keepPicture(db, id, png(640, 480));
  keepPicture(db, id, png(10, 10));
  const picture = makeRecord({
    type: 'picture',
    id: 'picture-1',
    storeyId: job.storeys[0]?.id ?? '',
    ...kept,
    name: 'Plan',
    xM: 0,
    yM: 0,
    metresPerPx: 0.01,
    turnDeg: 0,
    opacity: 0.5,
  });
  editJob(db, id, { kind: 'do', revision: 0, edit: putOne('pin', picture) }, now);
  const files = filesOf(db, id).map((f) => ({ id: f.id, mime: f.mime, base64: f.bytes.toString('base64') }));
  expect(files).toHaveLength(1);
  const text = writeJobFile(loadJob(db, id).job, files);
  const back = readJobFile(text);
  const other = openDatabase(':memory:');
  insertJob(
    other,
    back.job,
    now,
    back.files.map((f) => Buffer.from(f.base64, 'base64')),
  );
  expect(fileOf(other, id, kept.fileId)?.bytes).toEqual(png(640, 480));
  // a job file whose picture has lost its bytes says which
  const without = JSON.stringify({ ...JSON.parse(text), files: [] });
  expect(() => readJobFile(without)).toThrow('pictures.0.fileId');
});

test('the photos of a step go along too', () => {
  const db = fresh();
  const { fileId } = keepPicture(db, id, png(320, 200));
  const run = makeRecord({
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
    photos: [fileId],
    read: [],
    changedAt: now,
  });
  editJob(db, id, { kind: 'do', revision: 0, edit: putOne('photo', run) }, now);
  const files = filesOf(db, id);
  expect(files.map((f) => f.id)).toEqual([fileId]);
  expect(() => readJobFile(writeJobFile(loadJob(db, id).job))).toThrow('stepRuns.run-modem.photos.0');
});

test('a body past the limit is not read to its end, and the answer says the limit', async () => {
  const request = new Request('http://localhost/x', { method: 'POST', body: new Uint8Array(3_000_000) });
  const answer = await handle(async () => Response.json((await readBytes(request, 2_000_000)).length));
  expect(answer.status).toBe(413);
  expect((await answer.json()).error.message).toContain('2 MB');
});
