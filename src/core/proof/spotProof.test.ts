import { quayHouse } from '@/../demo/make/quayHouse';
import { get, type Job, jobFromRecords } from '@/core/job/job';
import { stageMarks } from '@/core/progress/stages';
import { makeRecord } from '@/core/job/make';
import type { Reading } from '@/core/job/records';
import { proveSpot, tally } from './spotProof';

const bare = jobFromRecords(quayHouse());
const need = { down: 25, up: 1, latency: 200 }; // the Armchair: 4K film

type Run = Partial<
  Pick<
    Reading,
    'connected' | 'downMbps' | 'upMbps' | 'latencyMs' | 'deviceId' | 'remarks' | 'loadedMs' | 'loadedUpMs'
  >
>;
const readings = (phase: Reading['phase'], runs: Run[]): Reading[] =>
  runs.map((r, i) =>
    makeRecord({
      type: 'reading',
      id: `rd-${phase}-${i}`,
      spotId: 'spot-7',
      phase,
      run: i + 1,
      takenAt: '2026-11-20T10:00:00.000Z',
      deviceId: 'dev-phone',
      connected: true,
      downMbps: 80,
      upMbps: 20,
      latencyMs: 20,
      rssiDbm: null,
      source: 'typed',
      ...r,
    }),
  );
const lost: Run = { connected: false, downMbps: null, upMbps: null, latencyMs: null };
const times = <T>(n: number, run: T): T[] => Array.from({ length: n }, () => run);
const withRuns = (before: Run[], after: Run[]): Job =>
  jobFromRecords([...bare.byId.values(), ...readings('before', before), ...readings('after', after)]);
const prove = (before: Run[], after: Run[]) => {
  const job = withRuns(before, after);
  return proveSpot(job, get(job, 'spot', 'spot-7'));
};

describe('as found', () => {
  test.each<[string, Run[], string]>([
    ['no run', [], 'untested'],
    ['no link at all', times(3, lost), 'dead'],
    ['under a tenth of the download', times(3, { downMbps: 2 }), 'dead'],
    ['under a tenth of the upload', times(3, { upMbps: 0.05 }), 'dead'],
    ['under the download', times(3, { downMbps: 20 }), 'short'],
    ['too slow an answer', times(3, { latencyMs: 300 }), 'short'],
    ['all there', times(3, {}), 'met'],
    ['the middle run counts: two of three lost', [lost, lost, {}], 'dead'],
    ['the middle run counts: one of three lost', [lost, {}, {}], 'met'],
    ['only the download was noted', times(3, { upMbps: null, latencyMs: null }), 'met'],
  ])('%s', (_name, runs, state) => {
    expect(prove(runs, []).found).toBe(state);
  });
});

describe('the verdict of a spot is the worst of its measures', () => {
  test.each<[string, Run[], Run[], string, string]>([
    ['all good', times(5, { downMbps: 3 }), times(5, {}), 'cured', 'down'],
    ['was good', times(5, {}), times(5, {}), 'holds', 'down'],
    ['upload short', times(5, {}), times(5, { upMbps: 0.4 }), 'worse', 'up'],
    ['answers too slow', times(5, {}), times(5, { latencyMs: 400 }), 'worse', 'latency'],
    ['four of five', times(5, lost), [...times(4, {}), lost], 'not-proven', 'down'],
    ['seven of eight', times(5, lost), [...times(7, {}), lost], 'cured', 'down'],
    ['better, short', times(5, { downMbps: 3 }), times(5, { downMbps: 20 }), 'better-short', 'down'],
    ['latency cured with the rest unchanged', times(5, { latencyMs: 300 }), times(5, {}), 'cured', 'latency'],
  ])('%s', (_name, before, after, verdict, measure) => {
    expect(prove(before, after)).toMatchObject({ verdict, measure });
  });

  test('a laptop whose port stops below the need makes the test the limit', () => {
    const job = jobFromRecords([
      ...[...bare.byId.values()].map((r) =>
        r.id === 'spot-7' && r.type === 'spot' ? { ...r, activityIds: ['act-studio', 'act-film-4k'] } : r,
      ),
      ...readings('after', times(5, { downMbps: 93, upMbps: 90, deviceId: 'dev-laptop' })),
    ]);
    expect(proveSpot(job, get(job, 'spot', 'spot-7'))).toMatchObject({
      verdict: 'test-limited',
      measure: 'down',
      capMbps: 94,
    });
  });

  test('medians are of all runs; a lost run is 0 Mbps and no latency', () => {
    const p = prove([lost, { downMbps: 10 }, { downMbps: 30 }], times(3, lost));
    expect(p.before).toEqual({ runs: 3, downMbps: 10, upMbps: 20, latencyMs: 20 });
    expect(p.after).toEqual({ runs: 3, downMbps: 0, upMbps: 0, latencyMs: null });
    expect(p.need).toMatchObject({ downMbps: need.down, upMbps: need.up, latencyMs: need.latency });
  });
});

test('the job’s sentence and stage marks count what the proofs say', () => {
  const job = withRuns(times(5, { downMbps: 3 }), times(5, {}));
  const proofs = job.spots.map((s) => proveSpot(job, s));
  expect(tally(proofs)).toEqual({ all: 14, proven: 1, short: 0, testLimited: 0, untested: 13 });
  const mark = (id: string) => stageMarks(job, proofs).find((m) => m.id === id);
  expect(mark('survey')).toMatchObject({ state: 'done' });
  expect(mark('before')).toEqual({ id: 'before', state: 'begun', text: '1/14 tested' });
  expect(mark('prove')).toEqual({ id: 'prove', state: 'begun', text: '1 of 14' });
  expect(
    stageMarks(
      bare,
      bare.spots.map((s) => proveSpot(bare, s)),
    ).find((m) => m.id === 'prove'),
  ).toMatchObject({ state: 'empty' });
});

describe('runs that the phone or the laptop limited', () => {
  const busy: Run = { remarks: ['machine-busy'], downMbps: 12 };

  test('are in no median and no verdict while there are others, and are counted', () => {
    const proof = prove([busy, { downMbps: 3 }, { downMbps: 4 }], [...times(5, {}), busy, busy, busy]);
    expect(proof.leftOut).toEqual({ before: 1, after: 3 });
    expect(proof.before).toMatchObject({ runs: 2, downMbps: 3.5 });
    expect(proof.after).toMatchObject({ runs: 5, downMbps: 80 });
    expect(proof.verdict).toBe('cured');
  });

  test('alone they prove what they show, and a short one says nothing against the network', () => {
    expect(prove([], times(5, busy))).toMatchObject({
      verdict: 'test-limited',
      measure: 'down',
      leftOut: { before: 0, after: 0 },
    });
    expect(prove([], times(5, { ...busy, downMbps: 60 })).verdict).toBe('cured');
  });

  test('one that could not connect is a result, whatever the machine did', () => {
    expect(prove([], [{ ...lost, remarks: ['machine-busy'] }, {}, {}]).after.runs).toBe(3);
  });
});

describe('delay under load', () => {
  test('is the median of the worse direction, and late only where the line at rest is not', () => {
    const loaded = (loadedMs: number | null, loadedUpMs: number | null, more: Run = {}) =>
      prove([], times(3, { loadedMs, loadedUpMs, ...more })).underLoad;
    expect(loaded(null, null)).toBeNull();
    expect(loaded(40, 60)).toEqual({ ms: 60, way: 'up', isLate: false });
    expect(loaded(900, null)).toEqual({ ms: 900, way: 'down', isLate: true });
    expect(loaded(need.latency, 20)?.isLate).toBe(false);
    expect(loaded(need.latency + 1, 20)?.isLate).toBe(true);
    expect(loaded(900, 20, { latencyMs: 300 })?.isLate).toBe(false);
  });
});
