/** Files that are damaged end with what is wrong, or are read; they never hang, and never leave half of something. */
import { readFileSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { deflateSync } from 'node:zlib';
import { dice, mutate, sampleDxf } from '@/../bench/mutate';
import { readDxf } from '@/core/formats/dxf';
import { siftDxf } from '@/core/formats/dxfStructure';
import { readPlanGeoJson, writePlanGeoJson } from '@/core/formats/planGeoJson';
import { DrawingError } from '@/core/formats/planLines';
import { JobFileError, parseJobFile } from '@/core/job/jobFile';
import { openDatabase } from './database';
import { keepPicture, PictureError } from './files';
import { importJob } from './jobFiles';
import { ArchiveError } from './zip';

const folder = mkdtempSync(join(tmpdir(), 'nestle-damaged-'));
afterAll(() => rmSync(folder, { recursive: true }));
const flat = readFileSync('demo/tannery-lofts.nestle.json');
const now = '2026-11-20T10:00:00.000Z';

test('damaged job files are refused whole with path and message, or are jobs', async () => {
  const random = dice(11);
  const db = openDatabase(':memory:');
  let refused = 0;
  for (let i = 0; i < 250; i++) {
    const file = join(folder, 'job');
    writeFileSync(file, mutate(flat, random));
    try {
      await importJob(db, file, now);
    } catch (error) {
      expect(
        error instanceof JobFileError || error instanceof ArchiveError || error instanceof PictureError,
      ).toBe(true);
      expect(error instanceof Error && error.message).toMatch(/\S/);
      refused++;
      expect(db.prepare('SELECT count(*) FROM job_head').pluck().get()).toBe(0);
      expect(db.prepare('SELECT count(*) FROM wall').pluck().get()).toBe(0);
    }
    db.prepare('DELETE FROM job_head').run();
  }
  expect(refused).toBeGreaterThan(100);
});

const drawing = (read: (text: string) => unknown, text: string) => {
  try {
    read(text);
    return 'read';
  } catch (error) {
    expect(error).toBeInstanceOf(DrawingError);
    return error instanceof DrawingError ? `${error.problems[0]?.path}: ${error.message}` : '';
  }
};

test('damaged DXF drawings end with the line and what is wrong', () => {
  const random = dice(12);
  const whole = Buffer.from(sampleDxf());
  expect(readDxf(sampleDxf()).lines.length).toBeGreaterThan(10);
  const said = Array.from({ length: 300 }, () => drawing(readDxf, mutate(whole, random).toString('latin1')));
  expect(said.filter((s) => s.startsWith('line ')).length).toBeGreaterThan(100);
});

test.each([
  ['a polyline without its end', sampleDxf().replace('0\nSEQEND\n', ''), /POLYLINE has no end \(SEQEND\)/],
  [
    'a layer table cut short',
    sampleDxf().slice(0, sampleDxf().indexOf('0\nENDTAB')),
    /TABLE has no end|cut short/,
  ],
  ['a table that its section ends', sampleDxf().replace('0\nENDTAB\n', ''), /TABLE has no end \(ENDTAB\)/],
  [
    'a word for a number',
    sampleDxf().replace('10\n4\n', '10\nfour\n'),
    /a number is expected here, not “four”/,
  ],
  [
    'more vertices claimed than there are',
    sampleDxf().replace('90\n3\n', '90\n999999999999\n'),
    /claims 999999999999 vertices and has 3/,
  ],
  ['no end of file', sampleDxf().replace('0\nEOF\n', ''), /does not end with EOF/],
  ['a value without its code', sampleDxf().replace('0\nLINE\n', 'LINE\n'), /a group code is expected/],
])('%s', (_name, text, message) => {
  expect(() => siftDxf(text)).toThrow(message);
  expect(() => readDxf(text)).toThrow(DrawingError);
});

test('a group code that belongs to no vertex, between two of a polyline, is passed over', () => {
  const [x, y] = ['10\n8\n20\n0\n', '10\n8\n2\n0\n'];
  expect(sampleDxf()).toContain(x);
  expect(() => readDxf(sampleDxf().replace(x, y))).toThrow(DrawingError);
  const odd = sampleDxf().replace(x, `${x}1000\nwords\n`);
  expect(readDxf(odd).lines).toEqual(readDxf(sampleDxf()).lines);
});

test('damaged GeoJSON plans, and one line of 200 000 points', () => {
  const random = dice(13);
  const job = parseJobFile(flat.toString('utf8'));
  const whole = Buffer.from(writePlanGeoJson(job, job.storeys[0]?.id ?? ''));
  for (let i = 0; i < 200; i++) drawing(readPlanGeoJson, mutate(whole, random).toString('utf8'));
  const points = Array.from({ length: 200_000 }, (_, i) => [i / 100, (i % 7) / 10]);
  const long = JSON.stringify({
    type: 'FeatureCollection',
    units: 'm',
    features: [{ type: 'Feature', properties: {}, geometry: { type: 'LineString', coordinates: points } }],
  });
  expect(readPlanGeoJson(long).lines).toHaveLength(199_999);
  expect(drawing(readPlanGeoJson, `${'['.repeat(200_000)}`)).toMatch(/not JSON|expected/i);
});

/** A true PNG of a few pixels. */
function realPng(): Buffer {
  const chunk = (type: string, data: Buffer) => {
    const length = Buffer.alloc(4);
    length.writeUInt32BE(data.length);
    return Buffer.concat([length, Buffer.from(type), data, Buffer.alloc(4)]);
  };
  const head = Buffer.alloc(13);
  head.writeUInt32BE(8, 0);
  head.writeUInt32BE(8, 4);
  head[8] = 8;
  return Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
    chunk('IHDR', head),
    chunk('IDAT', deflateSync(Buffer.alloc(72))),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}

test('damaged pictures are refused or kept under the name of the bytes that came', () => {
  const random = dice(14);
  const db = openDatabase(':memory:');
  db.prepare('INSERT INTO job_head (id, revision, saved_at) VALUES (?, 0, ?)').run('j', now);
  for (let i = 0; i < 150; i++) {
    const bytes = mutate(realPng(), random);
    try {
      const kept = keepPicture(db, 'j', bytes);
      expect(db.prepare('SELECT bytes FROM job_file WHERE id = ?').pluck().get(kept.fileId)).toEqual(bytes);
    } catch (error) {
      expect(error).toBeInstanceOf(PictureError);
    }
  }
});
