import { demos } from '@/testing/demoJobs';
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
    doubts: [],
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

test('what the device was on: network name, unit by its letter, band', () => {
  const unit = full.units.find((u) => u.planned);
  const { readings } = readReadingsCsv(
    bare,
    `spot,down_mbps,network_name,unit,band\n1,20,Quay,${unit?.letter.toLowerCase()},5\n`,
    defaults,
  );
  expect(readings[0]).toMatchObject({ networkName: 'Quay', onUnitId: unit?.id, onBand: '5' });
  const { problems } = readReadingsCsv(bare, 'spot,down_mbps,unit,band\n1,20,Z9,7\n', defaults);
  expect(problems).toEqual([
    { path: 'line 2, unit', message: 'there is no unit Z9' },
    { path: 'line 2, band', message: '“7” is none of 2.4, 5, 6' },
  ]);
});

test('decimal commas between semicolons, or in quotes', () => {
  const read = (text: string) =>
    readReadingsCsv(bare, text, defaults).readings.map((r) => [r.downMbps, r.upMbps]);
  expect(read('spot;down_mbps;up_mbps\n1;24,5;3,25\n')).toEqual([[24.5, 3.25]]);
  expect(read('spot,down_mbps,up_mbps\n1,"24,5","3,25"\n')).toEqual([[24.5, 3.25]]);
});

test('a file without times read twice is one file; the same figures twice in it are two runs', () => {
  const text = 'spot,down_mbps\n1,20\n1,20\n';
  const first = readReadingsCsv(bare, text, defaults);
  expect(first.readings.map((r) => r.run)).toEqual([1, 2]);
  const then = jobFromRecords([...bare.byId.values(), ...first.readings]);
  expect(readReadingsCsv(then, text, { ...defaults, takenAt: '2026-11-21T10:00:00.000Z' })).toMatchObject({
    readings: [],
    alreadyThere: 2,
  });
});

test('kbit/s pasted as Mbps is asked about, nothing refused', () => {
  const { readings, doubts } = readReadingsCsv(bare, 'spot,down_mbps\n1,24500\n2,30\n', defaults);
  expect(readings).toHaveLength(2);
  expect(doubts.map((d) => [d.reading.id, d.asKbps.downMbps])).toEqual([[readings[0]?.id, 24.5]]);
});

test('a device is known by its name', () => {
  const { readings } = readReadingsCsv(
    bare,
    'spot,down_mbps,device\n1,20,LAPTOP WITH A 100 MBPS PORT\n',
    defaults,
  );
  expect(readings[0]?.deviceId).toBe('dev-laptop');
});

test.each([
  ['', '', /empty/],
  ['place,speed\n1,2', 'line 1', /no column spot, down_mbps; columns found: place, speed/],
  ['spot,down_mbps,colour\n1,2,red', 'line 1', /unknown column colour/],
  ['spot,down_mbps\n1,2\n99,3', 'line 3, spot', /no spot number 99/],
  ['spot,down_mbps\n1,fast', 'line 2, down_mbps', /“fast” is not a number/],
  ['spot,down_mbps,phase\n1,2,during', 'line 2, phase', /before/],
  ['spot,down_mbps,up_mbps\n1,24,5,3,2', 'line 2', /decimal commas/],
  ['spot,down_mbps,taken_at\n1,2,2031-01-01T00:00:00Z', 'line 2, taken_at', /future/],
  ['spot,down_mbps,device\n1,2,Toaster', 'line 2, device', /no device named Toaster/],
  ['spot,down_mbps,measures\n1,2,moon', 'line 2, measures', /neither house nor street/],
  ['spot,down_mbps\n1,-4', 'line 2, downMbps', />=0/],
])('bad CSV %j is refused whole', (text, path, message) => {
  const { readings, problems } = readReadingsCsv(bare, text, defaults);
  expect(readings).toEqual([]);
  expect(problems[0]?.path).toBe(path);
  expect(problems[0]?.message).toMatch(message);
});
