import { field } from '@/testing/testScenes';
import { applyEdit, putOne } from '../job/edits';
import { get, type Job } from '../job/job';
import { makeRecord } from '../job/make';
import type { AnyRecord, ServicePoint } from '../job/records';
import { mainsPath } from './mainsPath';
import { powerline } from './powerline';

const base = field([]);
const point = (id: string, xM: number, yM: number, over: Partial<ServicePoint> = {}): AnyRecord =>
  makeRecord({
    type: 'service',
    id,
    kind: 'socket',
    name: id.toUpperCase(),
    storeyId: 's',
    xM,
    yM,
    heightM: 0.3,
    circuit: 'G1',
    note: '',
    ...over,
  });
const board = (id: string, xM: number, yM: number, over: Partial<ServicePoint> = {}) =>
  point(id, xM, yM, { kind: 'board', circuit: '', ...over });
const shed: AnyRecord[] = [
  { ...get(base, 'building', 'b'), id: 'shed', name: 'Shed', kind: 'outbuilding', xM: 30 },
  { ...get(base, 'storey', 's'), id: 'shed-0', buildingId: 'shed', name: 'Shed floor' },
];
const put = (...records: AnyRecord[]): Job => applyEdit(base, putOne('x', ...records)).job;
const path = (job: Job) => mainsPath(job, 'p', 'q');

describe('on one circuit', () => {
  test('1.2 times the way along the axes, up and down too', () => {
    const { lengthM, taps, extraDb, costs } = path(put(point('p', 0, 0), point('q', 4, 3, { heightM: 1.3 })));
    expect(lengthM).toBeCloseTo(1.2 * (4 + 3 + 1), 9);
    expect([taps, extraDb, costs]).toEqual([0, 0, []]);
  });

  test('sockets between count, those beyond either end or on another circuit do not', () => {
    const job = put(
      point('p', 0, 0),
      point('q', 6, 0),
      point('between', 3, 0),
      point('aside', 2, 1),
      point('beyond', 7, 0),
      point('before', -1, 0),
      point('far', 3, 6),
      point('other', 3, 0, { circuit: 'G2' }),
      point('tv', 3, 0, { kind: 'data', circuit: '' }),
    );
    expect(path(job).taps).toBe(2);
  });
});

describe('on two circuits', () => {
  const two = [point('p', 0, 0), point('q', 4, 0, { circuit: 'G2' })];

  test('each to the board, past the sockets nearer to it on its own circuit, and 12 dB through the consumer unit', () => {
    const job = put(
      ...two,
      board('cu', 1, 2, { heightM: 1.3 }),
      point('near', 1, 1),
      point('beyond', -2, 0),
      point('near-2', 2, 2, { circuit: 'G2' }),
      point('also-2', 3, 2, { circuit: 'G2' }),
    );
    const found = path(job);
    expect(found.lengthM).toBeCloseTo(1.2 * (1 + 2 + 1 + (3 + 2 + 1)), 9);
    expect(found.taps).toBe(3);
    expect(found.extraDb).toBe(12);
    expect(found.costs).toMatchObject([{ words: 'through the consumer unit to another circuit', db: 12 }]);
  });

  test('no board known: half of the way for each, as the crow counts', () => {
    expect(path(put(...two)).lengthM).toBeCloseTo(1.2 * 4, 9);
  });

  test('circuits that are not known are two, even when both are empty', () => {
    const job = put(point('p', 0, 0, { circuit: '' }), point('q', 4, 0, { circuit: '' }));
    expect(path(job).costs.map((c) => c.db)).toEqual([12]);
  });

  test('the sub-board of the shed is named whichever way round, and the feed between is wire too', () => {
    const far = point('q', 1, 0, { storeyId: 'shed-0', circuit: 'S1' });
    const job = put(
      ...shed,
      point('p', 0, 0),
      far,
      board('cu', 0, 2),
      board('sub', 0, 3, { storeyId: 'shed-0' }),
    );
    const found = path(job);
    // to the consumer unit 2, from the sub-board 4, and 31 m along and across between the two
    expect(found.lengthM).toBeCloseTo(1.2 * (2 + 4 + 31), 9);
    expect(found.costs).toMatchObject([
      { words: 'through the consumer unit to another circuit', db: 12 },
      { words: 'beyond the sub', db: 10 },
    ]);
    expect(mainsPath(job, 'q', 'p')).toMatchObject({ extraDb: 22, costs: found.costs });
  });

  test('a shed without a board hangs on that of the house: no sub-board', () => {
    const far = point('q', 1, 0, { storeyId: 'shed-0', circuit: 'S1' });
    expect(path(put(...shed, point('p', 0, 0), far, board('cu', 0, 2))).extraDb).toBe(12);
  });
});

describe('what costs more', () => {
  const db = (a: Partial<ServicePoint>, b: Partial<ServicePoint> = {}) =>
    path(put(point('p', 0, 0, a), point('q', 4, 0, b))).costs;

  test('another phase, where both are known', () => {
    expect(db({ phase: 'L1' }, { phase: 'L2' })).toMatchObject([{ words: 'another phase', db: 15 }]);
    expect(db({ phase: 'L1' }, { phase: 'L1' })).toEqual([]);
    expect(db({ phase: 'L1' })).toEqual([]);
    expect(db({}, { phase: 'L2' })).toEqual([]);
  });

  test.each([
    ['residual-current', 6],
    ['arc-fault', 6],
    ['plain', 0],
    ['unknown', 0],
  ] as const)('a breaker of the kind %s: %d dB at each end', (breaker, cost) => {
    expect(db({ breaker }).reduce((sum, c) => sum + c.db, 0)).toBe(cost);
    expect(db({ breaker }, { breaker }).reduce((sum, c) => sum + c.db, 0)).toBe(2 * cost);
  });

  test('a strip at either end', () => {
    expect(db({ onStrip: true })).toMatchObject([{ words: 'surge-protected strip at p', db: 22 }]);
    expect(db({}, { onStrip: true })).toMatchObject([{ words: 'surge-protected strip at q', db: 22 }]);
  });

  test('the extra is the sum of what is named', () => {
    const found = path(
      put(
        point('p', 0, 0, { phase: 'L1', onStrip: true, breaker: 'arc-fault' }),
        point('q', 4, 0, { phase: 'L3', circuit: 'G9' }),
      ),
    );
    expect(found.extraDb).toBe(12 + 15 + 6 + 22);
    expect(found.costs.reduce((sum, c) => sum + c.db, 0)).toBe(found.extraDb);
  });
});

describe('what the carriers bring', () => {
  /** The formula of the planning value, carrier by carrier, written out plainly. */
  function byHand(
    lengthM: number,
    taps: number,
    extraDb: number,
    noisy: boolean,
    topMHz: number,
    mimo: boolean,
  ) {
    const amateur = [1.8, 2, 3.5, 4, 5.25, 5.45, 7, 7.3, 10.1, 10.15, 14, 14.35, 18.068, 18.168];
    amateur.push(21, 21.45, 24.89, 24.99, 28, 29.7, 50, 52, 70, 70.5);
    let bits = 0;
    for (let i = 0; 1.8 + i * 0.024414 <= topMHz; i++) {
      const f = 1.8 + i * 0.024414;
      if (amateur.some((low, k) => k % 2 === 0 && f >= low && f <= (amateur[k + 1] ?? 0))) continue;
      const noise = noisy ? -145 + 53.23 * f ** -0.337 : -140 + 38.75 * f ** -0.72;
      const loss = 8.686 * 7.8e-10 * f * 1e6 * lengthM + 3 * taps + extraDb + 10;
      const snr = (f <= 30 ? -50 : -80) - loss - noise;
      bits += Math.min(12, Math.log2(1 + 10 ** ((snr - 9) / 10)));
    }
    return bits * 0.024414 * 0.75 * (mimo ? 1.7 : 1);
  }

  test.each([
    [0, 0, 0, false, 86, false],
    [12, 3, 0, false, 86, false],
    [28, 7, 12, true, 86, false],
    [60, 10, 37, true, 68, true],
    [5, 1, 0, false, 30, true],
    [40, 2, 90, true, 30, false],
  ] as const)(
    '%d m, %d taps, %d dB, noisy %s, to %d MHz, two pairs %s',
    (lengthM, taps, extraDb, noisy, topMHz, mimo) => {
      const noise = noisy ? 'noisy' : 'quiet';
      const { phyMbps, goodputMbps } = powerline({ lengthM, taps, extraDb, noise, topMHz, mimo });
      expect(phyMbps).toBeCloseTo(byHand(lengthM, taps, extraDb, noisy, topMHz, mimo), 6);
      expect(goodputMbps).toBeCloseTo(phyMbps / 2, 9);
    },
  );
});
