import { demos } from '@/testing/demoJobs';
import { assembly, brick, concrete, field, metal, wall } from '@/testing/testScenes';
import { receivedAt, transmitterAt } from '@/testing/transmitter';
import { gridsOf } from '../coverage/grid';
import type { Point3 } from '../geometry/point';
import { makeRecord } from '../job/make';
import { bands } from '../job/records';
import { spreadOfLoss } from '../materials/assemblyLoss';
import { bandMiddleGHz, wallLoss } from '../materials/wallLoss';
import { random } from '../statistics/random';
import { freeSpaceLoss } from './freeSpace';
import type { Scene, Transmitter } from './model';
import { radioPathsTo, termsOfPaths } from './radioPaths';
import { makeReceived, receive } from './receive';
import { buildScene } from './scene';
import { sourceOf } from './source';
import { restDb, shadowingDb, unitOffsetDb } from './spread';

const gains = (scene: Scene, transmitter: Transmitter, to: Point3) => {
  const { gainDb, spreadDb } = receivedAt(scene, transmitter, to);
  return { gain: [...gainDb], spread: [...spreadDb] };
};
const free = (d: number) => bands.map((b) => -freeSpaceLoss(d, bandMiddleGHz[b]));

describe('against closed forms', () => {
  test('free space: 10 m at 5.5 GHz is 67.26 dB, and no nearer than 0.3 m', () => {
    expect(freeSpaceLoss(10, 5.5)).toBeCloseTo(67.26, 2);
    const open = buildScene(field([]));
    expect(gains(open, transmitterAt([0, 0, 1]), [6, 8, 1]).gain).toEqual(
      free(10).map((g) => expect.closeTo(g, 9)),
    );
    const touching = gains(open, transmitterAt([0, 0, 1]), [0, 0, 1]);
    expect(touching.gain).toEqual(free(0.3).map((g) => expect.closeTo(g, 9)));
    expect(touching.spread.every(Number.isFinite)).toBe(true);
  });

  test.each([
    ['straight on', [-4, 0, 1] as Point3, [4, 0, 1] as Point3, 0],
    ['at 60°', [-1, -Math.sqrt(3), 1] as Point3, [1, Math.sqrt(3), 1] as Point3, 60],
  ])('one slab of brick, %s', (_name, p, q, deg) => {
    const scene = buildScene(field([assembly('brick', [brick]), wall('w', [0, -18], [0, 18], 'brick')]));
    const d = Math.hypot(q[0] - p[0], q[1] - p[1]);
    bands.forEach((b, i) =>
      expect(gains(scene, transmitterAt(p), q).gain[i]).toBeCloseTo(
        -freeSpaceLoss(d, bandMiddleGHz[b]) - wallLoss([brick], b, deg),
        2,
      ),
    );
  });

  test('two slabs cost the sum of both, and the same construction twice is the same error twice', () => {
    const scene = buildScene(
      field([
        assembly('brick', [brick]),
        wall('v', [0, -18], [0, 18], 'brick'),
        wall('w', [2, -18], [2, 18], 'brick'),
      ]),
    );
    const out = receivedAt(scene, transmitterAt([-3, 0, 1]), [5, 0, 1]);
    bands.forEach((b, i) => {
      const one = wallLoss([brick], b, 0);
      const straight = 10 * Math.log10(out.power[i] as number);
      expect(straight).toBeCloseTo(-freeSpaceLoss(8, bandMiddleGHz[b]) - 2 * one, 2);
      // what is thrown back and forth between the two adds a little
      expect(out.gainDb[i]).toBeGreaterThanOrEqual(straight);
      expect((out.gainDb[i] as number) - straight).toBeLessThan(0.7);
      if (out.count === 1)
        expect(out.spreadDb[i]).toBeCloseTo(Math.hypot(shadowingDb, unitOffsetDb, 2 * spreadOfLoss(one)), 6);
    });
  });

  test('what is far in the dark gets a share back, and furniture costs where the unit stands in a room', () => {
    expect(restDb(5, false)).toBe(0);
    expect(restDb(5, true)).toBeCloseTo(-0.6, 12);
    expect(restDb(35, false)).toBeCloseTo(2, 12);
  });
});

const box = (lossDb: number) =>
  makeRecord({
    type: 'obstacle',
    id: 'tank',
    storeyId: 's',
    name: 'Tank',
    symbol: 'box',
    xM: 0,
    yM: 0,
    widthM: 1,
    depthM: 1,
    turnDeg: 0,
    bottomM: 0,
    topM: 2,
    lossDb: { '2.4': lossDb, '5': lossDb, '6': lossDb },
  });

describe('ways round', () => {
  test('beside a doorway in a heavy wall the signal comes through the doorway', () => {
    const solid = [assembly('concrete', [concrete]), wall('w', [0, -18], [0, 18], 'concrete')];
    const archway = makeRecord({
      type: 'opening',
      id: 'door',
      wallId: 'w',
      kind: 'archway',
      offsetM: 18,
      widthM: 0.9,
      sillM: 0,
      headM: 2,
      assemblyId: null,
      hinge: 'start',
      swing: 'left',
    });
    const [shutScene, openScene] = [buildScene(field(solid)), buildScene(field([...solid, archway]))];
    const [p, q]: [Point3, Point3] = [
      [-3, 1, 1.2],
      [3, 1, 1.2],
    ];
    const shut = gains(shutScene, transmitterAt(p), q).gain;
    const through = gains(openScene, transmitterAt(p), q).gain;
    // 5 GHz: 26 dB through 20 cm of concrete, less by the doorway 1 m aside
    expect((through[1] ?? 0) - (shut[1] ?? 0)).toBeGreaterThan(3);
    // straight through the doorway it is free space alone: no path is counted twice
    expect(gains(openScene, transmitterAt([-3, 0, 1.2]), [3, 0, 1.2]).gain[1]).toBeCloseTo(
      free(6)[1] ?? NaN,
      9,
    );
  });

  test('an obstacle is gone round when that is less than going through', () => {
    const loss = (db: number) =>
      -(gains(buildScene(field([box(db)])), transmitterAt([-3, 0, 1]), [3, 0, 1]).gain[1] ?? NaN) -
      freeSpaceLoss(6, 5.5);
    expect(loss(2)).toBeCloseTo(2, 6);
    expect(loss(40)).toBeLessThan(33);
    expect(loss(40)).toBeGreaterThan(6);
  });

  test('ten walls in a row do not add to 150 dB when there is a way past their ends', () => {
    const walls = Array.from({ length: 10 }, (_, i) => wall(`w${i}`, [i, -1], [i, 15], 'concrete'));
    const scene = buildScene(field([assembly('concrete', [concrete]), ...walls]));
    const loss =
      -(gains(scene, transmitterAt([-2, 0, 1.2]), [11, -1.5, 1.2]).gain[1] ?? NaN) - freeSpaceLoss(13, 5.5);
    expect(loss).toBeLessThan(65);
    expect(loss).toBeGreaterThan(3);
  });
});

describe('all over Quay House', () => {
  const job = demos[0]?.job;
  if (!job) throw new Error('no demo job');
  const scene = buildScene(job);
  const transmitter = transmitterAt([12.9, 1.15, 1.65], {
    patterns: ['dipole', 'dipole', 'half-space'],
    axis: [0, 0.6, 0.8],
  });
  const source = sourceOf(scene, transmitter);
  const r = random(3);
  const places = Array.from({ length: 600 }, (): Point3 => [
    r.uniform() * 50 - 4,
    r.uniform() * 40 - 22,
    r.uniform() * 11 - 2,
  ]);

  test('terms add up to their path, paths to the signal, in every band', () => {
    const out = makeReceived();
    const kinds = new Set<string>();
    for (const to of places.slice(0, 250)) {
      receive(source, ...to, out);
      bands.forEach((band, b) => {
        const paths = radioPathsTo(source, to, band);
        for (const w of paths) {
          expect(w.terms.reduce((sum, t) => sum + t.db, 0)).toBeCloseTo(w.gainDb, 6);
          for (const t of w.terms) kinds.add(t.kind);
        }
        const sum = paths.reduce((all, w) => all + 10 ** (w.gainDb / 10), 0);
        expect(10 * Math.log10(sum)).toBeCloseTo(out.gainDb[b] ?? NaN, 6);
        expect(termsOfPaths(paths).reduce((all, t) => all + t.db, 0)).toBeCloseTo(out.gainDb[b] ?? NaN, 6);
        expect(Number.isFinite(out.spreadDb[b])).toBe(true);
      });
    }
    expect([...kinds].sort()).toEqual(
      ['aerial', 'crossing', 'distance', 'door-panel', 'reflection', 'rest', 'turn'].sort(),
    );
  });

  test('a path’s gain in the explanation is the power with which it was added', () => {
    const out = makeReceived();
    for (const to of places.slice(0, 150)) {
      receive(source, ...to, out);
      const rest = (out.gainDb[1] as number) - 10 * Math.log10(out.sum[1] as number);
      const added = Array.from({ length: out.count }, (_, i) => out.power[i * 3 + 1] as number)
        .filter((p) => p > 0)
        .map((p) => 10 * Math.log10(p) + rest)
        .sort((a, b) => b - a);
      radioPathsTo(source, to, '5').forEach(({ gainDb }, i) =>
        expect(gainDb).toBeCloseTo(added[i] ?? NaN, 5),
      );
    }
  });

  test('nothing is more than 6 dB stronger than the same distance in the open', () => {
    const plain = sourceOf(scene, transmitterAt([12.9, 1.15, 1.65]));
    const out = makeReceived();
    for (const to of places) {
      receive(plain, ...to, out);
      const d = Math.hypot(to[0] - 12.9, to[1] - 1.15, to[2] - 1.65);
      free(d).forEach((g, b) => expect(out.gainDb[b]).toBeLessThanOrEqual(g + 6.03));
    }
  });

  test('the answer hangs on the place alone, not on what was asked before', () => {
    const again = buildScene(job);
    const other = sourceOf(again, transmitter);
    const [a, b] = [makeReceived(), makeReceived()];
    for (const to of [...places].reverse()) receive(other, ...to, b);
    for (const to of places.slice(0, 100)) {
      receive(source, ...to, a);
      receive(other, ...to, b);
      expect(b.gainDb).toEqual(a.gainDb);
      expect(b.spreadDb).toEqual(a.spreadDb);
    }
  });

  test('there and back cost nearly the same', () => {
    const rooms = job.storeys.flatMap((s) => gridsOf(job, s.id, 2)).map((g) => g.at);
    const middles = rooms.map((at): Point3 => [at[0] ?? 0, at[1] ?? 0, at[2] ?? 0]);
    const differences = middles
      .map((to) => {
        const there = gains(scene, transmitterAt([5, 5, 1]), to).gain[1] ?? NaN;
        const back = gains(scene, transmitterAt(to), [5, 5, 1]).gain[1] ?? NaN;
        return Math.abs(there - back);
      })
      .sort((x, y) => x - y);
    expect(differences.length).toBeGreaterThan(12);
    expect(differences[Math.floor(differences.length / 2)]).toBeLessThan(0.3);
    expect(differences[Math.floor(differences.length * 0.9)]).toBeLessThan(1.5);
  });

  test('a plug-in unit on its side or upside down is seen in the numbers', () => {
    const at: Point3 = [4, 5, 0.3];
    const to: Point3 = [4.2, 5, 6.5];
    const dipole = { patterns: ['dipole', 'dipole', 'dipole'] as const };
    const straight = (over: Partial<Transmitter>) =>
      10 * Math.log10(receivedAt(scene, transmitterAt(at, over), to).power[1] as number);
    // a dipole is blind upwards until it lies down
    expect(straight({ ...dipole, axis: [1, 0, 0] }) - straight(dipole)).toBeGreaterThan(8);
    const ceiling = (z: number) =>
      straight({ patterns: ['half-space', 'half-space', 'half-space'], axis: [0, 0, z] });
    expect(ceiling(1) - ceiling(-1)).toBeCloseTo(10, 0);
  });
});

describe('bad input', () => {
  test('a unit whose place is not a number is refused; a band without a radio is silent', () => {
    const scene = buildScene(field([]));
    expect(() => sourceOf(scene, transmitterAt([NaN, 0, 1]))).toThrow(
      'unit: its place or height is not a number',
    );
    const one = transmitterAt([0, 0, 1], { patterns: ['isotropic', null, null] });
    const { gain } = gains(scene, one, [3, 0, 1]);
    expect(gain[0]).toBeCloseTo(-freeSpaceLoss(3, bandMiddleGHz['2.4']), 9);
    expect(gain.slice(1)).toEqual([-Infinity, -Infinity]);
    expect(radioPathsTo(sourceOf(scene, one), [3, 0, 1], '5')).toEqual([]);
  });

  test('units in walls, walls in one plane, walls of 5 cm and a box round the unit give numbers, none above 6 dB over free space', () => {
    const scene = buildScene(
      field([
        assembly('brick', [brick]),
        assembly('metal', [metal]),
        wall('v', [0, -5], [0, 5], 'brick'),
        wall('w', [0, -5], [0, 5], 'metal'),
        wall('x', [0, 0], [0.05, 0], 'brick'),
        wall('y', [3, 0], [3, 0.05], 'metal'),
        box(40),
      ]),
    );
    const r = random(11);
    for (const at of [
      [0, 1, 1],
      [0, 0, 1],
      [0.02, 0, 0],
      [3, 0, 1],
      [-2, 4, 3.1],
    ] as Point3[]) {
      const source = sourceOf(scene, transmitterAt(at));
      const out = makeReceived();
      for (let i = 0; i < 60; i++) {
        const to: Point3 =
          i === 0
            ? at
            : i % 3
              ? [r.uniform() * 8 - 4, r.uniform() * 8 - 4, r.uniform() * 3]
              : [0, r.uniform() * 4, 1];
        receive(source, ...to, out);
        const d = Math.hypot(to[0] - at[0], to[1] - at[1], to[2] - at[2]);
        free(d).forEach((g, b) => {
          expect(out.gainDb[b]).toBeLessThanOrEqual(g + 6.03);
          expect(out.gainDb[b]).toBeGreaterThan(-250);
          expect(out.spreadDb[b]).toBeGreaterThan(0);
        });
      }
    }
  });
});
