import { demos } from '@/../demo/make/make';
import { jobFromRecords } from '@/core/job/job';
import { readReadingsCsv, writeReadingsCsv } from './readingsCsv';

const full = demos[0]?.job;
if (!full) throw new Error('no demo job');
const bare = jobFromRecords([...full.byId.values()].filter((r) => r.type !== 'reading'));
const defaults = { phase: 'after', takenAt: '2026-11-20T10:00:00.000Z' } as const;

test('what is written is read back, and twice is once', () => {
  const text = writeReadingsCsv(full);
  const { readings, problems } = readReadingsCsv(bare, text, defaults);
  expect(problems).toEqual([]);
  expect(readings.map((r) => ({ ...r, source: 'simulated' }))).toEqual([...full.readings]);
  expect(readReadingsCsv(full, text, defaults)).toEqual({
    readings: [],
    alreadyThere: full.readings.length,
    problems: [],
  });
});

test('little is needed: spot and download; runs are numbered on', () => {
  const { readings } = readReadingsCsv(full, 'spot,down_mbps\n1,20\n1,\n1,22.5\n', defaults);
  expect(readings.map((r) => [r.run, r.phase, r.connected, r.downMbps])).toEqual([
    [1, 'after', true, 20],
    [2, 'after', false, null],
    [3, 'after', true, 22.5],
  ]);
});

test.each([
  ['', '', /empty/],
  ['place,speed\n1,2', 'line 1', /no column spot, down_mbps; columns found: place, speed/],
  ['spot,down_mbps,colour\n1,2,red', 'line 1', /unknown column colour/],
  ['spot,down_mbps\n1,2\n99,3', 'line 3, spot', /no spot number 99/],
  ['spot,down_mbps\n1,fast', 'line 2, down_mbps', /“fast” is not a number/],
  ['spot,down_mbps,phase\n1,2,during', 'line 2, phase', /before/],
  ['spot,down_mbps\n1,-4', 'line 2, downMbps', />=0/],
])('bad CSV %j is refused whole', (text, path, message) => {
  const { readings, problems } = readReadingsCsv(bare, text, defaults);
  expect(readings).toEqual([]);
  expect(problems[0]?.path).toBe(path);
  expect(problems[0]?.message).toMatch(message);
});
