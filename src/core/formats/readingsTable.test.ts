import { demos } from '@/testing/demoJobs';
import { type Known, readReadingLine } from './readingLine';
import { type ReadingColumn, readingLines } from './readingsTable';

const why = (text: string) => {
  const table = readingLines(text);
  return table.ok ? 'it is read' : `${table.why.path}: ${table.why.message}`;
};
const lines = (text: string) => {
  const table = readingLines(text);
  if (!table.ok) throw new Error(table.why.message);
  return table.lines;
};

describe('a readings file as a table', () => {
  test('columns in any order and case, with blanks and a mark at the start', () => {
    const [line] = lines('\uFEFF Down_Mbps , SPOT \n 42 , 3 \n');
    expect([line?.cell('spot'), line?.cell('down_mbps'), line?.cell('up_mbps')]).toEqual(['3', '42', '']);
    expect(line?.path).toBe('line 2');
  });

  test('commas, semicolons or tabs part the cells; empty lines count for nothing', () => {
    for (const mark of [',', ';', '\t'])
      expect(
        lines(`spot${mark}down_mbps\n\n1${mark}20\n\n2${mark}30\n`).map((l) => l.cell('down_mbps')),
      ).toEqual(['20', '30']);
  });

  test.each([
    ['', /^: the file is empty/],
    ['  \n ', /^: the file is empty/],
    [`spot,down_mbps\n${'1,2\n'.repeat(500_001)}`, /larger than 2 MB/],
    ['spot\n1\n', /^line 1: there is no column down_mbps; columns found: spot/],
    ['speed,place\n1,2\n', /no column spot, down_mbps/],
    ['spot,down_mbps,colour\n1,2,red\n', /^line 1: unknown column colour; known: spot, phase/],
    ['spot,down_mbps\n1,20,5\n', /^line 2: .*decimal commas/],
  ])('%#: %s', (text, words) => expect(why(text)).toMatch(words));
});

describe('one line of it', () => {
  const job = demos[0]?.job;
  if (!job) throw new Error('no demo job');
  const now = '2026-11-20T10:00:00.000Z';
  const known: Known = {
    job,
    spots: new Map(job.spots.map((s) => [String(s.number), s])),
    devices: new Map(job.devices.map((d) => [d.name.toLowerCase(), d.id])),
    defaults: { phase: 'after', takenAt: now },
    nextRun: () => 7,
  };
  const read = (cells: Partial<Record<ReadingColumn, string>>) =>
    readReadingLine(known, { path: 'line 2', cell: (c) => cells[c] ?? '' });
  const reading = (cells: Partial<Record<ReadingColumn, string>>) => {
    const line = read({ spot: '3', down_mbps: '40', ...cells });
    if (!line.ok) throw new Error(line.why.map((p) => `${p.path}: ${p.message}`).join());
    return line.reading;
  };
  const problems = (cells: Partial<Record<ReadingColumn, string>>) => {
    const line = read({ spot: '3', down_mbps: '40', ...cells });
    return line.ok ? [] : line.why.map((p) => p.path);
  };

  test('what it leaves out is as a rule: the next run, now, through the street', () =>
    expect(reading({})).toMatchObject({
      spotId: 'spot-3',
      phase: 'after',
      run: 7,
      takenAt: now,
      measures: 'street',
      source: 'csv',
      connected: true,
      downMbps: 40,
      upMbps: null,
    }));

  test('numbers with a decimal comma or a true minus', () =>
    expect(reading({ down_mbps: '40,5', rssi_dbm: '−62' })).toMatchObject({ downMbps: 40.5, rssiDbm: -62 }));

  test.each(['no', 'No', 'false', '0'])('connected «%s» is not connected, and has no signal', (connected) =>
    expect(reading({ connected, rssi_dbm: '-60' })).toMatchObject({ connected: false, rssiDbm: null }),
  );

  test('nothing down is no connection', () =>
    expect(reading({ down_mbps: '' })).toMatchObject({ connected: false }));

  test('a device by its name, in any case', () => {
    const [device] = job.devices;
    expect(reading({ device: device?.name.toUpperCase() ?? '' }).deviceId).toBe(device?.id);
  });

  test('only what says so is simulated', () => {
    expect(reading({ source: 'simulated' }).source).toBe('simulated');
    expect(reading({ source: 'measured' }).source).toBe('csv');
  });

  test.each<[Partial<Record<ReadingColumn, string>>, string[]]>([
    [{ spot: '77' }, ['line 2, spot']],
    [{ spot: '' }, ['line 2, spot']],
    [{ phase: 'sooner' }, ['line 2, phase']],
    [{ phase: 'later' }, ['line 2, round']],
    [{ measures: 'garden' }, ['line 2, measures']],
    [{ device: 'a toaster' }, ['line 2, device']],
    [{ up_mbps: 'fast' }, ['line 2, up_mbps']],
    [{ taken_at: 'yesterday' }, ['line 2, taken_at']],
    [{ taken_at: '2026-11-20T10:20:00.000Z' }, ['line 2, taken_at']],
    [{ up_mbps: 'fast', latency_ms: 'slow' }, ['line 2, up_mbps', 'line 2, latency_ms']],
    [{ loss_pct: '101' }, ['line 2, lossPct']],
  ])('%j: wrong at %j', (cells, paths) => expect(problems(cells)).toEqual(paths));
});
