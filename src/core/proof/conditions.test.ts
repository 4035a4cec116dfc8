import { quayHouse } from '@/../demo/make/quayHouse';
import { get, jobFromRecords } from '../job/job';
import { makeRecord } from '../job/make';
import type { Device, Reading } from '../job/records';
import { doubtOf, timeProblem } from './doubtfulRun';
import { decodeRate, topRate } from './linkRate';
import { differenceEffect, differencesOf } from './sameConditions';
import { shortWay, walkOrder, wayLength } from './walkOrder';

const job = jobFromRecords(quayHouse());
const run = (over: Partial<Reading> = {}): Reading =>
  makeRecord({
    type: 'reading',
    id: 'r',
    spotId: 'spot-5',
    phase: 'before',
    run: 1,
    takenAt: new Date(2026, 10, 5, 10).toISOString(),
    connected: true,
    downMbps: 50,
    upMbps: 20,
    latencyMs: 12,
    rssiDbm: -60,
    linkMbps: null,
    server: 'a',
    deviceId: job.devices[0]?.id ?? null,
    heightM: 1.1,
    source: 'typed',
    measures: 'street',
    planMbps: 500,
    ...over,
  });
const what = (before: Partial<Reading>[], after: Partial<Reading>[]) =>
  differencesOf(
    job,
    before.map((r) => run(r)),
    after.map((r) => run({ ...r, phase: 'after' })),
  ).map((d) => d.what);

describe('the same conditions before and after', () => {
  test('runs made alike differ in nothing, and one side alone is not compared', () => {
    expect(what([{}], [{}])).toEqual([]);
    expect(what([], [{ server: 'b' }])).toEqual([]);
    expect(what([{ server: 'b' }], [])).toEqual([]);
  });

  test.each<[string, Partial<Reading>]>([
    ['kind', { measures: 'house' }],
    ['device', { deviceId: job.devices[1]?.id ?? null }],
    ['server', { server: 'b' }],
    ['plan', { planMbps: 900 }],
  ])('another %s is told', (name, after) => expect(what([{}], [after])).toContain(name));

  test('what most of the runs have counts', () => {
    expect(what([{}, {}, { server: 'b' }], [{}])).toEqual([]);
    expect(what([{}, { server: 'b' }, { server: 'b' }], [{}])).toEqual(['server']);
  });

  test.each([
    [1.4, []],
    [1.41, ['height']],
    [0.8, []],
    [0.79, ['height']],
  ])('1.1 m before and %d m after: %j', (heightM, told) => expect(what([{}], [{ heightM }])).toEqual(told));

  test('a height that was not noted is not compared', () =>
    expect(what([{ heightM: null }], [{ heightM: 3 }])).toEqual([]));

  test('more than one device after, and runs that name none', () => {
    const [a, b] = job.devices.map((d) => d.id);
    expect(what([{}], [{ deviceId: a ?? null }, { deviceId: b ?? null }])).toContain('mixed');
    expect(what([{}], [{ deviceId: null }])).toContain('unnoted');
  });

  const atHour = (hour: number) => ({ takenAt: new Date(2026, 10, 5, hour, 30).toISOString() });
  test.each([
    [17, []],
    [18, ['hour']],
    [22, ['hour']],
    [23, []],
  ])('through the street, morning against %d h: %j', (hour, told) =>
    expect(what([{}], [atHour(hour)])).toEqual(told),
  );

  test('in the house alone the hour does not matter', () =>
    expect(what([{ measures: 'house' }], [{ measures: 'house', ...atHour(20) }])).toEqual([]));

  test('half of the runs in the evening are enough', () => {
    expect(what([{}], [atHour(20), {}])).toEqual(['hour']);
    expect(what([{}], [atHour(20), {}, {}])).toEqual([]);
  });

  test('what it does to the verdict', () => {
    const [difference] = differencesOf(job, [run()], [run({ server: 'b' })]);
    if (!difference) throw new Error('no difference');
    expect(differenceEffect([], true)).toBeNull();
    expect(differenceEffect([difference], true)).toMatch(/Test again/);
    expect(differenceEffect([difference], false)).toMatch(/runs after show that the need is met/);
  });
});

describe('runs that ask to be looked at', () => {
  const { planDownMbps, planUpMbps } = job.info;
  test('a street run up to three times the plan is taken, above it is asked about', () => {
    const most = 3 * planDownMbps;
    expect(doubtOf(job, run({ downMbps: most }))).toBeNull();
    const doubt = doubtOf(job, run({ downMbps: most + 1 }));
    expect(doubt?.asKbps.downMbps).toBeCloseTo((most + 1) / 1000, 9);
    expect(doubt?.words).toContain(`${planDownMbps} / ${planUpMbps}`);
  });

  test('a slow plan still lets 100 Mbps pass', () => {
    const slow = { ...job, info: { ...job.info, planDownMbps: 10, planUpMbps: 2 } };
    expect(doubtOf(slow, run({ downMbps: 100, upMbps: 1 }))).toBeNull();
    expect(doubtOf(slow, run({ downMbps: 101, upMbps: 1 }))).not.toBeNull();
    expect(doubtOf(slow, run({ downMbps: 5, upMbps: 101 }))?.words).toContain('101 Mbps');
  });

  test('in the house alone the plan says nothing: only what no radio gives is odd', () => {
    expect(doubtOf(job, run({ measures: 'house', downMbps: 10_000 }))).toBeNull();
    expect(doubtOf(job, run({ measures: 'house', downMbps: 10_001 }))?.words).toMatch(/more than any radio/);
  });

  test('a run without figures is not odd', () =>
    expect(doubtOf(job, run({ connected: false, downMbps: null, upMbps: null }))).toBeNull());

  test('times: ten minutes ahead of the clock are forgiven, more is the future', () => {
    const now = '2026-11-05T10:00:00.000Z';
    expect(timeProblem('2026-11-05T10:10:00.000Z', now)).toBeNull();
    expect(timeProblem('2026-11-05T10:10:00.001Z', now)).toMatch(/in the future/);
    expect(timeProblem('yesterday', now)).toMatch(/is not a time/);
  });
});

describe('link rates decoded', () => {
  const device = (over: Partial<Device>): Device => ({
    ...get(job, 'device', job.info.testDeviceId ?? ''),
    standard: 'vht',
    streams: 2,
    widthMHz: { '2.4': 20, '5': 80, '6': null },
    ...over,
  });

  test('866 of a two-stream phone is as fast as it goes; with more streams it is not', () => {
    const phone = decodeRate(866, device({}));
    expect(phone.matches[0]).toMatchObject({ standard: 'vht', widthMHz: 80, streams: 2, mcs: 9 });
    expect(phone.atDeviceTop).toBe(true);
    expect(phone.words).toMatch(/as fast as this device goes$/);
    expect(decodeRate(866, device({ streams: 3 })).atDeviceTop).toBe(false);
    expect(decodeRate(780, device({})).atDeviceTop).toBe(false);
  });

  test('the fastest rate of a device, by the tables of the standard', () => {
    expect(topRate(device({}))).toBeCloseTo(866.7, 1);
    expect(topRate(device({ streams: 1 }))).toBeCloseTo(433.3, 1);
    expect(topRate(device({ standard: 'ht', widthMHz: { '2.4': 20, '5': 40, '6': null } }))).toBeCloseTo(
      300,
      1,
    );
    expect(topRate(device({ standard: 'he' }))).toBeCloseTo(1201, 0);
  });

  test('only ways that the device knows count', () => {
    const narrow = decodeRate(144, device({ standard: 'ht', widthMHz: { '2.4': 20, '5': null, '6': null } }));
    expect(narrow.matches.length).toBeGreaterThan(0);
    for (const m of narrow.matches) expect([m.standard, m.widthMHz]).toEqual(['ht', 20]);
    const any = decodeRate(144, null);
    expect(any.matches.length).toBeGreaterThan(narrow.matches.length);
    expect(any.atDeviceTop).toBe(false);
  });

  test('a rate of no table is called one, by the name of the device', () => {
    const odd = decodeRate(500, device({ name: 'the phone' }));
    expect(odd.matches).toEqual([]);
    expect(odd.words).toBe('500 Mbps is no link rate that the phone can have. Is it a download?');
    expect(odd.goodputMbps).toBeGreaterThan(300);
    expect(odd.goodputMbps).toBeLessThan(500);
  });
});

describe('a way from spot to spot', () => {
  test('along a line the nearest first; a climb counts four times', () => {
    expect(
      shortWay(
        [0, 0, 0],
        [
          [3, 0, 0],
          [1, 0, 0],
          [2, 0, 0],
        ],
      ),
    ).toEqual([1, 2, 0]);
    expect(
      shortWay(
        [0, 0, 0],
        [
          [0, 0, 1],
          [3.9, 0, 0],
        ],
      ),
    ).toEqual([1, 0]);
    expect(wayLength([0, 0, 0], [[1, 2, 3]], [0])).toBe(1 + 2 + 4 * 3);
  });

  test('no order of few places is shorter', () => {
    let seed = 7;
    const next = () => (seed = (seed * 16807) % 2147483647) / 2147483647;
    const orders = (rest: number[]): number[][] =>
      rest.length ? rest.flatMap((i) => orders(rest.filter((k) => k !== i)).map((o) => [i, ...o])) : [[]];
    let longer = 0;
    for (let n = 0; n < 40; n++) {
      const places = Array.from(
        { length: 6 },
        () => [next() * 12, next() * 9, next() < 0.3 ? 2.7 : 0] as const,
      );
      const found = wayLength([0, 0, 0], places, shortWay([0, 0, 0], places));
      const best = Math.min(
        ...orders([0, 1, 2, 3, 4, 5]).map((o) => wayLength([0, 0, 0], places as never, o)),
      );
      expect(found).toBeGreaterThanOrEqual(best - 1e-9);
      if (found > best * 1.15) longer++;
    }
    expect(longer).toBeLessThan(4);
  });

  test('every spot of a job once; none without spots', () => {
    expect(
      walkOrder(job)
        .map((s) => s.id)
        .sort(),
    ).toEqual(job.spots.map((s) => s.id).sort());
    expect(walkOrder({ ...job, spots: [] })).toEqual([]);
  });
});
