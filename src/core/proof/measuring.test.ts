import fc from 'fast-check';
import { quayHouse } from '@/../demo/make/quayHouse';
import { applyEdit } from '@/core/job/edits';
import { get, jobFromRecords } from '@/core/job/job';
import { makeRecord } from '@/core/job/make';
import type { Reading, RoamWalk } from '@/core/job/records';
import type { Prediction } from '@/core/network/predict';
import { predictJob } from '@/core/network/predict';
import { networkOf } from '@/core/network/backhaul';
import { placeUnit } from '@/core/design/placeUnit';
import { buildScene } from '@/core/propagation/scene';
import { doubtOf, timeProblem } from './doubtfulRun';
import { linkLoads } from './linkLoad';
import { decodeRate, topRate } from './linkRate';
import { noteRun } from './noteRun';
import { roamingOf } from './roaming';
import { differenceEffect, differencesOf } from './sameConditions';
import { seenLimit } from './seenLimit';
import { delays, throughput } from '../speedtest/speedFigures';
import { proveSpot } from './spotProof';
import { shortWay, walkOrder, wayLength } from './walkOrder';

const job = jobFromRecords(quayHouse());
const spot = get(job, 'spot', 'spot-7'); // the Armchair: 4K film, 25 / 1
const run = (n: number, phase: Reading['phase'], part: Partial<Reading> = {}): Reading => ({
  ...noteRun(job, spot, phase, n, {
    connected: true,
    downMbps: 80,
    upMbps: 20,
    latencyMs: 20,
    source: 'typed',
    server: 'S',
    takenAt: new Date(2026, 10, 20, 10).toISOString(),
  }),
  ...part,
});
const five = (phase: Reading['phase'], part: Partial<Reading> = {}) =>
  [1, 2, 3, 4, 5].map((n) => run(n, phase, part));
const withReadings = (...readings: Reading[]) => jobFromRecords([...job.byId.values(), ...readings]);

describe('figures of a speed test', () => {
  test('12.5 MB a second are 100 Mbps; the warm-up and what comes late do not count', () => {
    const even = Array.from({ length: 4000 }, (_, i) => ({ atMs: i + 0.5, bytes: 12_500 }));
    expect(throughput(even, 1000, 3000)).toBeCloseTo(100, 4);
    expect(
      throughput([{ atMs: 500, bytes: 9e9 }, ...even, { atMs: 9000, bytes: 9e9 }], 1000, 4000),
    ).toBeCloseTo(100, 4);
    expect(throughput([], 0, 1000)).toBeNull();
    expect(() => throughput(even, 1000, 1000)).toThrow(RangeError);
  });

  test('delays: median of what came, and mean change', () => {
    expect(delays([10, 14, null, 12])).toEqual({ medianMs: 12, jitterMs: 3 });
    expect(delays([17])).toEqual({ medianMs: 17, jitterMs: null });
    expect(delays([null, null])).toEqual({ medianMs: null, jitterMs: null });
  });
});

describe('the walk', () => {
  const places = fc.array(
    fc.tuple(
      fc.integer({ min: 0, max: 20 }),
      fc.integer({ min: 0, max: 20 }),
      fc.integer({ min: 0, max: 2 }),
    ),
    { minLength: 1, maxLength: 6 },
  );
  const permutations = (items: number[]): number[][] =>
    items.length < 2
      ? [items]
      : items.flatMap((a) => permutations(items.filter((b) => b !== a)).map((rest) => [a, ...rest]));

  test('every place once, and hardly longer than the shortest way there is', () => {
    let sum = 0;
    let least = 0;
    fc.assert(
      fc.property(places, (all) => {
        const way = shortWay([0, 0, 0], all);
        expect([...way].sort()).toEqual(all.map((_, i) => i));
        const best = Math.min(...permutations([...all.keys()]).map((w) => wayLength([0, 0, 0], all, w)));
        sum += wayLength([0, 0, 0], all, way);
        least += best;
        expect(wayLength([0, 0, 0], all, way)).toBeLessThanOrEqual(best * 1.6 + 1e-9);
      }),
      { seed: 11, numRuns: 150 },
    );
    expect(sum).toBeLessThan(1.03 * least);
  });

  test('Quay House: each storey is walked in one go', () => {
    const storeys = walkOrder(job).map((s) => s.storeyId);
    const turns = storeys.filter((s, i) => s !== storeys[i - 1]).length;
    expect(storeys).toHaveLength(job.spots.length);
    expect(turns).toBeLessThanOrEqual(new Set(storeys).size + 2);
  });
});

describe('link rates', () => {
  const phone = get(job, 'device', 'dev-phone');
  test('what a phone shows is told in standard, width, streams and MCS', () => {
    expect(decodeRate(866, { ...phone, standard: 'vht' }).words).toMatch(/^ac, 80 MHz, 2 streams, MCS 9/);
    expect(
      decodeRate(866, { ...phone, standard: 'vht', widthMHz: { '2.4': 20, '5': 80, '6': null } }),
    ).toMatchObject({
      atDeviceTop: true,
    });
    expect(decodeRate(1201, null).matches.length).toBeGreaterThan(1);
  });
  test('a rate that the device cannot have is said to be none', () => {
    expect(decodeRate(5764, { ...phone, standard: 'vht' }).words).toMatch(/no link rate/);
    expect(decodeRate(141, phone).matches).toEqual([]);
  });
  test('every rate that a device can have decodes to itself', () => {
    for (const standard of ['ht', 'vht', 'he', 'eht'] as const) {
      const device = { ...phone, standard };
      expect(decodeRate(topRate(device), device)).toMatchObject({ atDeviceTop: true });
    }
  });
});

describe('the same way twice', () => {
  const before = five('before');
  test.each([
    ['not connected', {}, []],
    ['device', { deviceId: 'dev-laptop' }, ['device']],
    ['height', { heightM: spot.heightM + 0.5 }, ['height']],
    ['a hand higher', { heightM: spot.heightM + 0.2 }, []],
    ['server', { server: 'T' }, ['server']],
    ['plan', { planMbps: 1000 }, ['plan']],
    ['kind', { measures: 'house' }, ['kind']],
    ['the busy evening', { takenAt: new Date(2026, 10, 20, 20).toISOString() }, ['hour']],
    ['no device noted', { deviceId: null }, ['unnoted']],
  ] as const)('%s', (_name, part, what) => {
    expect(differencesOf(job, before, five('after', part)).map((d) => d.what)).toEqual(what);
  });
  test('two phones at one spot are both counted, and said', () => {
    const after = [...five('after'), run(6, 'after', { id: 'rd-other', deviceId: 'dev-laptop' })];
    expect(differencesOf(job, before, after).map((d) => d.what)).toEqual(['mixed']);
  });
  test('a difference takes the comparison away, not the proof', () => {
    const [d] = [differencesOf(job, before, five('after', { server: 'T' }))];
    expect(differenceEffect(d, true)).toMatch(/cannot show better or worse/);
    expect(differenceEffect(d, false)).toMatch(/runs after show that the need is met/);
    expect(differenceEffect([], true)).toBeNull();
  });
});

describe('house and street', () => {
  test('runs through the house alone are not held down by the plan; the street is kept beside', () => {
    const house = five('after', { measures: 'house', downMbps: 300 });
    const street = run(6, 'after', { measures: 'street', downMbps: 12, id: 'rd-x' });
    const proof = proveSpot(withReadings(...five('before', { measures: 'house' }), ...house, street), spot);
    expect(proof).toMatchObject({ kind: 'house', verdict: 'holds', differences: [] });
    expect(proof.beside).toMatchObject({ runs: 1, downMbps: 12 });
  });
  test('before-runs of the other kind are used where there is none of the same, and said', () => {
    const proof = proveSpot(withReadings(...five('before'), ...five('after', { measures: 'house' })), spot);
    expect(proof.before.runs).toBe(5);
    expect(proof.differences.map((d) => d.what)).toEqual(['kind']);
  });
});

describe('doubtful runs', () => {
  test('kbit/s pasted as Mbps is asked about, and what it would be', () => {
    expect(doubtOf(job, run(1, 'after', { downMbps: 24_500, upMbps: 9_000 }))).toMatchObject({
      asKbps: { downMbps: 24.5, upMbps: 9 },
    });
    expect(doubtOf(job, run(1, 'after', { downMbps: 480 }))).toBeNull();
    expect(doubtOf(job, run(1, 'after', { downMbps: 2400, measures: 'house' }))).toBeNull();
    expect(doubtOf(job, run(1, 'after', { downMbps: 48_000, measures: 'house' }))).not.toBeNull();
  });
  test('nought Mbps is a run that could not connect', () => {
    const note = noteRun(job, spot, 'after', 1, {
      connected: true,
      downMbps: 0,
      upMbps: 3,
      source: 'typed',
      takenAt: '2026-11-20T10:00:00.000Z',
    });
    expect(note).toMatchObject({ connected: false, downMbps: null, upMbps: null });
  });
  test('times of the future are refused, a clock a few minutes fast is not', () => {
    expect(timeProblem('2027-01-01T00:00:00.000Z', '2026-11-20T10:00:00.000Z')).toMatch(/future/);
    expect(timeProblem('2026-11-20T10:05:00.000Z', '2026-11-20T10:00:00.000Z')).toBeNull();
    expect(timeProblem('yesterday', '2026-11-20T10:00:00.000Z')).toMatch(/not a time/);
  });
});

describe('what limited the runs', () => {
  const scene = buildScene(job);
  const network = networkOf(job, scene, 'planned');
  const predictions = predictJob(job, scene, network, { why: false });
  const prediction = predictions.find((p) => p.spotId === spot.id);
  const seen = (part: Partial<Reading>) => {
    const j = withReadings(...five('after', part));
    return seenLimit(j, proveSpot(j, spot), prediction);
  };
  const least = Math.min(...(prediction?.chain.map((s) => s.mbps) ?? []));

  test('a median near a step names that step', () => {
    const step = prediction?.chain.find((s) => s.isLimit);
    expect(seen({ downMbps: least * 0.95 })?.step).toBe(step);
  });
  test('far under every step, something is not as planned; over all, the plan was too careful', () => {
    expect(seen({ downMbps: least / 3 })).toMatchObject({
      step: null,
      words: expect.stringMatching(/differs from the plan/),
    });
    const most = Math.max(...(prediction?.chain.map((s) => s.mbps) ?? []));
    expect(seen({ downMbps: most * 2 })?.words).toMatch(/More than predicted/);
  });
  test('a device whose link is at its top is the limit', () => {
    const phone = get(job, 'device', 'dev-phone');
    const top = topRate(phone);
    expect(seen({ downMbps: decodeRate(top, phone).goodputMbps, linkMbps: Math.round(top) })?.words).toMatch(
      /device is the bottleneck/,
    );
  });
  test('without a run nothing is said; without a link that is said', () => {
    expect(seenLimit(job, proveSpot(job, spot), prediction)).toBeNull();
    expect(seen({ connected: false, downMbps: null, upMbps: null, latencyMs: null })?.words).toMatch(
      /could not connect/,
    );
  });

  test('a radio link is judged by what ran through it', () => {
    const { edit } = placeUnit(job, get(job, 'kit', 'kit-node'), { storeyId: 'first', xM: 3, yM: 5.5 });
    const meshed = applyEdit(job, edit).job;
    const air = networkOf(meshed, scene, 'planned');
    const foretold = predictJob(meshed, scene, air, { why: false });
    const hop = air.backhauls.flatMap((f) => f.hops).find((h) => h.wireless);
    if (!hop) throw new Error('the unit is not fed by radio');
    const state = (mbps: number | null) => {
      const beyond = foretold.filter((p) => p.unitId === hop.to.unit.id);
      const readings = beyond.flatMap((p) =>
        mbps === null
          ? []
          : [
              noteRun(job, get(job, 'spot', p.spotId), 'after', 1, {
                connected: true,
                downMbps: mbps,
                source: 'typed',
                takenAt: '2026-11-20T10:00:00.000Z',
              }),
            ],
      );
      const j = withReadings(...readings);
      const proofs = j.spots.map((s) => proveSpot(j, s));
      return linkLoads(air, foretold, proofs).find((l) => l.linkId === hop.link.id);
    };
    expect(state(null)).toMatchObject({ state: 'untested', carriedMbps: null });
    expect(state(hop.downMbps)).toMatchObject({ state: 'carries' });
    expect(state(0.5)).toMatchObject({ state: expect.stringMatching(/falls short|idle/), carriedMbps: 0.5 });
    expect(state(null)?.words).toMatch(/idle radio link prove nothing/);
  });
});

describe('a walk from unit to unit', () => {
  const walk = (samples: [number | null, number | null][], marks: RoamWalk['marks'] = []): RoamWalk =>
    makeRecord({
      type: 'roamWalk',
      id: 'w',
      name: 'Walk',
      phase: 'after',
      takenAt: '2026-11-20T10:00:00.000Z',
      deviceId: null,
      source: 'measured',
      samples: samples.map(([mbps, latencyMs], atS) => ({ atS, mbps, latencyMs })),
      marks,
    });
  const predicted = (downMbps: number) => [{ spotId: spot.id, downMbps }] as unknown as Prediction[];
  const at = [{ atS: 0, spotId: spot.id }];

  test('gaps are counted, and where they are', () => {
    const r = roamingOf(
      job,
      walk(
        [
          [90, 9],
          [null, null],
          [null, null],
          [90, 9],
          [null, null],
          [90, 9],
        ],
        at,
      ),
      [],
    );
    expect(r).toMatchObject({ lengthS: 6, lostS: 3, longestGapS: 2, clungS: 0 });
    expect(r.stretches.map((s) => [s.kind, s.fromS, s.toS])).toEqual([
      ['gap', 1, 3],
      ['gap', 4, 5],
    ]);
    expect(r.stretches[0]?.words).toBe('2 s without an answer at spot 7');
  });
  test('slow where the plan gives plenty is the phone holding on; where it does not, just slow', () => {
    const samples: [number, number][] = [
      [90, 9],
      [3, 60],
      [2, 80],
      [90, 9],
    ];
    expect(roamingOf(job, walk(samples, at), predicted(200)).stretches).toMatchObject([
      { kind: 'clung', fromS: 1, toS: 3 },
    ]);
    expect(roamingOf(job, walk(samples, at), predicted(26)).stretches).toMatchObject([{ kind: 'slow' }]);
    expect(roamingOf(job, walk(samples), predicted(200)).stretches).toEqual([]);
  });
  test('a walk without a sample has no length', () => {
    expect(roamingOf(job, walk([]), [])).toEqual({
      lengthS: 0,
      lostS: 0,
      clungS: 0,
      longestGapS: 0,
      stretches: [],
    });
  });
});
