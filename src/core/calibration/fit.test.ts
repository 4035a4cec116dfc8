import { readFileSync } from 'node:fs';
import { jobFromRecords } from '../job/job';
import { parseJobFile } from '../job/jobFile';
import { networkOf } from '../network/backhaul';
import { predictJob } from '../network/predict';
import { makeReceived, receive } from '../propagation/receive';
import { sourceOf } from '../propagation/source';
import { buildScene } from '../propagation/scene';
import { assembly, brick, field, wall } from '../../testing/testScenes';
import { calibrate, type Observation } from './fit';
import { observationsOf } from './observations';
import { withPosterior } from './posterior';
import { lossWords, otherWords } from './words';

/** One brick wall at x = 0, a unit at (−3, 0), and places on both sides. */
const scene = buildScene(field([assembly('brick', [brick]), wall('w', [0, -20], [0, 20], 'brick')]));
const key = scene.lossRecordIds.indexOf('brick');
const from = [-3, 0, 1] as const;
const throughBrick = { count: 1, lossId: Int32Array.of(key), times: Float64Array.of(1) };
const nothing = { count: 0, lossId: Int32Array.of(), times: Float64Array.of() };
const at = (x: number, y: number, offDb: number, over: Partial<Observation> = {}): Observation => ({
  spotId: `at ${x} ${y}`,
  unitId: 'a',
  from,
  to: [x, y, 1],
  band: 1,
  crossed: x > 0 ? throughBrick : nothing,
  ownDb: 3,
  computedDbm: -50,
  readDbm: -50 + offDb,
  runs: 5,
  ...over,
});
const learn = (...all: Observation[]) => {
  const calibration = calibrate(scene, all);
  if (!calibration) throw new Error('nothing was learnt');
  return calibration;
};
const far = [-14, -10, -6, 6, 10, 14];

describe('from made-up readings', () => {
  test('nothing from none', () => expect(calibrate(scene, [])).toBeNull());

  test('readings as computed change nothing but make it surer', () => {
    const calibration = learn(...far.map((y) => at(4, y, 0)), ...far.map((y) => at(-4, y, 0)));
    const [loss] = calibration.losses;
    expect(loss?.db).toBeCloseTo(loss?.priorDb ?? NaN, 6);
    expect(loss?.spreadDb).toBeLessThan(loss?.priorSpreadDb ?? 0);
    const told = calibration.posterior(
      { unitId: 'a', from, to: [4, 2, 1], band: 1, crossed: throughBrick, ownDb: 3 },
      30,
    );
    expect(told.db).toBeCloseTo(0, 6);
    expect(told.variance).toBeLessThan(30);
    expect(calibration.units[0]?.db).toBeCloseTo(0, 6);
  });

  test('a wall that costs more is told from a unit that sends less: only what is behind it is weaker', () => {
    const behind = learn(...far.map((y) => at(4, y, -5)), ...far.map((y) => at(-4, y, 0)));
    const loss = behind.losses.find((l) => l.id === 'brick');
    expect((loss?.db ?? 0) - (loss?.priorDb ?? 0)).toBeGreaterThan(1.2);
    const everywhere = learn(...far.map((y) => at(4, y, -3)), ...far.map((y) => at(-4, y, -3)));
    expect(everywhere.units[0]?.db).toBeLessThan(-1);
    const same = everywhere.losses.find((l) => l.id === 'brick');
    expect(Math.abs((same?.db ?? 0) - (same?.priorDb ?? 0))).toBeLessThan(1);
  });

  test('near a reading the field follows it, farther off it fades, and another unit knows only the walls', () => {
    const calibration = learn(at(-6, 0, 6));
    const shift = (y: number, unitId = 'a') =>
      calibration.posterior({ unitId, from, to: [-6, y, 1], band: 1, crossed: nothing, ownDb: 3 }, 16).db;
    expect(shift(0)).toBeGreaterThan(shift(3));
    expect(shift(3)).toBeGreaterThan(shift(12));
    expect(shift(12)).toBeGreaterThan(0);
    // what stands at a place is in the way of every unit, a little
    expect(shift(0, 'b')).toBeGreaterThan(0);
    expect(shift(0, 'b')).toBeLessThan(0.3 * shift(0));
  });

  test('one reading that nothing explains is left out, and named with what all others say', () => {
    const good = far.flatMap((y) => [at(-4, y, 0), at(-8, y, 0)]);
    const calibration = learn(...good, at(-5, 0, -38));
    expect(calibration.outliers).toEqual([
      { spotId: 'at -5 0', readDbm: -88, expectedDbm: expect.any(Number) },
    ]);
    expect(calibration.outliers[0]?.expectedDbm).toBeGreaterThan(-53);
    expect(calibration.used).toBe(good.length);
  });

  test('more runs at a spot make it surer', () => {
    const spread = (runs: number) =>
      learn(at(-6, 0, 3, { runs })).posterior(
        { unitId: 'a', from, to: [-6, 0, 1], band: 1, crossed: nothing, ownDb: 3 },
        16,
      ).variance;
    expect(spread(9)).toBeLessThan(spread(1));
  });
});

describe('from the readings of Quay House', () => {
  const demo = parseJobFile(readFileSync('demo/quay-house.nestle.json', 'utf8'));
  const house = buildScene(demo);

  test('predictions follow only when asked to; their terms still add up to the signal', () => {
    const readings = [...demo.byId.values()].filter((r) => r.type === 'reading');
    expect(readings.length).toBeGreaterThan(0);
    expect(withPosterior(demo, house)).toBe(house);
    const on = jobFromRecords(
      [...demo.byId.values()].map((r) => (r.type === 'job' ? { ...r, useLearned: true } : r)),
    );
    const posterior = withPosterior(on, house);
    const predict = (s: typeof house) => predictJob(on, s, networkOf(on, s, 'planned'));
    const [plain, followed] = [predict(house), predict(posterior)];
    expect(followed.some((p, i) => Math.abs((p.rssiDbm ?? 0) - (plain[i]?.rssiDbm ?? 0)) > 1)).toBe(true);
    for (const p of followed) {
      if (p.rssiDbm === null || p.terms.length === 0) continue;
      expect(p.terms.reduce((all, t) => all + t.db, 0)).toBeCloseTo(p.rssiDbm, 4);
    }
    expect(followed.some((p) => p.terms.some((t) => t.kind === 'taught'))).toBe(true);
  });

  test('what was learnt is told in sentences', () => {
    const calibration = calibrate(house, observationsOf(demo, house));
    if (!calibration) throw new Error('nothing was learnt');
    for (const l of calibration.losses)
      expect(lossWords(l)).toMatch(/ costs [\d.]+ dB here, .+\(± [\d.]+\)$/);
    const outlier = { spotId: demo.spots[0]?.id ?? '', readDbm: -90, expectedDbm: -60 };
    const words = otherWords(demo, {
      ...calibration,
      units: [{ unitId: 'unit-a', db: -2.4, spreadDb: 1.1 }],
      slope: { db: -1.2, spreadDb: 0.5 },
      inseparable: [['Brick', 'Door']],
      outliers: [outlier],
    });
    expect(words).toEqual([
      'A is received 2.4 dB weaker than its product data (± 1.1)',
      'Signals fall 1.2 dB more for each tenfold distance (± 0.5)',
      'Brick and Door cannot be separated: only their total loss is known',
      expect.stringMatching(/^The readings at \d+, .+ are not used: -90 dBm, and all others say -60$/),
    ]);
  });
});

test('a signal that nothing was taught of is received as before', () => {
  const sender = { at: from, axis: [0, 0, 1] as const, patterns: ['dipole', 'dipole', 'dipole'] as const };
  const [plain, with1] = [makeReceived(), makeReceived()];
  receive(sourceOf(scene, sender), 4, 1, 1, plain);
  const posterior = learn(at(4, 6, -5)).posterior;
  receive(sourceOf({ ...scene, posterior }, sender, null), 4, 1, 1, with1);
  expect(with1.gainDb).toEqual(plain.gainDb);
  receive(sourceOf({ ...scene, posterior }, sender, 'a'), 4, 1, 1, with1);
  expect(with1.gainDb[1]).not.toBe(plain.gainDb[1]);
  expect((with1.gainDb[1] ?? 0) - (with1.correctionDb[1] ?? 0)).toBeCloseTo(plain.gainDb[1] ?? NaN, 9);
});
