import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const folder = mkdtempSync(join(tmpdir(), 'nestle-cli-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** Runs the command line as a user would. */
function nestle(args: string[], input = '') {
  const done = spawnSync(process.execPath, ['bin/nestle.mjs', ...args], {
    input,
    encoding: 'utf8',
    env: { ...process.env, NESTLE_DATA: join(folder, 'data') },
  });
  return { code: done.status, out: done.stdout, err: done.stderr };
}
jest.setTimeout(240_000);

test('help: alone it is a mistake, asked for it is not; each command has its own', () => {
  expect(nestle([])).toMatchObject({ code: 2, out: expect.stringContaining('predict FILE') });
  expect(nestle(['--help']).code).toBe(0);
  for (const command of ['predict', 'calc', 'export', 'import'])
    expect(nestle([command, '--help'])).toMatchObject({
      code: 0,
      out: expect.stringContaining(`nestle ${command}`),
    });
  expect(nestle(['fly'])).toMatchObject({ code: 2, out: '', err: expect.stringContaining('no command fly') });
});

test('calc: one JSON object in, one out; bad input leaves standard output empty', () => {
  const good = nestle(['calc', 'radio-link'], '{"rssiDbm":-63,"standard":"he","widthMHz":80,"streams":2}');
  expect(good).toMatchObject({ code: 0, err: '' });
  expect(JSON.parse(good.out)).toEqual({
    mcs: 6,
    phyMbps: expect.closeTo(648.53, 2),
    goodputMbps: expect.closeTo(495.8, 1),
  });
  const bad = nestle(['calc', 'wall-loss'], '{"layers":[{"material":"brck","thicknessMm":1}],"band":"5"}');
  expect(bad).toMatchObject({ code: 2, out: '' });
  expect(JSON.parse(bad.err)).toEqual({ error: { path: 'layers.0.material', message: expect.any(String) } });
  for (const [args, input] of [
    [['calc', 'not connected'], '{}'],
    [['calc', 'verdict'], 'not json'],
    [['calc', 'verdict'], ''],
    [['calc'], '{}'],
  ] as const) {
    const refused = nestle([...args], input);
    expect(refused).toMatchObject({ code: 2, out: '' });
    expect(JSON.parse(refused.err).error.message).toMatch(/.+/);
  }
});

test('signals: rows of every unit, spot and band, found or planned', () => {
  const rows = (...words: string[]) => {
    const { code, out } = nestle(['signals', 'demo/quay-house.nestle.json', ...words]);
    expect(code).toBe(0);
    return (JSON.parse(out) as { rows: { unit: string; band: string; gainDb: number; spreadDb: number }[] })
      .rows;
  };
  const [planned, found] = [rows(), rows('--found')];
  expect(new Set(planned.map((r) => r.unit))).toEqual(new Set(['unit-a', 'unit-b']));
  expect(new Set(found.map((r) => r.unit))).toEqual(new Set(['unit-a']));
  for (const r of found) {
    expect(r.gainDb).toBeLessThan(-20);
    expect(r.spreadDb).toBeGreaterThan(2);
  }
  expect(nestle(['signals']).code).toBe(2);
});

test('predict: every spot with need, unit, band, rates, certainty and limit', () => {
  const { code, out } = nestle(['predict', 'demo/quay-house.nestle.json']);
  expect(code).toBe(0);
  const result = JSON.parse(out);
  expect(result.spots).toHaveLength(14);
  expect(result.spots.find((s: { spot: number }) => s.spot === 10)).toEqual({
    spot: 10,
    name: 'Composing bench',
    room: 'Press room',
    need: { down: 100, up: 50, latency: 60 },
    unit: 'B',
    band: '5',
    rssiDbm: expect.any(Number),
    down: expect.any(Number),
    up: expect.any(Number),
    latency: expect.any(Number),
    certainty: expect.any(Number),
    met: true,
    limitedBy: 'plan',
  });
  const found = JSON.parse(nestle(['predict', '--found', 'demo/quay-house.nestle.json']).out);
  expect(found.spots.find((s: { spot: number }) => s.spot === 10)).toMatchObject({
    unit: null,
    met: false,
    down: 0,
  });
  expect(nestle(['predict'])).toMatchObject({ code: 2, err: expect.stringContaining('FILE: missing') });
  expect(nestle(['predict', '/nowhere'])).toMatchObject({
    code: 1,
    out: '',
    err: expect.stringContaining('/nowhere'),
  });
});

test('import and export: the same file comes back; a taken id gets a new one; a bad file changes nothing', () => {
  const file = 'demo/tannery-lofts.nestle.json';
  expect(nestle(['import', file])).toMatchObject({ code: 0, out: 'tannery-lofts-7\n' });
  const copy = nestle(['import', file]).out.trim();
  expect(copy).toMatch(/^job-/);
  const list = nestle(['export']).out.trim().split('\n');
  expect(list.map((l) => l.split('\t')[0]).sort()).toEqual([copy, 'tannery-lofts-7'].sort());
  expect(nestle(['export', 'tannery-lofts-7']).out).toBe(readFileSync(file, 'utf8'));
  const target = join(folder, 'out.nestle.json');
  expect(nestle(['export', 'tannery-lofts-7', target]).code).toBe(0);
  expect(readFileSync(target, 'utf8')).toBe(readFileSync(file, 'utf8'));
  const bad = join(folder, 'bad.json');
  writeFileSync(bad, readFileSync(file, 'utf8').replace('"lengths":"m"', '"lengths":"yards"'));
  const refused = nestle(['import', bad]);
  expect(refused).toMatchObject({ code: 2, out: '' });
  expect(JSON.parse(refused.err).error.path).toBe('job.lengths');
  expect(nestle(['export']).out.trim().split('\n')).toHaveLength(2);
  expect(nestle(['export', 'moon'])).toMatchObject({ code: 1, err: expect.stringContaining('moon') });
});

test('links: every way to feed a unit, best first; check: what is wrong, surest first', () => {
  const { code, out } = nestle(['links', 'demo/quay-house.nestle.json']);
  expect(code).toBe(0);
  const [unit] = JSON.parse(out).units;
  expect(unit.unit).toBe('B');
  const open = unit.ways.filter((w: { whyNot: string | null }) => w.whyNot === null);
  expect(open.length).toBeGreaterThan(3);
  expect(open[0].downMbps).toBeGreaterThanOrEqual(open.at(-1).downMbps);
  const snags = JSON.parse(nestle(['check', 'demo/quay-house.nestle.json']).out).snags;
  expect(snags[0]).toMatchObject({ sure: 'certain', rule: expect.any(String), why: expect.any(String) });
  for (const command of ['links', 'check']) expect(nestle([command])).toMatchObject({ code: 2, out: '' });
});

test('calc: the wired media', () => {
  const port = nestle(['calc', 'poe-port'], '{"type":"at","deviceW":20,"lengthM":75,"cable":"cat6"}');
  expect(JSON.parse(port.out).currentA).toBeCloseTo(0.42012, 5);
  const bad = nestle(['calc', 'coax-path'], '{"segments":[{"cable":"rg7","lengthM":1}],"splitters":[]}');
  expect(bad).toMatchObject({ code: 2, out: '' });
  expect(JSON.parse(bad.err).error.path).toBe('segments.0.cable');
});

test('plan: proposals with their proof; an option that is none is a mistake', () => {
  const file = 'demo/tannery-lofts.nestle.json';
  const done = nestle(['plan', file]);
  expect(done.code).toBe(0);
  // what is found is told as it comes
  const told = done.err.trim().split('\n');
  const early = told.filter((line) => line.endsWith('first answer'));
  expect(early.length).toBeGreaterThan(0);
  expect(new Set(early).size).toBe(early.length);
  expect(told).toEqual([
    ...early.map(() => expect.stringMatching(/^least cost: [\d.]+, first answer$/)),
    expect.stringMatching(/^least cost: [\d.]+, optimal$/),
    expect.stringMatching(/^most headroom: [\d.]+, optimal$/),
  ]);
  const { proposals, impossible, whyNot } = JSON.parse(done.out);
  expect(whyNot).toBeNull();
  expect(impossible).toEqual([]);
  expect(proposals[0]).toMatchObject({ kind: 'least cost', proven: true, met: 5, spots: 5, holes: 0 });
  expect(proposals[0].holds.allMet).toBeGreaterThan(0.5);
  expect(proposals[0].holds.allMet).toBeLessThanOrEqual(1);
  const poor = JSON.parse(nestle(['plan', file, '--budget', '20', '--no-drill', '--front', '--why']).out);
  expect(poor.proposals).toEqual([]);
  expect(poor.whyNot).toMatch(/within the budget/);
  expect(poor.wouldHelp[0]).toMatchObject({ kind: 'budget', stillImpossible: 0 });
  expect(poor.front[0]).toMatchObject({ proven: true, units: 1 });
  expect(nestle(['plan', file, '--budget', 'much'])).toMatchObject({ code: 2, out: '' });
  expect(nestle(['plan', file, '--fast']).code).toBe(2);
});

test('evaluate: a plan, and one line for each edit of it; a line that is none says why', () => {
  const file = 'demo/quay-house.nestle.json';
  const whole = JSON.parse(nestle(['evaluate', file]).out);
  expect(whole.needs.filter((n: { kind: string }) => n.kind === 'spot')).toHaveLength(14);
  expect(whole.needs.some((n: { kind: string }) => n.kind === 'device')).toBe(true);
  const edits = join(folder, 'edits.jsonl');
  const remove = ['unit-b', 'link-unit-b'];
  const lines = [
    { label: 'not connected', put: [], remove: [] },
    { label: 'without B', put: [], remove },
    { label: 'who?', put: [], remove: ['unit-z'] },
  ].map((edit) => JSON.stringify(edit));
  writeFileSync(edits, [...lines, 'no json', ''].join('\n'));
  const { code, out } = nestle(['evaluate', file, '--edits', edits]);
  expect(code).toBe(0);
  const answers = out
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line));
  expect(answers[0]).toEqual(whole);
  expect(answers[1]).toMatchObject({ costEur: 0, partsEur: 0 });
  expect(answers[2].error.message).toContain('unit-z');
  expect(answers[3].error.message).toContain('no JSON');
  expect(answers).toHaveLength(4);
});

test('runbook: steps with times as JSON and as a list; two pairs of hands are quicker', () => {
  const file = 'demo/quay-house.nestle.json';
  const read = (...more: string[]) => JSON.parse(nestle(['runbook', file, ...more]).out);
  const [one, two] = [read(), read('--people', '2')];
  expect(one.proven).toBe(true);
  expect(two.finishMin).toBeLessThan(one.finishMin);
  expect(one.between[0]).toBeLessThan(one.between[1]);
  expect(one.steps.map((s: { key: string }) => s.key)).toContain('pair.unit-b');
  for (const s of one.steps) expect(s.endMin).toBeGreaterThanOrEqual(s.startMin);
  const list = nestle(['runbook', file, '--markdown']);
  expect(list.out).toMatch(/^# Runbook: Quay House/);
  expect(list.out.match(/^- \[ \]/gm)).toHaveLength(one.steps.length);
  expect(list.out).toContain('Go on only when: Does B show a steady light?');
  const rehearsed = read('--rehearse');
  expect(rehearsed).toMatchObject({ simulated: true, allJoined: true });
  expect(nestle(['runbook', file, '--people', '3'])).toMatchObject({ code: 2, out: '' });
});

describe('the database', () => {
  const data = join(folder, 'data', 'nestle.sqlite');
  const remove = () => rmSync(join(folder, 'data'), { recursive: true, force: true });

  test('backup, damage, restore: all is there again, and what was damaged is kept', () => {
    remove();
    expect(nestle(['import', 'demo/quay-house.nestle.json']).code).toBe(0);
    const zip = join(folder, 'all.zip');
    expect(nestle(['backup', zip])).toMatchObject({ code: 0 });
    expect(nestle(['check-data'])).toMatchObject({ code: 0 });
    const before = nestle(['export', 'quay-house']).out;

    const bytes = readFileSync(data);
    bytes.fill(0xa5, 8192, 40_000);
    writeFileSync(data, bytes);
    const check = nestle(['check-data']);
    expect(check.code).toBe(1);
    expect(JSON.parse(check.out)).toMatchObject({
      sound: false,
      problems: expect.arrayContaining([expect.anything()]),
    });
    expect(nestle(['export']).err).toContain('damaged');
    expect(nestle(['restore', zip])).toMatchObject({ code: 0 });
    expect(nestle(['check-data']).code).toBe(0);
    expect(nestle(['export', 'quay-house']).out).toBe(before);
    expect(readdirSync(join(folder, 'data')).some((f) => f.startsWith('damaged-'))).toBe(true);
  });

  test('a sound database is replaced only when asked, and backed up before', () => {
    const zip = join(folder, 'all.zip');
    expect(nestle(['import', 'demo/tannery-lofts.nestle.json']).code).toBe(0);
    expect(nestle(['restore', zip])).toMatchObject({
      code: 1,
      err: expect.stringContaining('2 jobs already'),
    });
    expect(nestle(['restore', zip, '--replace']).code).toBe(0);
    expect(nestle(['export']).out.trim().split('\n')).toHaveLength(1);
    expect(
      readdirSync(join(folder, 'data', 'backups')).filter((f) => f.includes('before-restore')),
    ).toHaveLength(1);
  });

  test('into an absent and an empty database too; a file that is none changes nothing', () => {
    const zip = join(folder, 'all.zip');
    remove();
    expect(nestle(['restore', zip]).code).toBe(0);
    remove();
    mkdirSync(join(folder, 'data'));
    writeFileSync(data, '');
    expect(nestle(['restore', zip]).code).toBe(0);
    const torn = join(folder, 'torn.zip');
    writeFileSync(torn, readFileSync(zip).subarray(0, 5000));
    expect(nestle(['restore', torn, '--replace'])).toMatchObject({
      code: 1,
      err: expect.stringContaining('Nothing was changed'),
    });
    writeFileSync(torn, 'hello, I am no archive');
    expect(nestle(['restore', torn, '--replace']).err).toContain('neither an archive');
    expect(nestle(['export']).out).toContain('quay-house');
  });
});
